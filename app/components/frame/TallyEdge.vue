<script setup lang="ts">
import type { Stretch } from '~~/core/plan/modes/mode'

/**
 * The dose drawn to scale down the board's edge: solid is work, pale is rest and changes, hollow is talk. Drawn from the
 * laid-out timeline, so it cannot say anything else than the figures do.
 */
const props = defineProps<{ lane: Stretch[]; ms: number; height: number }>()

const bars = computed(() => {
  const scale = props.height / Math.max(1, props.ms)
  const out: { y: number; h: number; look: 'work' | 'rest' | 'talk' }[] = []
  for (const stretch of props.lane)
    for (const s of stretch.spans) {
      if (s.ms === 0 || s.cls === 'idle' || s.cls === 'holding') continue
      const look = s.cls === 'work' ? 'work' : s.cls === 'talk' ? 'talk' : 'rest'
      const y = (stretch.at + s.at) * scale
      const last = out.at(-1)
      // Rests of less than half a pixel only blur the edge.
      if (last && last.look === look && y - (last.y + last.h) < 0.5) last.h = y + s.ms * scale - last.y
      else out.push({ y, h: s.ms * scale, look })
    }
  return out
})
</script>

<template>
  <svg class="edge" width="8" :height="height" aria-hidden="true">
    <template v-for="(bar, i) in bars" :key="i">
      <rect
        v-if="bar.look === 'talk'"
        x="0.75"
        :y="bar.y + 0.75"
        width="6.5"
        :height="Math.max(0.5, bar.h - 1.5)"
        fill="none"
        stroke="var(--phase)"
        stroke-width="1.5"
      />
      <rect
        v-else
        x="0"
        :y="bar.y"
        width="8"
        :height="Math.max(0.5, bar.h - (bar.look === 'work' ? 0.4 : 0))"
        fill="var(--phase)"
        :fill-opacity="bar.look === 'work' ? 1 : 0.3"
      />
    </template>
  </svg>
</template>

<style scoped>
.edge {
  position: absolute;
  left: 0;
  top: 0;
  display: block;
  /* What is drawn lies within; a clip would only cost. */
  overflow: visible;
}
</style>
