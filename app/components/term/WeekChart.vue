<script setup lang="ts">
import { BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js'
import { Bar } from 'vue-chartjs'
import type { WeekWorked } from '~~/core/balance/over-time'
import { CATEGORIES, CATEGORY_NAMES, type Category } from '~~/core/curriculum/categories'
import { CATEGORY_COLOURS, CHART_ASH, CHART_INK, CHART_LINE, chartFont } from '~/domain/chart-style'
import { shortDay } from '~/domain/days'

/** What a group's weeks were made of, one bar a week; the same figures as a table. */
const { worked } = defineProps<{ worked: readonly WeekWorked[] }>()
Chart.register(BarElement, CategoryScale, LinearScale, Tooltip, Legend)
const library = useLibraryStore()
const chosen = ref<string>()
const group = computed(() => chosen.value ?? library.groups[0]?.id ?? '')
const mine = computed(() => worked.filter((row) => row.group === group.value))
const weeks = computed(() => [...new Set(worked.map(({ week }) => week))].sort())
const categoryOf = (item: string) => library.items.get(item)?.category
const categories = computed(() =>
  CATEGORY_NAMES.filter((name) => mine.value.some(({ item }) => categoryOf(item) === name)),
)
const sums = computed(() => {
  const found = new Map<string, number>()
  for (const { week, item, workMs } of mine.value) {
    const key = `${week} ${categoryOf(item)}`
    found.set(key, (found.get(key) ?? 0) + workMs)
  }
  return found
})
const minutesOf = (week: string, category: Category) =>
  Math.round((sums.value.get(`${week} ${category}`) ?? 0) / 60_000)
const data = computed(() => ({
  labels: weeks.value.map((week) => shortDay(week).slice(4)),
  datasets: categories.value.map((category) => ({
    label: CATEGORIES[category].name,
    data: weeks.value.map((week) => minutesOf(week, category)),
    backgroundColor: CATEGORY_COLOURS[category],
    stack: 'week',
  })),
}))
const options = {
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: {
      stacked: true,
      ticks: { font: chartFont, color: CHART_ASH, maxRotation: 0 },
      grid: { display: false },
    },
    y: {
      stacked: true,
      beginAtZero: true,
      ticks: { font: chartFont, color: CHART_INK, maxTicksLimit: 5 },
      grid: { color: CHART_LINE },
    },
  },
  plugins: {
    legend: { position: 'right' as const, labels: { font: chartFont, color: CHART_INK, boxWidth: 12 } },
  },
}
const heads = computed(() => ['Week of', ...categories.value.map((name) => CATEGORIES[name].name)])
const rows = computed(() =>
  weeks.value.map((week) => [
    shortDay(week).slice(4),
    ...categories.value.map((category) => minutesOf(week, category) || ''),
  ]),
)
</script>

<template>
  <section class="panel px-3.5 py-3" aria-labelledby="weeks-title">
    <div class="flex flex-wrap items-center gap-3">
      <h2 id="weeks-title" class="text-20">Week by week</h2>
      <span class="text-13 text-ash">minutes of work a head</span>
      <GroupPick
        :groups="library.groups.map(({ id }) => id)"
        :model-value="group"
        @update:model-value="chosen = $event"
      />
    </div>
    <p v-if="weeks.length === 0" class="text-ash">No class has been run yet.</p>
    <template v-else>
      <div class="chart">
        <Bar
          :data="data"
          :options="options"
          role="img"
          :aria-label="`Minutes of work of ${library.groupName(group)} by week and category; the table below has the figures.`"
        />
      </div>
      <ChartTable :heads="heads" :rows="rows" />
    </template>
  </section>
</template>

<style scoped>
.chart {
  height: 220px;
  margin-top: 6px;
}
</style>
