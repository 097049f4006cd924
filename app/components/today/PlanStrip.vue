<script setup lang="ts">
import { layPlan } from '~~/core/plan/timeline'
import type { Plan } from '~~/core/plan/schema'
import { PHASES } from '~~/core/plan/phases'
import { clockAt, minutes } from '~~/core/kernel/time-text'

/** A plan at a glance: its boards between two posts under the beam, to scale, and what hangs over. */
const props = defineProps<{ plan: Plan }>()
const timeline = computed(() => layPlan(props.plan))
const planned = computed(() => props.plan.lengthMin * 60_000)
const whole = computed(() => Math.max(planned.value, timeline.value.totalMs))
const pc = (ms: number) => (ms / whole.value) * 100
const boards = computed(() =>
  timeline.value.blocks.map(({ block, at, ms }) => ({ block, left: pc(at), width: pc(ms), ms })),
)
const hours = computed(() => {
  const start = props.plan.start ?? '00:00'
  const every = planned.value > 100 * 60_000 ? 30 : 15
  return Array.from({ length: Math.floor(props.plan.lengthMin / every) + 1 }, (_, i) => ({
    left: pc(i * every * 60_000),
    text: clockAt(start, i * every * 60_000)[0],
  }))
})
</script>

<template>
  <div
    class="strip"
    role="img"
    :aria-label="`${minutes(timeline.totalMs)} planned of ${plan.lengthMin} minutes`"
  >
    <div class="lintel" :style="{ width: `${pc(planned)}%` }" />
    <div v-if="timeline.spareMs < 0" class="broken" :style="{ left: `${pc(planned)}%` }" />
    <div class="frame">
      <div
        v-for="board in boards"
        :key="board.block.id"
        class="board"
        :class="{ water: board.block.phase === 'water', slim: board.width < 7.5 }"
        :data-phase="board.block.phase"
        :style="{ left: `${board.left}%`, width: `${board.width}%` }"
        :title="`${board.block.title}, ${minutes(board.ms)}`"
      >
        <b v-if="board.width > 3.2 && board.block.phase !== 'water'">{{ PHASES[board.block.phase].mark }}</b>
        <span v-if="board.width > 8.5">{{ board.block.title }}</span>
      </div>
      <div v-if="timeline.spareMs < 0" class="over" :style="{ left: `${pc(planned)}%` }" />
      <i class="post" style="left: 0" /><i class="post" :style="{ left: `${pc(planned)}%` }" />
    </div>
    <div class="hours">
      <span v-for="hour in hours" :key="hour.text" :style="{ left: `${hour.left}%` }">{{ hour.text }}</span>
    </div>
  </div>
</template>

<style scoped>
.strip {
  position: relative;
}
.lintel {
  height: 8px;
  background: linear-gradient(#e7be63, #b47c1d);
  border-radius: 1px;
}
.broken {
  position: absolute;
  top: 0;
  right: 0;
  height: 8px;
  background: #c9573d;
  clip-path: polygon(0 0, 8px 50%, 0 100%, 100% 100%, calc(100% - 7px) 50%, 100% 0);
}
.frame {
  position: relative;
  height: 84px;
  border-bottom: 1px solid var(--color-straw);
}
.board {
  position: absolute;
  top: 8px;
  bottom: 0;
  overflow: hidden;
  padding: 2px 5px;
  background: #fffdf8;
  border-top: 6px solid var(--phase);
  border-right: 1px solid var(--color-straw);
  border-left: 1px solid var(--color-straw);
  text-align: center;
  font-size: 13px;
  line-height: 17px;
}
.board b {
  display: block;
  color: var(--phase);
}
.board span {
  display: -webkit-box;
  overflow: hidden;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  -webkit-box-orient: vertical;
}
.water {
  background: #dcebec;
}
.post {
  position: absolute;
  top: 0;
  bottom: -3px;
  width: 4px;
  background: #a6740f;
}
.over {
  position: absolute;
  right: 0;
  top: 8px;
  bottom: 0;
  background: repeating-linear-gradient(135deg, transparent 0 6px, rgba(166, 58, 36, 0.5) 6px 8px);
}
.hours {
  position: relative;
  height: 20px;
  font-size: 13px;
  line-height: 20px;
}
.hours span {
  position: absolute;
  transform: translateX(-50%);
}
.hours span:first-child {
  transform: none;
}
@media (max-width: 760px) {
  .board span,
  .slim b {
    display: none;
  }
}
</style>
