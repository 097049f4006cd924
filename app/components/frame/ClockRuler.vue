<script setup lang="ts">
import { clockAt } from '~~/core/kernel/time-text'
import type { FrameGeometry, PlacedBoard } from '~/domain/frame-geometry'

/** Clock times at the left of the frame; where a short board is opened up, its minutes stand further apart. */
const props = defineProps<{
  geometry: FrameGeometry
  boards: readonly PlacedBoard[]
  start: string
  totalMs: number
}>()
/** The boards move first, and the ruler follows. */
const { shown } = useAfterPaint(() => ({ ...props }))
/** All ticks in one stroke: each minute short, each fifth long. */
const ticks = computed(() => {
  let path = ''
  for (let m = 0; m * 60_000 <= shown.value.totalMs; m++)
    path += `M72 ${Math.round(shown.value.geometry.yAt(m * 60_000)) + 0.5}H${m % 5 === 0 ? 65 : 68}`
  return path
})
/** A label for each board in view, left out where the one before is still in the way. */
const labels = computed(() => {
  let last = -Infinity
  return shown.value.boards.flatMap(({ block, y, at }) => {
    if (y - last < 16) return []
    last = y
    return [{ id: block.id, y, clock: clockAt(shown.value.start, at) }]
  })
})
</script>

<template>
  <div class="ruler" aria-hidden="true">
    <svg width="72" :height="shown.geometry.height + 2" class="ticks">
      <path :d="ticks" stroke="#B9A98D" />
    </svg>
    <span v-for="label in labels" :key="label.id" class="clock" :style="{ top: `${label.y}px` }">
      <b>{{ label.clock[0] }}</b>{{ label.clock[1] }}
    </span>
  </div>
</template>

<style scoped>
.ruler {
  position: relative;
  width: 72px;
}
.ticks {
  position: absolute;
  left: 0;
  top: 0;
}
.clock {
  position: absolute;
  right: 9px;
  font-size: 13px;
  line-height: 17px;
  color: var(--color-ash);
}
.clock b {
  color: var(--color-ink);
  font-weight: 640;
}
</style>
