<script setup lang="ts">
import { BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js'
import { Bar } from 'vue-chartjs'

/** Reps left against right, item by item, from a middle post. */
const props = defineProps<{ rows: { name: string; left: number; right: number }[] }>()
Chart.register(BarElement, CategoryScale, LinearScale, Tooltip, Legend)

const data = computed(() => ({
  labels: props.rows.map(({ name }) => name),
  datasets: [
    { label: 'left', data: props.rows.map(({ left }) => -left), backgroundColor: '#2C5A70', stack: 'sides' },
    {
      label: 'right',
      data: props.rows.map(({ right }) => right),
      backgroundColor: '#C8922B',
      stack: 'sides',
    },
  ],
}))
const said = computed(
  () =>
    `Reps left against right: ${props.rows.map(({ name, left, right }) => `${name} ${left} left, ${right} right`).join('; ')}`,
)
const font = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 13 }
const options = {
  indexAxis: 'y' as const,
  maintainAspectRatio: false,
  animation: false as const,
  scales: {
    x: {
      stacked: true,
      ticks: { font, color: '#5F554B', callback: (value: string | number) => Math.abs(Number(value)) },
      grid: { color: '#E7DECD' },
    },
    y: { stacked: true, ticks: { font, color: '#221C16' }, grid: { display: false } },
  },
  plugins: {
    legend: { labels: { font, color: '#221C16', boxWidth: 14 } },
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
  <div :style="{ height: `${64 + rows.length * 28}px` }">
    <Bar :data="data" :options="options" role="img" :aria-label="said" />
  </div>
</template>
