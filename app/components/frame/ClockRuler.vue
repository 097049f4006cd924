<script setup lang="ts">
import { clockAt } from '~~/core/plan/time-text'
import type { FrameGeometry } from '~/domain/frame-geometry'

/** Clock times at the left of the frame; where a short board is opened up, its minutes stand further apart. */
const props = defineProps<{ geometry: FrameGeometry; start: string; totalMs: number }>()
const ticks = computed(() =>
  Array.from({ length: Math.floor(props.totalMs / 60_000) + 1 }, (_, m) => ({
    y: Math.round(props.geometry.yAt(m * 60_000)) + 0.5,
    long: m % 5 === 0,
  })),
)
/** A label for each board, left out where the one before is still in the way. */
const labels = computed(() => {
  let last = -Infinity
  return props.geometry.boards.flatMap(({ block, y, at }) => {
    if (y - last < 16) return []
    last = y
    return [{ id: block.id, y, clock: clockAt(props.start, at) }]
  })
})
</script>

<template>
  <div class="ruler" aria-hidden="true">
    <svg width="72" :height="geometry.height + 2" class="ticks">
      <line
        v-for="(tick, i) in ticks"
        :key="i"
        :x1="tick.long ? 65 : 68"
        x2="72"
        :y1="tick.y"
        :y2="tick.y"
        stroke="#B9A98D"
      />
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
