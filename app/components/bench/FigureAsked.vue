<script setup lang="ts">
import type { Block } from '~~/core/plan/schema'
import { FIGURES_ASKED, FIGURE_WORDS, type FigureAsked } from '~~/core/people/results'

/** Whether a board asks for one figure of each student, and out of how many tries. */
const props = defineProps<{ block: Block }>()
const emit = defineEmits<{ change: [result: Block['result']] }>()
const COUNTED_TRIES: FigureAsked[] = ['scored', 'best']
const USUAL_TRIES = 10
function ask(event: Event) {
  const figure = FIGURES_ASKED[(event.target as HTMLSelectElement).selectedIndex - 1]
  if (!figure) return emit('change', undefined)
  emit('change', { figure, ...(figure === 'scored' ? { of: props.block.result?.of ?? USUAL_TRIES } : {}) })
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
    label="Out of"
    :model-value="block.result.of ?? USUAL_TRIES"
    :min="1"
    :max="40"
    :step="1"
    unit="tries"
    @update:model-value="emit('change', { ...block.result, of: $event })"
  />
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
