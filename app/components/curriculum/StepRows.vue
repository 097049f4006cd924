<script setup lang="ts">
import { layPlan } from '~~/core/plan/timeline'
import { parsePlan } from '~~/core/plan/parse'
import { stagesOf } from '~~/core/plan/doses'
import { withoutEmptyRows } from '~~/core/curriculum/empty-rows'
import { breakDown } from '~~/core/curriculum/steps'
import type { Item } from '~~/core/curriculum/item'
import { minutes } from '~~/core/kernel/time-text'
import { withFields } from '~/domain/with-fields'

/** The numbered steps of an item and of single versions of it, and what breaking it down along them takes. */
const props = defineProps<{ item: Item; readonly: boolean; faultAt: (path: string) => string | undefined }>()
const emit = defineEmits<{ change: [values: Partial<Item>] }>()

/** Whose steps are shown: the item's, or those of one layer. */
const layer = ref(0)
const own = computed(() => props.item.layers[layer.value - 1])
const steps = computed(() => (layer.value === 0 ? props.item.steps : (own.value?.steps ?? [])))
const path = computed(() => (layer.value === 0 ? 'steps' : `layers[${layer.value - 1}].steps`))
function put(next: string[]) {
  if (layer.value === 0) return emit('change', { steps: next })
  const layers = props.item.layers.map((one, at) =>
    at === layer.value - 1 ? withFields(one, { steps: next.length ? next : undefined }) : one,
  )
  emit('change', { layers })
}
const broken = computed(() => {
  const board = breakDown(withoutEmptyRows(props.item), [], [], layer.value || 1)
  if (board?.dose?.kind !== 'ladder') return undefined
  const plan = parsePlan({
    format: 'golden-lintel/plan',
    version: 1,
    title: props.item.name || 'item',
    lengthMin: 60,
    groups: [{ id: 'all', name: 'all', ranks: [], headcount: 0 }],
    blocks: [JSON.parse(JSON.stringify({ ...board, id: 'b' }))],
  })
  return plan.ok ? { ms: layPlan(plan.plan).totalMs, stages: stagesOf(board.dose) } : undefined
})
</script>

<template>
  <section aria-labelledby="steps">
    <div class="head">
      <h2 id="steps" class="text-20">Steps</h2>
      <select v-model="layer" class="field of" aria-label="Steps of">
        <option :value="0">of any version</option>
        <option v-for="(one, at) in item.layers" :key="at" :value="at + 1">
          of {{ at + 1 }} {{ one.name }}{{ one.steps?.length ? ` (${one.steps.length} of its own)` : '' }}
        </option>
      </select>
    </div>
    <InPlaceList
      class="mt-1"
      :model-value="steps"
      one="step"
      :blank="() => ''"
      :most="12"
      numbered
      :readonly="readonly"
      @update:model-value="put"
    >
      <template #default="{ row, at, put: putRow }">
        <InPlace
          :model-value="row"
          :label="`Step ${at + 1}`"
          :readonly="readonly"
          :fault="faultAt(`${path}[${at}]`)"
          @update:model-value="putRow($event ?? '')"
        />
      </template>
    </InPlaceList>
    <p v-if="layer > 0 && steps.length === 0" class="text-13 mt-1 text-ash">
      This version has no steps of its own: those of any version hold.
    </p>
    <p v-if="broken" class="text-13 mt-1 text-ash">
      Broken down it takes <b>{{ minutes(broken.ms) }}</b>:
      {{ broken.stages.map(({ title }) => title).join(' → ') }}. On the shelf in Compose it lies ready as
      <i>Break it down</i>.
    </p>
    <p v-else class="text-13 mt-1 text-ash">With two steps or more it can be broken down on the count.</p>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  gap: 12px;
  align-items: center;
}
.of {
  width: auto;
  max-width: 260px;
  height: 26px;
  font-size: 13px;
}
</style>
