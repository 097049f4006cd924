<script setup lang="ts">
import { BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js'
import { Bar } from 'vue-chartjs'
import { weekOf } from '~~/core/kernel/days'
import { byWeek } from '~~/core/people/weeks'
import type { StudentPage } from '~~/shared/answers'
import { CHART_ASH, CHART_BLUE, CHART_GILT, CHART_INK, CHART_LINE, chartFont } from '~/domain/chart-style'
import { dayOfYear, shortDay } from '~/domain/days'

/** A student's time on the mat, week by week, with the weeks in which they were given a rank. */
const props = defineProps<{ page: StudentPage }>()
Chart.register(BarElement, CategoryScale, LinearScale, Tooltip)
const library = useLibraryStore()
const MOST_WEEKS = 52
const weeks = computed(() => byWeek(props.page.days, props.page.today, MOST_WEEKS))
const rankName = (id: string) => library.ladder.ranks.find((rank) => rank.id === id)?.name ?? id
const given = computed(() => {
  const days = [
    ...props.page.awards.map(({ day, rank }) => ({ day, rank })),
    { day: props.page.rankSince, rank: props.page.rankId },
  ]
  return new Map(days.flatMap(({ day, rank }) => (day ? [[weekOf(day), rankName(rank)] as const] : [])))
})
const minutesOf = (ms: number) => Math.round(ms / 60_000)
const data = computed(() => ({
  labels: weeks.value.map(({ week }) => shortDay(week).slice(4)),
  datasets: [
    {
      label: 'minutes of work',
      data: weeks.value.map(({ workMs }) => minutesOf(workMs)),
      backgroundColor: weeks.value.map(({ week }) => (given.value.has(week) ? CHART_GILT : CHART_BLUE)),
    },
  ],
}))
const options = computed(() => ({
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: {
      ticks: { font: chartFont, color: CHART_ASH, maxRotation: 0, autoSkipPadding: 14 },
      grid: { display: false },
    },
    y: {
      beginAtZero: true,
      ticks: { font: chartFont, color: CHART_INK, maxTicksLimit: 5 },
      grid: { color: CHART_LINE },
    },
  },
  plugins: {
    legend: { display: false },
    tooltip: {
      callbacks: {
        title: ([at]: { dataIndex: number }[]) =>
          `Week of ${dayOfYear(weeks.value[at?.dataIndex ?? 0]?.week ?? '')}`,
        label: ({ dataIndex, parsed }: { dataIndex: number; parsed: { y: number | null } }) => {
          const rank = given.value.get(weeks.value[dataIndex]?.week ?? '')
          return `${parsed.y ?? 0} min${rank ? `, ${rank} given` : ''}`
        },
      },
    },
  },
}))
const said = computed(
  () =>
    `Minutes of work by week: ${weeks.value.map(({ week, workMs }) => `${week} ${minutesOf(workMs)}`).join('; ')}`,
)
const rows = computed(() => weeks.value.map(({ week, workMs }) => [dayOfYear(week), minutesOf(workMs)]))
/** What happened, the newest first: ranks given, and weeks away. */
const AWAY_WEEKS = 2
const happened = computed(() => {
  const ranks = props.page.awards.flatMap(({ day, rank, notches, by }) =>
    day
      ? [
          {
            day,
            says: `${rankName(rank)}${notches ? `, ${notches} ${notches === 1 ? 'stripe' : 'stripes'}` : ''}${by ? `, by ${by}` : ''}`,
          },
        ]
      : [],
  )
  const gaps: { day: string; says: string }[] = []
  let away = 0
  for (const { week, workMs } of weeks.value) {
    if (workMs > 0 && away >= AWAY_WEEKS) gaps.push({ day: week, says: `back after ${away} weeks away` })
    away = workMs > 0 ? 0 : away + 1
  }
  return [...ranks, ...gaps].sort((a, b) => (a.day < b.day ? 1 : -1)).slice(0, MOST_LINES)
})
const MOST_LINES = 6
</script>

<template>
  <section v-if="weeks.length" class="timeline" aria-labelledby="timeline-title">
    <h2 id="timeline-title">Week by week <span>minutes of work</span></h2>
    <div class="chart"><Bar :data="data" :options="options" role="img" :aria-label="said" /></div>
    <ChartTable :heads="['Week of', 'Minutes of work']" :rows="rows" />
    <ul v-if="happened.length">
      <li v-for="one in happened" :key="one.day + one.says">
        <span>{{ dayOfYear(one.day) }}</span> {{ one.says }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
.timeline {
  margin-bottom: 22px;
}
h2 {
  font-size: 20px;
}
h2 span {
  font: 450 15px var(--font-sans);
  color: var(--color-ash);
}
.chart {
  height: 150px;
  margin-top: 6px;
}
li {
  font-size: 14px;
  line-height: 21px;
}
li span {
  display: inline-block;
  min-width: 96px;
  color: var(--color-ash);
}
</style>
