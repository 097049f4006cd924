<script setup lang="ts">
import { layPlan } from '~~/core/plan/timeline'
import { parsePlan } from '~~/core/plan/parse'
import { breakDown } from '~~/core/curriculum/steps'
import type { Item } from '~~/core/curriculum/item'
import { minutes } from '~~/core/kernel/time-text'

/** The numbered steps of an item, and what breaking it down along them takes. */
const props = defineProps<{ item: Item; readonly: boolean; faultAt: (path: string) => string | undefined }>()
const emit = defineEmits<{ change: [steps: string[]] }>()

const broken = computed(() => {
  const board = breakDown(props.item, [])
  if (board?.dose?.kind !== 'ladder') return undefined
  const plan = parsePlan({
    format: 'golden-lintel/plan',
    version: 1,
    title: props.item.name || 'item',
    lengthMin: 60,
    groups: [{ id: 'all', name: 'all', ranks: [], headcount: 0 }],
    blocks: [JSON.parse(JSON.stringify({ ...board, id: 'b' }))],
  })
  return plan.ok ? { ms: layPlan(plan.plan).totalMs, stages: board.dose.stages } : undefined
})
</script>

<template>
  <section aria-labelledby="steps">
    <h2 id="steps" class="text-20">Steps</h2>
    <InPlaceList
      class="mt-1"
      :model-value="item.steps"
      one="step"
      :blank="() => ''"
      :most="12"
      numbered
      :readonly="readonly"
      @update:model-value="emit('change', $event)"
    >
      <template #default="{ row, at, put }">
        <InPlace
          :model-value="row"
          :label="`Step ${at + 1}`"
          :readonly="readonly"
          :fault="faultAt(`steps[${at}]`)"
          @update:model-value="put($event ?? '')"
        />
      </template>
    </InPlaceList>
    <p v-if="broken" class="text-13 mt-1 text-ash">
      Broken down it takes <b>{{ minutes(broken.ms) }}</b>:
      {{ broken.stages.map(({ title }) => title).join(' → ') }}. On the shelf in Compose it lies ready as
      <i>Break it down</i>.
    </p>
    <p v-else class="text-13 mt-1 text-ash">With two steps or more it can be broken down on the count.</p>
  </section>
</template>
