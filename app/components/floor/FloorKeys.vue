<script setup lang="ts">
import { counted, minutes } from '~~/core/kernel/time-text'

/** Five large targets along the bottom edge, each of one meaning in one place; its line says what it would do now. */
const store = useClassStore()
const acts = useFloorActs()
const emit = defineEmits<{ more: [] }>()
const { phase, underWay, word } = acts
const coming = computed(() => store.now?.coming?.block.title)

interface Key {
  id: string
  name: string
  says: string
  able: boolean
  main?: boolean
  /** The word is waited for. */
  asked?: boolean
  press: () => unknown
  by: string
}
const keys = useUnchanged<Key[]>(() => {
  const paused = phase.value === 'paused'
  const { run, now } = store
  const on = now?.called?.span
  return [
    {
      id: 'again',
      name: 'Again',
      says: on?.set
        ? `set ${on.set} from its first`
        : on?.round
          ? `round ${on.round} again`
          : 'from its start',
      able: acts.mayDoAgain.value,
      press: () => acts.again('set'),
      by: 'R',
    },
    // What is counted by the word ends by it.
    acts.isCounting.value
      ? {
          id: 'done',
          name: 'Done',
          says: `ends ${acts.pieceSaid.value}`,
          able: true,
          press: acts.end,
          by: 'D',
        }
      : {
          id: 'more',
          name: '+0:30',
          says: on?.word ? 'it lasts until you say' : 'half a minute more',
          able: acts.mayExtend.value,
          press: () => acts.extend(),
          by: '+',
        },
    {
      id: 'hold',
      name: paused ? 'Go' : 'Pause',
      says: paused ? 'the clock runs on' : 'holds the count and the clock',
      able: underWay.value,
      main: phase.value !== 'ready',
      press: acts.pauseOrGo,
      by: 'Space',
    },
    {
      id: 'word',
      name:
        phase.value === 'ready'
          ? 'Start'
          : acts.isCounting.value
            ? 'Count'
            : acts.mayEnd.value
              ? 'Done'
              : 'Begin',
      says: word.value.says,
      able: word.value.able,
      main: phase.value === 'ready',
      asked: run?.waitsFor !== undefined,
      press: acts.giveWord,
      by: 'B',
    },
    {
      id: 'next',
      name: 'Next',
      says: now?.inTransition
        ? 'begin it now'
        : coming.value
          ? `cut to ${coming.value}`
          : 'end this board here',
      able: underWay.value && !!now?.placed,
      press: acts.goOn,
      by: 'N',
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
function finish() {
  if (!underWay.value) return
  if (left.value.boards > 0) isAskingToFinish.value = true
  else store.act('finish')
}
function finishEarly() {
  isAskingToFinish.value = false
  store.act('finish')
}
defineExpose({ finish })

/** A clicker or a pedal sends the keys of a page: on is the word, back takes it back. */
const BY_KEY: Record<string, () => unknown> = {
  ' ': () => (phase.value === 'ready' ? acts.giveWord() : underWay.value && acts.pauseOrGo()),
  b: acts.giveWord,
  PageDown: acts.giveWord,
  PageUp: acts.undo,
  n: () => underWay.value && acts.goOn(),
  ArrowRight: () => underWay.value && acts.goOn(),
  r: () => acts.again('set'),
  t: () => acts.again('top'),
  a: acts.another,
  d: acts.end,
  '+': () => acts.extend(),
  '=': () => acts.extend(),
  '-': acts.shorten,
  ArrowUp: acts.oneMore,
  ArrowDown: acts.oneFewer,
  s: () => underWay.value && acts.skip(),
  f: finish,
  u: acts.undo,
  m: () => emit('more'),
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (target.closest('input, textarea, select, [role="dialog"]') || event.ctrlKey || event.altKey) return
  if (isAskingToFinish.value || event.repeat || !acts.leads.value) return
  const press = BY_KEY[event.key]
  // Whoever goes from button to button by keyboard presses them with it; after a tap it holds the class.
  const isOnButton = target.matches('button:focus-visible, a:focus-visible')
  if (!press || (event.key === ' ' && isOnButton)) return
  press()
  event.preventDefault()
})
/** The rest is one swipe away: up from the keys. */
const nav = ref<HTMLElement>()
const { direction } = useSwipe(nav, {
  onSwipeEnd: () => {
    if (direction.value === 'up') emit('more')
  },
})
</script>

<template>
  <nav v-show="phase !== 'finished'" ref="nav" class="keys timber" aria-label="Run the class">
    <div v-if="!acts.leads.value && underWay" class="followed">
      <p>
        <b>{{ store.run?.lead?.name }} runs this class.</b> <span>This screen follows it.</span>
      </p>
      <button type="button" class="take" @click="acts.takeOver">Take over</button>
    </div>
    <template v-else>
      <button
        v-for="key in keys"
        :key="key.id"
        type="button"
        :class="{ main: key.main, asked: key.asked, word: key.id === 'word' }"
        :disabled="!key.able"
        @click="key.press"
      >
        <b>{{ key.name }}</b>
        <span>{{ key.says }}</span>
        <kbd aria-hidden="true">{{ key.by }}</kbd>
      </button>
    </template>
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
  grid-template-columns: 1fr 1fr 1.25fr 1.25fr 1fr;
  height: calc(92px + env(safe-area-inset-bottom));
  padding-bottom: env(safe-area-inset-bottom);
  border-top: 3px solid var(--color-gilt);
  touch-action: manipulation;
}
button {
  position: relative;
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
kbd {
  position: absolute;
  top: 5px;
  right: 8px;
  font: 600 15px/18px var(--font-sans);
  color: #c3b6a2;
  background: none;
  border: 0;
  box-shadow: none;
}
.main {
  color: var(--color-hall);
  background: linear-gradient(#e4d5b8, #cdb991);
}
.asked {
  color: var(--color-hall);
  background: linear-gradient(#f0c56a, #d9a441);
}
.main kbd,
.asked kbd {
  color: #4a3a2a;
}
button:disabled b,
button:disabled span {
  opacity: 0.45;
}
.followed {
  display: flex;
  grid-column: 1 / -1;
  align-items: center;
  justify-content: space-between;
  gap: 20px;
  padding: 0 20px;
  font-size: 24px;
}
.followed b,
.followed span {
  display: inline;
  font: inherit;
}
.followed b {
  font-weight: 700;
}
.take {
  flex: none;
  min-height: 64px;
  padding: 0 28px;
  font: 660 26px/32px var(--font-serif);
  border: 2px solid #d9c7a6;
}
@media (hover: none), (max-width: 760px) {
  kbd {
    display: none;
  }
}
@media (max-width: 760px) {
  .keys {
    grid-template-columns: 1fr 1fr 1.1fr 1.2fr 1fr;
  }
  b {
    font-size: 22px;
  }
  span {
    display: none;
  }
  /* What a press of this one would do changes with every moment. */
  .word span {
    display: -webkit-box;
    overflow: hidden;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    white-space: normal;
    font-size: 14px;
    line-height: 16px;
  }
  .word b {
    line-height: 28px;
  }
  .followed {
    padding: 0 10px;
    font-size: 18px;
  }
}
/* On its side a phone has no height to spare. */
@media (max-height: 500px) {
  .keys {
    height: calc(58px + env(safe-area-inset-bottom));
  }
  b {
    font-size: 22px;
    line-height: 26px;
  }
  span {
    font-size: 14px;
    line-height: 17px;
  }
  kbd {
    display: none;
  }
  .take {
    min-height: 46px;
    font-size: 20px;
    line-height: 24px;
  }
  .followed {
    font-size: 17px;
    line-height: 21px;
  }
}
</style>
