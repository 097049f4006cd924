<script setup lang="ts">
import type { Run } from '~~/core/floor/run'
import { minutes } from '~~/core/kernel/time-text'

/** The time left, in figures that read across the hall. */
const props = defineProps<{ ms: number; phase: Run['phase'] }>()
const LAST_MS = 10_000
const text = computed(() => minutes(Math.ceil(props.ms / 1000) * 1000))
const parts = computed(() => text.value.split(':'))
const lastTen = computed(() => props.phase === 'running' && props.ms <= LAST_MS)
</script>

<template>
  <div
    class="clock"
    role="timer"
    data-test="clock"
    :aria-label="`${text} left`"
    :class="{ paused: phase === 'paused', ten: lastTen, long: text.length > 4, ready: phase === 'ready' }"
  >
    {{ parts[0] }}<i aria-hidden="true"><u /><u /></i><span class="sr-only">:</span>{{ parts[1] }}
  </div>
</template>

<style scoped>
.clock {
  display: flex;
  align-items: center;
  font: 740 min(27vw, 44vh) / 0.78 var(--font-sans);
  letter-spacing: -0.035em;
  color: var(--color-hall-gilt);
  white-space: nowrap;
}
.clock.long {
  font-size: min(20.5vw, 40vh);
}
.clock.paused {
  color: transparent;
  -webkit-text-stroke: 3px #f4ecdd;
}
.clock.ten {
  color: #fff3d6;
}
.clock.ready {
  color: #8d7a63;
}
.clock i {
  display: flex;
  flex-direction: column;
  gap: 0.16em;
  margin: 0 0.05em 0 0.08em;
}
.clock u {
  width: 0.125em;
  height: 0.125em;
  background: currentColor;
}
.clock.paused u {
  background: #f4ecdd;
}
@media (max-width: 760px) {
  .clock {
    justify-content: center;
    font-size: 46vw;
    line-height: 0.8;
    padding: 8px 0;
  }
  .clock.long {
    font-size: 35vw;
  }
}
</style>
