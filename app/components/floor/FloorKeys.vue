<script setup lang="ts">
import type { RunEvent } from '~~/core/floor/events'
import { minutes } from '~~/core/kernel/time-text'

/** Five large targets along the bottom edge. After a tap its own second line becomes Undo for eight seconds. */
const store = useClassStore()
const UNDO_MS = 8000
const done = ref<{ key: string; id: string }>()
const forget = useTimeoutFn(() => (done.value = undefined), UNDO_MS, { immediate: false })

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

function press({ key, kind, able }: Key) {
  if (done.value?.key === key) return undo()
  if (!able) return
  done.value = { key, id: store.act(kind, aimOf(kind)) }
  forget.start()
}
/** The board an act is about, so that of two who press at once only one acts. */
function aimOf(kind: RunEvent['kind']): { board?: string; waiting?: boolean } {
  const { placed, coming: next, inTransition } = store.now ?? {}
  if (kind === 'skip' && next) return { board: next.block.id }
  if (kind === 'next' && placed) return { board: placed.block.id, waiting: inTransition ?? false }
  return {}
}
function undo() {
  if (done.value) store.act('undo', { undoes: done.value.id })
  done.value = undefined
}
const lastAct = computed(() => {
  const undone = new Set(store.data?.events.flatMap(({ undoes }) => undoes ?? []))
  return [...(store.data?.events ?? [])]
    .sort((a, b) => a.at - b.at)
    .filter(({ kind, id }) => kind !== 'undo' && !undone.has(id))
    .at(-1)
})
const WORDS: Record<RunEvent['kind'], string> = {
  start: 'the start',
  pause: 'the pause',
  resume: 'going on',
  next: 'the cut',
  skip: 'leaving out',
  finish: 'the finish',
  undo: '',
}
const clock = useClock()
const ago = computed(() => (lastAct.value ? minutes(clock.now.value - lastAct.value.at) : ''))
function undoLast() {
  if (lastAct.value) store.act('undo', { undoes: lastAct.value.id })
  done.value = undefined
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if ((event.target as HTMLElement).matches('input, textarea, select') || event.ctrlKey || event.altKey)
    return
  const by: Record<string, string> = { ' ': 'hold', n: 'next', ArrowRight: 'next', s: 'skip', f: 'finish' }
  const key = keys.value.find((k) => k.key === by[event.key])
  if (event.key === 'u') undoLast()
  else if (key && !(event.key === ' ' && (event.target as HTMLElement).matches('button, a'))) press(key)
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
      :class="{ main: key.main, undo: done?.key === key.key }"
      :disabled="!key.able && done?.key !== key.key"
      @click="press(key)"
    >
      <b>{{ key.name }}</b>
      <span>{{ done?.key === key.key ? 'Undo' : key.says }}</span>
    </button>
    <button type="button" class="back" :disabled="!lastAct" @click="undoLast">
      <b>Undo</b>
      <span>{{ lastAct ? `${WORDS[lastAct.kind]}, ${ago} ago` : 'nothing yet' }}</span>
    </button>
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
.undo span {
  font-weight: 700;
  text-decoration: underline;
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
  .undo span {
    display: block;
    font-size: 16px;
    line-height: 18px;
  }
}
</style>
