<script setup lang="ts">
import type { Timeline } from '~~/core/plan/timeline'
import { clockAt, minutes } from '~~/core/kernel/time-text'

/**
 * The class's time as a golden bar between two posts. What overhangs the right post is drawn broken, to the same scale,
 * with its figure.
 */
const props = defineProps<{ timeline: Timeline; lengthMin: number; start?: string; selected?: string }>()
/** The boards move first, and the bar follows. */
const { shown } = useAfterPaint(() => ({ ...props }))

const { width: windowPx } = useWindowSize()
/** As long as the beam has room for. */
const BAR = computed(() => (windowPx.value < 1160 ? 210 : 352))
const LEFT = 4
const planned = computed(() => shown.value.lengthMin * 60_000)
const x = (ms: number) => LEFT + (ms / planned.value) * BAR.value
/** All segments of a colour in one stroke. */
const segments = computed(() => {
  const paths = { board: '', water: '', selected: '' }
  for (const { block, at, ms } of shown.value.timeline.blocks) {
    if (at >= planned.value) break
    const width = Math.max(1, x(Math.min(at + ms, planned.value)) - x(at))
    const look = block.id === shown.value.selected ? 'selected' : block.phase === 'water' ? 'water' : 'board'
    paths[look] += `M${x(at).toFixed(2)} 4h${width.toFixed(2)}v14h-${width.toFixed(2)}z`
  }
  return paths
})
const overMs = computed(() => Math.max(0, -shown.value.timeline.spareMs))
const overPx = computed(() => Math.min(90, Math.max(16, (overMs.value / planned.value) * BAR.value)))
/** A splintered end. */
const splinter = computed(() => {
  const left = LEFT + BAR.value + 5
  const right = left + overPx.value
  return `M${left} 3l3 4-3 4 4 3-4 3H${right - 2}l3-4-4-3 4-4-3-3z`
})
const ends = computed(() => {
  const start = shown.value.start
  return start
    ? {
        first: start,
        post: clockAt(start, planned.value)[0],
        bow: clockAt(start, shown.value.timeline.totalMs).join(''),
      }
    : undefined
})
const spare = computed(() => shown.value.timeline.spareMs)
</script>

<template>
  <div class="flex items-center gap-3" data-test="class-bar">
    <div class="relative">
      <div class="times" :style="{ width: `${BAR + 8}px` }">
        <span>{{ ends?.first ?? '0:00' }}</span>
        <span>
          <b>{{ minutes(shown.timeline.totalMs) }}</b><template v-if="BAR > 300"> planned</template> of
          {{ shown.lengthMin }}:00
        </span>
        <span>{{ ends?.post ?? `${shown.lengthMin}:00` }}</span>
      </div>
      <svg
        :width="LEFT + BAR + 8 + (overMs ? overPx + 4 : 0)"
        height="24"
        role="img"
        :aria-label="`${minutes(shown.timeline.totalMs)} planned of ${shown.lengthMin} minutes`"
      >
        <defs>
          <linearGradient id="bar-gold" x1="0" y1="0" x2="0" y2="1">
            <stop offset="0" stop-color="#F3CE7A" />
            <stop offset="0.55" stop-color="#DCA83F" />
            <stop offset="1" stop-color="#B8811F" />
          </linearGradient>
        </defs>
        <rect :x="LEFT" y="4" :width="BAR" height="14" fill="#2a1e16" />
        <path :d="segments.board" fill="url(#bar-gold)" />
        <path :d="segments.water" fill="#7FB3C2" />
        <path :d="segments.selected" fill="#FFE7A8" />
        <path v-if="overMs" :d="splinter" fill="#C9573D" stroke="#8E2C18" stroke-width="1" />
        <rect :x="LEFT - 2.5" y="1" width="2.5" height="21" fill="#F6DFA4" />
        <rect :x="LEFT + BAR" y="1" width="2.5" height="21" fill="#F6DFA4" />
      </svg>
      <div class="under"><ViewBracket :planned="planned" :width="BAR" /></div>
    </div>
    <div class="verdict">
      <template v-if="overMs">
        <b class="over">{{ minutes(overMs) }} over</b>
        <span v-if="ends">bow at {{ ends.bow }}</span>
      </template>
      <template v-else>
        <b class="fits">{{ minutes(spare) }} spare</b>
        <span v-if="ends">bow at {{ ends.bow }}</span>
      </template>
    </div>
  </div>
</template>

<style scoped>
.times {
  display: flex;
  justify-content: space-between;
  font: 560 13px/15px var(--font-sans);
  color: #ebdcc0;
}
.times b {
  color: #ffe7a8;
  font-weight: 680;
}
svg {
  display: block;
}
.under {
  position: absolute;
  left: 4px;
  bottom: 0;
  height: 24px;
}
.verdict {
  font-size: 13px;
  line-height: 16px;
  color: #ebdcc0;
  white-space: nowrap;
}
.verdict b {
  display: block;
  font: 700 17px/19px var(--font-serif);
}
.over {
  color: #ffb9a3;
}
.fits {
  color: #cfe0b9;
}
</style>
