<script setup lang="ts">
import { CategoryScale, Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'vue-chartjs'
import { MARKS } from '~~/core/people/marks'
import { FIGURE_WORDS, figureSaid } from '~~/core/people/results'
import type { StudentPage } from '~~/shared/answers'
import { CHART_BLUE, CHART_INK, CHART_LINE, chartFont } from '~/domain/chart-style'
import { shortDay } from '~/domain/days'

/** How something went over time: the marks of an item, or the figures of a drill; chosen from what there is, each with its table. */
const props = defineProps<{ page: StudentPage }>()
Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Tooltip)
const library = useLibraryStore()

interface Series {
  key: string
  name: string
  marks: boolean
  points: { day: string; value: number; says: string }[]
}
const series = computed<Series[]>(() => {
  const found = new Map<string, Series>()
  const add = (key: string, name: string, marks: boolean, point: Series['points'][number]) => {
    const one = found.get(key) ?? { key, name, marks, points: [] }
    one.points.push(point)
    found.set(key, one)
  }
  for (const { day, itemId, mark, fault } of props.page.marks)
    add(`mark ${itemId}`, `${library.itemName(itemId)}: marks`, true, {
      day,
      value: MARKS.indexOf(mark),
      says: fault ? `${mark}: ${fault}` : mark,
    })
  for (const { day, title, item, ask, figure, step } of props.page.figures) {
    const name = item ? library.itemName(item) : title
    add(`figure ${item ?? title} ${ask.figure}`, `${name}: ${FIGURE_WORDS[ask.figure].name}`, false, {
      day,
      value: figure,
      says: figureSaid(figure, ask, step),
    })
  }
  return [...found.values()].sort(
    (a, b) => Number(a.marks) - Number(b.marks) || b.points.length - a.points.length,
  )
})
const chosen = ref<string>()
const shown = computed(() => series.value.find(({ key }) => key === chosen.value) ?? series.value[0])
const MOST_POINTS = 40
const points = computed(() => shown.value?.points.slice(-MOST_POINTS) ?? [])
const data = computed(() => ({
  labels: points.value.map(({ day }) => shortDay(day).slice(4)),
  datasets: [
    {
      label: shown.value?.name ?? '',
      data: points.value.map(({ value }) => value),
      borderColor: CHART_BLUE,
      backgroundColor: CHART_BLUE,
      borderWidth: 2,
      pointRadius: 4,
      stepped: shown.value?.marks ? ('after' as const) : (false as const),
    },
  ],
}))
const options = computed(() => ({
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: {
      ticks: { font: chartFont, color: CHART_INK, maxRotation: 0, autoSkipPadding: 10 },
      grid: { display: false },
    },
    y: {
      beginAtZero: true,
      ...(shown.value?.marks ? { min: 0, max: MARKS.length - 1 } : {}),
      ticks: {
        font: chartFont,
        color: CHART_INK,
        precision: 0,
        callback: (value: string | number) => (shown.value?.marks ? (MARKS[Number(value)] ?? '') : value),
      },
      grid: { color: CHART_LINE },
    },
  },
  plugins: {
    legend: { display: false },
    tooltip: {
      callbacks: { label: ({ dataIndex }: { dataIndex: number }) => points.value[dataIndex]?.says ?? '' },
    },
  },
}))
const said = computed(
  () =>
    `${shown.value?.name ?? ''}: ${points.value.map(({ day, says }) => `${shortDay(day)} ${says}`).join('; ')}`,
)
</script>

<template>
  <section v-if="shown" class="panel mb-4 p-4" aria-labelledby="over-time-title">
    <h2 id="over-time-title" class="text-17 mb-1">Over time</h2>
    <select
      class="field"
      :value="shown.key"
      aria-label="What is shown over time"
      @change="chosen = ($event.target as HTMLSelectElement).value"
    >
      <option v-for="one in series" :key="one.key" :value="one.key">
        {{ one.name }} ({{ one.points.length }})
      </option>
    </select>
    <div class="mt-2 h-[150px]"><Line :data="data" :options="options" role="img" :aria-label="said" /></div>
    <details class="mt-1">
      <summary class="text-13 text-ash">As a table</summary>
      <table class="w-full">
        <tbody>
          <tr v-for="(point, n) in points" :key="n">
            <th scope="row" class="py-0.5 text-left font-normal">{{ shortDay(point.day) }}</th>
            <td class="text-right">{{ point.says }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>
