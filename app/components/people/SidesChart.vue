<script setup lang="ts">
import { BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js'
import { Bar } from 'vue-chartjs'

import {
  CHART_ASH,
  CHART_BLUE,
  CHART_GILT,
  CHART_INK,
  CHART_LINE,
  chartFont as font,
} from '~/domain/chart-style'

/** Two figures of each item against each other, from a middle post: reps left and right, performed and received. */
const props = withDefaults(
  defineProps<{
    rows: { name: string; left: number; right: number }[]
    left?: string
    right?: string
  }>(),
  { left: 'left', right: 'right' },
)
Chart.register(BarElement, CategoryScale, LinearScale, Tooltip, Legend)

const data = computed(() => ({
  labels: props.rows.map(({ name }) => name),
  datasets: [
    {
      label: props.left,
      data: props.rows.map(({ left }) => -left),
      backgroundColor: CHART_BLUE,
      stack: 'sides',
    },
    {
      label: props.right,
      data: props.rows.map(({ right }) => right),
      backgroundColor: CHART_GILT,
      stack: 'sides',
    },
  ],
}))
const said = computed(
  () =>
    `Reps ${props.left} against ${props.right}: ${props.rows.map(({ name, left, right }) => `${name} ${left} ${props.left}, ${right} ${props.right}`).join('; ')}`,
)
const options = {
  indexAxis: 'y' as const,
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: {
      stacked: true,
      ticks: { font, color: CHART_ASH, callback: (value: string | number) => Math.abs(Number(value)) },
      grid: { color: CHART_LINE },
    },
    y: { stacked: true, ticks: { font, color: CHART_INK }, grid: { display: false } },
  },
  plugins: {
    legend: { labels: { font, color: CHART_INK, boxWidth: 14 } },
    tooltip: {
      bodyFont: font,
      callbacks: {
        label: ({ dataset, parsed }: { dataset: { label?: string }; parsed: { x: number | null } }) =>
          `${Math.abs(parsed.x ?? 0)} ${dataset.label}`,
      },
    },
  },
}
</script>

<template>
  <div>
    <div :style="{ height: `${64 + rows.length * 28}px` }">
      <Bar :data="data" :options="options" role="img" :aria-label="said" />
    </div>
    <ChartTable :heads="['Item', left, right]" :rows="rows.map((row) => [row.name, row.left, row.right])" />
  </div>
</template>
