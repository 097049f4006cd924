<script setup lang="ts">
import type { Run } from '~~/core/floor/run'
import type { Figure } from '~/domain/floor-figure'

/** What the class is doing now, in figures that read across the hall. */
const props = defineProps<{ figure: Figure; phase: Run['phase'] }>()
const parts = computed(() => props.figure.text.split(':'))
</script>

<template>
  <div class="figure">
    <div
      class="clock"
      role="timer"
      data-test="clock"
      :aria-label="figure.label"
      :class="{
        paused: phase === 'paused',
        ten: figure.last,
        long: figure.text.length > 4,
        ready: phase === 'ready',
        over: figure.text.startsWith('+'),
      }"
    >
      {{ parts[0]
      }}<template v-if="parts.length > 1"
        ><i aria-hidden="true"><u /><u /></i><span class="sr-only">:</span>{{ parts[1] }}</template
      >
    </div>
    <p v-if="figure.of" class="of" :class="{ alone: figure.aside }" aria-hidden="true">{{ figure.of }}</p>
  </div>
</template>

<style scoped>
.figure {
  display: flex;
  align-items: flex-end;
  gap: 18px;
  min-width: 0;
}
.clock {
  display: flex;
  align-items: center;
  /* As large as its place: what stands above and below it changes with the moment. */
  font: 740 min(27vw, 124cqh) / 0.78 var(--font-sans);
  letter-spacing: -0.035em;
  color: var(--color-hall-gilt);
  white-space: nowrap;
}
.clock.long {
  font-size: min(20.5vw, 124cqh);
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
.clock.over {
  color: var(--color-hall-brick);
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
.of {
  flex: 0 1 auto;
  max-width: 5em;
  padding-bottom: 6px;
  font-size: 22px;
  line-height: 25px;
  color: var(--color-hall-ash);
}
@media (min-width: 761px) {
  .of:not(.alone) {
    display: none;
  }
}
@media (max-width: 760px) {
  .figure {
    display: block;
  }
  .clock {
    font-size: 25vw;
    line-height: 0.85;
    padding: 6px 0 2px;
  }
  .clock.long {
    font-size: 19vw;
  }
  .of {
    max-width: 40vw;
    padding: 0;
    font-size: 18px;
    line-height: 20px;
  }
}
@media (min-width: 500px) and (max-height: 500px) {
  .clock,
  .clock.long {
    font-size: min(15vw, 84cqh);
  }
}
</style>
