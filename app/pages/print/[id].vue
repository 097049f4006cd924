<script setup lang="ts">
import { savedPlanSchema } from '~~/shared/answers'
import type { Plan } from '~~/core/plan/schema'

/** The class on paper: one card to be read at arm's length, and on wish a sheet for each station and each group's helper. */
definePageMeta({ layout: 'bare' })
const route = useRoute()
const library = useLibraryStore()
const plan = shallowRef<Plan>()
const problem = ref('')
const withSheets = ref(false)

onMounted(async () => {
  try {
    const [, saved] = await Promise.all([
      library.load(),
      api(`/api/plans/${String(route.params.id)}`, { answer: savedPlanSchema }),
    ])
    plan.value = saved.plan
  } catch (error) {
    problem.value = saidBy(error)
  }
})
useHead({ title: () => `${plan.value?.title ?? 'Card'} · Golden Lintel` })

const stationBlocks = computed(() => plan.value?.blocks.filter(({ mode }) => mode === 'stations') ?? [])
const print = () => window.print()
</script>

<template>
  <main class="sheets">
    <p v-if="problem" role="alert" class="p-10 text-brick-deep">{{ problem }}</p>
    <template v-else-if="plan">
      <div class="bar">
        <NuxtLink :to="`/compose/${String(route.params.id)}`" class="link">Back to the frame</NuxtLink>
        <label><input v-model="withSheets" type="checkbox" /> sheets for stations, helpers and home</label>
        <button type="button" class="btn btn-main" @click="print">Print</button>
      </div>
      <SessionCard :plan="plan" />
      <template v-if="withSheets">
        <template v-for="block in stationBlocks" :key="block.id">
          <StationSheet v-for="(_, s) in block.stations" :key="s" :plan="plan" :block="block" :station="s" />
        </template>
        <HomeSheet v-for="group in plan.groups" :key="`home ${group.id}`" :plan="plan" :group="group.id" />
        <HelperSheet v-for="group in plan.groups" :key="group.id" :plan="plan" :group="group.id" />
      </template>
    </template>
    <p v-else class="p-10 text-ash">Laying out the card…</p>
  </main>
</template>

<style scoped>
.sheets {
  min-height: 100vh;
  padding: 16px 0 40px;
  background: #d9cfbd;
}
.bar {
  display: flex;
  align-items: center;
  gap: 20px;
  width: 210mm;
  max-width: 100%;
  margin: 0 auto 14px;
  padding: 0 8px;
}
.bar .btn {
  margin-left: auto;
}
@media print {
  .bar {
    display: none;
  }
  .sheets {
    padding: 0;
    background: none;
  }
}
</style>

<style>
@page {
  size: A4 portrait;
  margin: 0;
}
</style>
