<script setup lang="ts">
import { PHASES } from '~~/core/plan/phases'
import { minutes } from '~~/core/kernel/time-text'
import { wallTime } from '~/domain/wall-time'

/** The class's time on the floor: gilt as far as it was run, hollow to come, and what runs past the post, with its words. */
const store = useClassStore()
const clock = useClock()
const { width } = useWindowSize()
/** What is left of the beam beside its words and targets. */
const BESIDE = 690
const BAR = computed(() =>
  width.value < 760 ? Math.max(200, width.value - 64) : Math.min(636, Math.max(220, width.value - BESIDE)),
)
const started = computed(() => store.run?.startedAt)
const LEAST_MS = 10 * 60_000
/** From the first bow to when it is due: a class that begins late has a shorter bar. */
const planned = computed(() => {
  const whole = (store.plan?.lengthMin ?? 60) * 60_000
  return started.value === undefined ? whole : Math.max(LEAST_MS, store.dueAt - started.value)
})
const x = (ms: number) => 6 + (ms / planned.value) * BAR.value
const elapsed = computed(() => {
  const end = store.run?.finishedAt ?? clock.now.value
  return started.value === undefined ? 0 : Math.max(0, end - started.value)
})
/** Boards still to come, laid after now as they would run. */
const coming = computed(() => {
  const { now, timeline, run } = store
  if (!now?.placed || !timeline || !run || run.phase === 'finished') return []
  let at = elapsed.value
  return timeline.blocks.slice(now.index).flatMap((placed, i) => {
    if (run.skipped.has(placed.block.id)) return []
    const ms = i === 0 && !now.inTransition ? now.leftMs : placed.ms
    at += i === 0 ? (now.inTransition ? now.leftMs : 0) : timeline.transitionMs
    const from = at
    at += ms
    return [
      {
        id: placed.block.id,
        mark: PHASES[placed.block.phase].mark,
        from,
        to: at,
        must: placed.block.priority === 'must',
      },
    ]
  })
})
const lateMs = computed(() => (store.run?.phase === 'finished' ? 0 : store.endsAt - store.dueAt))
const library = useLibraryStore()
const time = (ms: number) => wallTime(ms, library.club?.zone)
const words = computed(() => {
  const { run, data } = store
  if (!run || !data) return { big: '', small: '', late: false }
  if (run.phase === 'ready')
    return { big: 'Not begun', small: `due ${data.startTime} to ${time(store.dueAt)}`, late: false }
  if (run.phase === 'finished')
    return { big: 'Bowed out', small: `at ${time(run.finishedAt ?? 0)}`, late: false }
  const late = lateMs.value > 30_000
  const early = lateMs.value < -30_000
  return {
    big: late
      ? `Running ${minutes(lateMs.value)} late`
      : early
        ? `${minutes(-lateMs.value)} in hand`
        : 'On time',
    small: `ends ${time(store.endsAt)} as it stands`,
    late,
  }
})
const splinter = computed(() => {
  const over = Math.min(60, Math.max(16, (lateMs.value / planned.value) * BAR.value))
  const left = x(planned.value) + 8
  return `M${left} 12l4 6-4 6 5 5-5 7H${left + over - 3}l3-6-5-6 5-5-4-7z`
})
</script>

<template>
  <div class="bar">
    <svg :width="x(planned) + 74" height="48" class="gauge" role="img" :aria-label="words.big">
      <defs>
        <linearGradient id="floor-gold" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stop-color="#F0C56A" />
          <stop offset="1" stop-color="#A9761B" />
        </linearGradient>
      </defs>
      <rect x="0" y="6" width="6" height="38" fill="#D9C7A6" />
      <rect :x="x(planned)" y="6" width="6" height="38" fill="#D9C7A6" />
      <g v-for="board in coming.filter(({ from }) => from < planned)" :key="board.id">
        <rect
          :x="x(board.from) + 1"
          y="13"
          :width="Math.max(1, Math.min(x(board.to), x(planned)) - x(board.from) - 2)"
          height="24"
          fill="none"
          stroke="#75604A"
          stroke-width="1.5"
        />
        <rect
          v-if="board.must"
          :x="x(board.from) + 1"
          y="33"
          :width="Math.max(1, Math.min(x(board.to), x(planned)) - x(board.from) - 2)"
          height="4"
          fill="#A9C98F"
        />
        <text
          v-if="x(board.to) - x(board.from) > 34"
          :x="(x(board.from) + x(board.to)) / 2"
          y="30"
          text-anchor="middle"
          class="mark"
        >
          {{ board.mark }}
        </text>
      </g>
      <rect
        x="6"
        y="12"
        :width="Math.max(0, Math.min(x(elapsed), x(planned)) - 6)"
        height="26"
        fill="url(#floor-gold)"
      />
      <path v-if="words.late" :d="splinter" fill="#DB5B3D" />
      <rect
        v-if="started !== undefined"
        :x="Math.min(x(elapsed), x(planned)) - 2"
        y="4"
        width="5"
        height="42"
        fill="#FFF3D6"
      />
    </svg>
    <div class="words" :class="{ late: words.late }" data-test="floor-verdict">
      <b>{{ words.big }}</b><span>{{ words.small }}</span>
    </div>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 0;
  min-width: 0;
}
.gauge {
  flex: none;
  margin-right: -60px;
}
.mark {
  font: 650 15px var(--font-sans);
  fill: #d9c7a6;
}
.words {
  position: relative;
  margin-left: 26px;
  white-space: nowrap;
  color: #f2e6d0;
  font-size: 20px;
  line-height: 24px;
}
.words b {
  display: block;
  font-size: 24px;
  line-height: 28px;
}
.words.late {
  margin-left: 62px;
}
.late b {
  color: var(--color-hall-brick);
}
@media (max-width: 760px) {
  .bar {
    flex-direction: column-reverse;
    align-items: flex-start;
  }
  .words,
  .words.late {
    margin: 0;
    display: flex;
    gap: 8px;
    align-items: baseline;
    font-size: 15px;
    line-height: 22px;
  }
  .words b {
    font-size: 20px;
    line-height: 22px;
  }
  .words span {
    display: none;
  }
  .gauge {
    height: 30px;
  }
}
</style>
