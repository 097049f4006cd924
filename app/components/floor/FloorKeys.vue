<script setup lang="ts">
import type { RunEvent } from '~~/core/floor/events'
import { counted, minutes } from '~~/core/kernel/time-text'

/** Five large targets along the bottom edge, each of one meaning. Undo says what it would take back. */
const store = useClassStore()
/** Older acts have become what happened: they are not taken back by a slip of the thumb. */
const UNDO_WITHIN_MS = 5 * 60_000

const phase = computed(() => store.run?.phase ?? 'ready')
const coming = computed(() => store.now?.coming?.block.title)
const underWay = computed(() => phase.value === 'running' || phase.value === 'paused')

interface Key {
  key: string
  name: string
  says: string
  kind: RunEvent['kind']
  able: boolean
  main?: boolean
}
const keys = computed<Key[]>(() => {
  const begin = phase.value === 'ready'
  const paused = phase.value === 'paused'
  return [
    { key: 'finish', name: 'Finish', says: 'bow out and log it', kind: 'finish', able: underWay.value },
    {
      key: 'skip',
      name: 'Skip',
      says: coming.value ? `leave out ${coming.value}` : 'nothing more to leave out',
      kind: 'skip',
      able: underWay.value && !!coming.value,
    },
    begin
      ? { key: 'hold', name: 'Start', says: 'line up: the clock runs', kind: 'start', able: true, main: true }
      : {
          key: 'hold',
          name: paused ? 'Go' : 'Pause',
          says: paused ? 'the clock runs on' : 'holds the count and the clock',
          kind: paused ? 'resume' : 'pause',
          able: underWay.value,
          main: true,
        },
    {
      key: 'next',
      name: 'Next',
      says: store.now?.inTransition
        ? 'begin it now'
        : coming.value
          ? `cut to ${coming.value}`
          : 'end this board here',
      kind: 'next',
      able: underWay.value && !!store.now?.placed,
    },
  ]
})

/** Whether it is asked if the class is to end before its plan does. */
const isAskingToFinish = ref(false)
const left = computed(() => {
  const { now, timeline, run } = store
  if (!now || !timeline || !run) return { ms: 0, boards: 0 }
  const boards = timeline.blocks
    .slice(now.index)
    .filter(({ block }) => now.placed && !run.skipped.has(block.id)).length
  return { ms: now.toEndMs, boards }
})
function press({ kind, able }: Key) {
  if (!able) return
  if (kind === 'finish' && left.value.boards > 0) isAskingToFinish.value = true
  else store.act(kind, aimOf(kind))
}
function finishEarly() {
  isAskingToFinish.value = false
  store.act('finish')
}
/** The board an act is about, so that of two who press at once only one acts. */
function aimOf(kind: RunEvent['kind']): { board?: string; waiting?: boolean } {
  const { placed, coming: next, inTransition } = store.now ?? {}
  if (kind === 'skip' && next) return { board: next.block.id }
  if (kind === 'next' && placed) return { board: placed.block.id, waiting: inTransition ?? false }
  return {}
}
const lastAct = computed(() => {
  const undone = new Set(store.data?.events.flatMap(({ undoes }) => undoes ?? []))
  return [...(store.data?.events ?? [])]
    .sort((a, b) => a.at - b.at)
    .filter(({ kind, id }) => kind !== 'undo' && !undone.has(id))
    .at(-1)
})
const clock = useClock()
const undoable = computed(() =>
  lastAct.value && clock.now.value - lastAct.value.at < UNDO_WITHIN_MS ? lastAct.value : undefined,
)
const WORDS: Record<RunEvent['kind'], string> = {
  start: 'the start',
  pause: 'the pause',
  resume: 'going on',
  next: 'the cut',
  begin: 'beginning early',
  skip: 'leaving out',
  finish: 'the finish',
  undo: '',
}
const ago = computed(() => (undoable.value ? minutes(clock.now.value - undoable.value.at) : ''))
function undoLast() {
  const { value: act } = undoable
  if (!act) return
  if (act.kind === 'finish') store.goOnAfterAll()
  else store.act('undo', { undoes: act.id })
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (target.matches('input, textarea, select') || event.ctrlKey || event.altKey) return
  if (isAskingToFinish.value || event.repeat) return
  const by: Record<string, string> = { ' ': 'hold', n: 'next', ArrowRight: 'next', s: 'skip', f: 'finish' }
  const key = keys.value.find((k) => k.key === by[event.key])
  if (event.key === 'u') undoLast()
  else if (key && !(event.key === ' ' && target.matches('button, a'))) press(key)
  else return
  event.preventDefault()
})
</script>

<template>
  <nav class="keys timber" aria-label="Run the class">
    <button
      v-for="key in keys"
      :key="key.key"
      type="button"
      :class="{ main: key.main }"
      :disabled="!key.able"
      @click="press(key)"
    >
      <b>{{ key.name }}</b>
      <span>{{ key.says }}</span>
    </button>
    <button type="button" class="back" :disabled="!undoable" @click="undoLast">
      <b>Undo</b>
      <span>{{ undoable ? `${WORDS[undoable.kind]}, ${ago} ago` : 'nothing of late' }}</span>
    </button>
    <AskDialog
      hall
      :open="isAskingToFinish"
      title="Finish before the plan ends?"
      :says="`${counted(left.boards, 'board')} and ${minutes(left.ms)} are left. What was not run is credited to nobody.`"
      yes="Finish now"
      no="Go on"
      @yes="finishEarly"
      @no="isAskingToFinish = false"
    />
  </nav>
</template>

<style scoped>
.keys {
  display: grid;
  flex: none;
  grid-template-columns: 1fr 1fr 1.25fr 1fr 1fr;
  height: calc(92px + env(safe-area-inset-bottom));
  padding-bottom: env(safe-area-inset-bottom);
  border-top: 3px solid var(--color-gilt);
}
button {
  min-width: 0;
  padding: 0 8px;
  color: #f4ecdd;
  border-left: 2px solid #1b1410;
}
button:first-child {
  border-left: 0;
}
b {
  display: block;
  font: 660 31px/36px var(--font-serif);
}
span {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 20px;
  line-height: 25px;
}
.main {
  color: var(--color-hall);
  background: linear-gradient(#e4d5b8, #cdb991);
}
.back {
  order: 3;
}
button:nth-child(4) {
  order: 4;
}
button:disabled b,
button:disabled span {
  opacity: 0.45;
}
@media (max-width: 760px) {
  b {
    font-size: 22px;
  }
  span {
    display: none;
  }
  .back:enabled span {
    display: block;
    font-size: 15px;
    line-height: 18px;
  }
}
</style>
