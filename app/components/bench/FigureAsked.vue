<script setup lang="ts">
import type { Block } from '~~/core/plan/schema'
import {
  FIGURES_ASKED,
  FIGURE_WORDS,
  isTotal,
  MOST_TURNS,
  type Ask,
  type FigureAsked,
} from '~~/core/people/results'

/** Whether a board asks for one figure of each student, and out of how many tries. */
const props = defineProps<{ block: Block }>()
const emit = defineEmits<{ change: [result: Block['result']] }>()
const COUNTED_TRIES: FigureAsked[] = ['scored', 'best', 'won']
const USUAL_TRIES = 10
/** Best of three. */
const USUAL_BOUTS = 3
/** The last odd number of turns: of an even one nobody need have more than half. */
const MOST_BOUTS = MOST_TURNS - 1
function ask(event: Event) {
  const figure = FIGURES_ASKED[(event.target as HTMLSelectElement).selectedIndex - 1]
  if (!figure) return emit('change', undefined)
  if (figure === 'won') return emit('change', { figure, of: USUAL_BOUTS })
  emit('change', { figure, ...(figure === 'scored' ? { of: props.block.result?.of ?? USUAL_TRIES } : {}) })
}
const isWon = computed(() => props.block.result?.figure === 'won')
function set(values: Partial<Ask>) {
  const { result } = props.block
  if (!result) return
  const { turns, sum, per, ...rest } = { ...result, ...values }
  const many = turns !== undefined && turns > 1
  emit('change', {
    ...rest,
    ...(many ? { turns, ...(sum ? { sum } : {}) } : {}),
    ...(per === 'pair' ? { per } : {}),
  })
}
</script>

<template>
  <div class="asked">
    <label for="figure-asked">Asks for</label>
    <select id="figure-asked" class="field" @change="ask">
      <option :selected="!block.result">no figure</option>
      <option v-for="one in FIGURES_ASKED" :key="one" :selected="block.result?.figure === one">
        {{ FIGURE_WORDS[one].name }}
      </option>
    </select>
  </div>
  <Stepper
    v-if="block.result && COUNTED_TRIES.includes(block.result.figure)"
    :label="isWon ? 'Best of' : 'Out of'"
    :model-value="block.result.of ?? USUAL_TRIES"
    :min="1"
    :max="isWon ? MOST_BOUTS : 40"
    :step="isWon ? 2 : 1"
    :unit="isWon ? 'bouts' : 'tries'"
    @update:model-value="set({ of: $event })"
  />
  <template v-if="block.result && !isWon">
    <Stepper
      label="Turns"
      :model-value="block.result.turns ?? 1"
      :min="1"
      :max="MOST_TURNS"
      :step="1"
      @update:model-value="set({ turns: $event })"
    />
    <Choice
      v-if="(block.result.turns ?? 1) > 1"
      label="Counts"
      :model-value="isTotal(block.result) ? 'total' : 'best'"
      :options="[
        { value: 'best', name: 'Best turn' },
        { value: 'total', name: 'All turns' },
      ]"
      @update:model-value="set({ sum: $event })"
    />
    <Choice
      label="Entered"
      :model-value="block.result.per ?? 'student'"
      :options="[
        { value: 'student', name: 'For each' },
        { value: 'pair', name: 'For a pair' },
      ]"
      @update:model-value="set({ per: $event })"
    />
  </template>
</template>

<style scoped>
.asked {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 2px 4px;
  align-items: center;
  min-height: 28px;
}
</style>
