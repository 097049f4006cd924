<script setup lang="ts">
import { loadCurve } from '~~/core/balance/load'
import type { Timeline } from '~~/core/plan/timeline'
import type { FrameGeometry } from '~/domain/frame-geometry'

/** Intensity through the class as a filled curve, with the water as drops. */
const props = defineProps<{ geometry: FrameGeometry; timeline: Timeline; groups: number }>()

const X_AT_ONE = 8
const PX_A_POINT = 32 / 7
/** Drawn once the keys have rested, so that none is kept waiting for it. */
const DRAW_AFTER_MS = 120
const drawn = refDebounced(
  computed(() => ({ geometry: props.geometry, timeline: props.timeline })),
  DRAW_AFTER_MS,
)
/** Half a pixel is as fine as the eye sees, and short to write. */
const half = (px: number) => Math.round(px * 2) / 2
const curve = computed(() =>
  loadCurve(drawn.value.timeline, props.groups).map(
    ({ at, intensity }) =>
      `${half(X_AT_ONE + (intensity - 1) * PX_A_POINT)} ${half(drawn.value.geometry.yAt(at))}`,
  ),
)
const line = computed(() => (curve.value.length ? `M${curve.value.join('L')}` : ''))
const area = computed(() => (line.value ? `${line.value}L0 ${drawn.value.geometry.height}L0 0Z` : ''))
const drops = computed(() =>
  drawn.value.geometry.boards.filter(({ block }) => block.phase === 'water').map(({ y, h }) => y + h / 2 - 7),
)
</script>

<template>
  <svg
    class="ribbon"
    width="66"
    :height="drawn.geometry.height + 2"
    role="img"
    aria-label="Load through the class"
  >
    <defs>
      <linearGradient id="load-fill" x1="0" x2="1">
        <stop offset="0" stop-color="#E9D3A2" />
        <stop offset="1" stop-color="#C07A2E" />
      </linearGradient>
    </defs>
    <path :d="area" fill="url(#load-fill)" fill-opacity="0.75" />
    <path :d="line" fill="none" stroke="#7A4A1E" stroke-width="1.6" />
    <line
      x1="40"
      x2="40"
      y1="0"
      :y2="drawn.geometry.height"
      stroke="#A63A24"
      stroke-dasharray="2 3"
      stroke-opacity="0.7"
    />
    <path
      v-for="y in drops"
      :key="y"
      :transform="`translate(47 ${y})`"
      d="M5.5 0C8 4.5 11 6.5 11 10a5.5 5.5 0 0 1-11 0C0 6.500 3 4.500 5.500 0z"
      fill="#2A6C82"
    />
  </svg>
</template>

<style scoped>
.ribbon {
  display: block;
}
</style>
