<script setup lang="ts">
import { savedPlanSchema } from '~~/shared/answers'
import type { Plan } from '~~/core/plan/schema'

/** The class on paper: one card to be read at arm's length, and on wish a sheet for each station and each group's helper. */
definePageMeta({ layout: 'bare' })
const route = useRoute()
const library = useLibraryStore()
const plan = shallowRef<Plan>()
const problem = ref('')
const programme = shallowRef<Awaited<ReturnType<typeof programmeOf>>>({})
const withSheets = ref(false)

onMounted(async () => {
  try {
    const [, saved] = await Promise.all([
      library.load(),
      api(`/api/plans/${String(route.params.id)}`, { answer: savedPlanSchema }),
    ])
    // A device that has no server prints what it has. It comes first: the card is fitted to its page once.
    if (saved.plan.date) programme.value = await programmeOf(saved.plan.date).catch(() => ({}))
    plan.value = saved.plan
  } catch (error) {
    problem.value = saidBy(error)
  }
})
useHead({ title: () => `${plan.value?.title ?? 'Card'} · Golden Lintel` })

const stationBlocks = computed(() => plan.value?.blocks.filter(({ mode }) => mode === 'stations') ?? [])
</script>

<template>
  <PrintRoom
    :problem="problem"
    :ready="plan !== undefined"
    waiting="Laying out the card…"
    :back="`/compose/${String(route.params.id)}`"
    back-says="Back to the frame"
  >
    <template #bar>
      <label><input v-model="withSheets" type="checkbox" /> sheets for stations, helpers and home</label>
    </template>
    <template v-if="plan">
      <SessionCard :plan="plan" :week="programme.week" :month="programme.month" />
      <template v-if="withSheets">
        <template v-for="block in stationBlocks" :key="block.id">
          <StationSheet v-for="(_, s) in block.stations" :key="s" :plan="plan" :block="block" :station="s" />
        </template>
        <HomeSheet v-for="group in plan.groups" :key="`home ${group.id}`" :plan="plan" :group="group.id" />
        <HelperSheet v-for="group in plan.groups" :key="group.id" :plan="plan" :group="group.id" />
      </template>
    </template>
  </PrintRoom>
</template>
