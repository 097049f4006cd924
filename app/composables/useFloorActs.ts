import { toast } from '~/domain/toast'
import { inForce, inOrderOfTime } from '~~/core/floor/event'
import { pieceNow } from '~~/core/floor/called'
import { pressOf, pressesOf } from '~~/core/floor/by-word'
import { isPiece, nextWork, segmentAt } from '~~/core/floor/segment'
import type { Again, Detail, RunEvent } from '~~/core/floor/events'
import { minutes } from '~~/core/kernel/time-text'
import type { SpanKind } from '~~/core/plan/spans'
import { deviceKind, thisDevice } from '~/domain/this-device'

/** Older acts have become what happened: they are not taken back by a slip of the thumb. */
const UNDO_WITHIN_MS = 5 * 60_000
/** An explanation that has just begun is not ended by a second press of the key that began it. */
const GRACE_MS = 1000
/** When the word began something last. */
let wordAt = -Infinity
/** Reps tapped one after the other are taken back one by one, and soon stand. */
const MORE_MS = 30_000

const NAMES: Partial<Record<SpanKind, string>> = {
  reps: 'set',
  paced: 'set',
  round: 'round',
  hold: 'hold',
  run: 'run',
  station: 'station',
  active: 'board',
}

const UNDOES: Record<RunEvent['kind'], string> = {
  start: 'the start',
  pause: 'the pause',
  resume: 'going on',
  next: 'the cut',
  begin: 'beginning',
  count: 'the count',
  fewer: 'one fewer',
  end: 'ending it',
  extend: 'the longer time',
  again: 'doing it again',
  back: 'going back',
  skip: 'leaving out',
  insert: 'what came in',
  swap: 'changing about',
  change: 'the change',
  fit: 'the fit',
  lead: 'taking over',
  film: 'the recording',
  calls: 'the calls',
  missed: 'a missed call',
  did: 'what one does instead',
  done: 'who is done',
  rule: 'the step',
  finish: 'the finish',
  undo: '',
}

/** Everything that whoever leads a class can do with it now, with what each would do in words. */
export function useFloorActs() {
  const store = useClassStore()
  const clock = useClock()
  const { user } = useUserSession()

  const phase = computed(() => store.run?.phase ?? 'ready')
  const underWay = computed(() => phase.value === 'running' || phase.value === 'paused')
  const now = computed(() => store.now)
  const placed = computed(() => now.value?.placed)
  const board = computed(() => placed.value?.block.id)
  const span = computed(() => (now.value?.inTransition ? undefined : now.value?.called?.span))
  /** A set that is counted by word is on. */
  const isCounting = computed(() => underWay.value && store.run?.waitsFor === 'count')

  function act(kind: RunEvent['kind'], detail?: Detail, to = board.value): void {
    store.act(kind, { ...(to ? { board: to } : {}), ...(detail ? { detail } : {}) })
  }

  /** The word, as it would be given now: what it does, and that it can be given. */
  const word = computed<{ says: string; able: boolean }>(() => {
    const { run } = store
    if (phase.value === 'ready') return { says: 'line up: the clock runs', able: true }
    if (!underWay.value || !placed.value || !run) return { says: 'the plan is done', able: false }
    if (now.value?.inTransition) return { says: `begin ${placed.value.block.title}`, able: true }
    if (run.waitsFor === 'begin') return { says: 'begin the work', able: true }
    const on = span.value
    if (isCounting.value) return { says: callSays.value, able: true }
    if (on && !isPiece(on)) {
      const left = minutes(now.value?.stretchLeftMs ?? 0)
      const isWorkAhead =
        nextWork(placed.value, (run.position ?? 0) - placed.value.at) !== undefined && store.run !== undefined
      return isWorkAhead
        ? { says: `begin now, ${left} early`, able: true }
        : { says: 'nothing to begin', able: false }
    }
    return { says: `ends ${pieceSaid.value}`, able: on !== undefined }
  })
  /** What the next word by which is counted calls. */
  const callSays = computed(() => {
    const { run } = store
    const called = now.value?.called
    if (!run || !called) return ''
    const at = run.counted + 1
    if (at > pressesOf(called))
      return called.span.kind === 'run' ? 'on from here' : `one more: ${pressOf(called, at).rep}`
    const { rep, link } = pressOf(called, at)
    const piece = pieceNow(called)
    if (called.span.kind === 'run') return called.span.steps?.[at - 1]?.says.say ?? ''
    const { of = 1 } = piece ?? {}
    return of > 1 ? `call ${link} of ${of}, rep ${rep}` : `call ${rep} of ${called.span.count}`
  })
  /** The set, round, hold or run that is on, as it is ended: `set 2 of 3`. */
  const pieceSaid = computed(() => {
    const on = span.value
    if (!on) return ''
    const name = NAMES[on.kind] ?? 'this'
    const number = on.set ?? on.round
    return number === undefined ? `this ${name}` : `${name} ${number}`
  })
  /** Where the piece that is on began, ms into its board: who else ends it meanwhile has ended it. */
  function endOn(rung: boolean) {
    const { run } = store
    const segment = run && segmentAt(run.timeline, run.position)
    if (!(rung ? underWay.value : mayEnd.value) || !segment) return
    if (clock.read() - wordAt < GRACE_MS) return
    wordAt = clock.read()
    act('end', { piece: segment.from - segment.placed.at, ...(rung ? { again: 'rung' as const } : {}) })
  }
  const end = () => endOn(false)
  /** All that is left of the rung of a ladder. */
  const endRung = () => endOn(true)
  const mayEnd = computed(
    () =>
      underWay.value &&
      store.run?.waitsFor !== 'begin' &&
      !now.value?.inTransition &&
      span.value !== undefined &&
      isPiece(span.value),
  )
  function giveWord() {
    if (!word.value.able) return
    const isBeginning = phase.value === 'ready' || now.value?.inTransition === true
    if (isBeginning) wordAt = clock.read()
    if (phase.value === 'ready') return start()
    if (isBeginning) return goOn()
    if (isCounting.value) return count()
    if (mayEnd.value) return end()
    if (span.value?.kind === 'setup' && clock.read() - wordAt < GRACE_MS) return
    wordAt = clock.read()
    act('begin')
  }
  /** The count goes on past its number until it is told to end; a form has no moves beyond its last. */
  function count() {
    // Whoever counts meanwhile means the end that comes next, however soon.
    wordAt = -Infinity
    const called = now.value?.called
    const rep = (store.run?.counted ?? 0) + 1
    const isBeyond = called?.span.kind === 'reps' && rep > pressesOf(called)
    act('count', { rep, ...(isBeyond ? { more: true } : {}) })
  }
  function start() {
    store.act('start', { detail: { name: `${user.value?.name ?? 'Somebody'}’s ${deviceKind()}` } })
  }
  function goOn() {
    if (placed.value)
      store.act('next', { board: placed.value.block.id, waiting: now.value?.inTransition ?? false })
  }
  /** One more rep, or one fewer, of what is counted now. */
  const mayCount = computed(() => underWay.value && span.value?.kind === 'reps')
  const oneMore = () => {
    if (!mayCount.value) return
    if (isCounting.value) count()
    else act('count', { more: true })
  }
  const oneFewer = () => mayCount.value && act('fewer')

  const mayExtend = computed(() => underWay.value && placed.value !== undefined && !span.value?.word)
  const extend = (ms = MORE_MS) => mayExtend.value && act('extend', { ms })
  const shorten = () => extend(-MORE_MS)

  const mayDoAgain = computed(() => underWay.value && !now.value?.inTransition && span.value !== undefined)
  const again = (what: Again) => mayDoAgain.value && act('again', { again: what })
  /** Once more when it is over; just after, also on the way to the next board, again now. */
  const mayDoAnother = computed(() => {
    const { run } = store
    if (!underWay.value || !run) return false
    if (!now.value?.inTransition) return span.value !== undefined && run.waitsFor !== 'begin'
    return now.value.index > 0
  })
  const another = () => mayDoAnother.value && act('again', { again: 'another' })
  /** The board that was on before this one; in the first moments of a board it is meant, else the board itself. */
  const boardBefore = computed(() => {
    const { run, timeline } = store
    if (!run || !timeline || !underWay.value) return undefined
    const index = now.value?.index ?? 0
    return timeline.blocks
      .slice(0, index)
      .reverse()
      .find(({ block }) => !run.heirs.has(block.id))?.block
  })
  function back() {
    if (boardBefore.value) act('back', undefined, boardBefore.value.id)
  }
  function skip() {
    const { coming } = now.value ?? {}
    if (coming) act('skip', undefined, coming.block.id)
  }
  const pauseOrGo = () => store.act(phase.value === 'paused' ? 'resume' : 'pause')

  const lastAct = computed(() =>
    inOrderOfTime(inForce(store.data?.events ?? []).filter(({ kind }) => kind !== 'lead')).at(-1),
  )
  const undoable = computed(() =>
    lastAct.value && clock.now.value - lastAct.value.at < UNDO_WITHIN_MS ? lastAct.value : undefined,
  )
  const undoSays = computed(() =>
    undoable.value
      ? `${UNDOES[undoable.value.kind]}, ${minutes(clock.now.value - undoable.value.at)} ago`
      : 'nothing of late',
  )
  function undo() {
    const { value: done } = undoable
    if (!done) return
    if (done.kind === 'finish') store.goOnAfterAll()
    else store.act('undo', { undoes: done.id })
  }
  /** Does something and says so, with the way back. */
  function told(says: string, kind: RunEvent['kind'], detail: Detail, to?: string) {
    const id = store.act(kind, { ...(to ? { board: to } : {}), detail })
    toast(says, {
      duration: 8000,
      action: { label: 'Undo', onClick: () => store.act('undo', { undoes: id }) },
    })
  }

  /** Whether this device runs the class; of a class that nobody leads every device may. */
  const leads = computed(() => !store.run?.lead || store.run.lead.device === thisDevice())
  const takeOver = () =>
    store.act('lead', { detail: { name: `${user.value?.name ?? 'Somebody'}’s ${deviceKind()}` } })

  return {
    phase,
    underWay,
    word,
    giveWord,
    goOn,
    isCounting,
    mayEnd,
    end,
    endRung,
    pieceSaid,
    mayDoAnother,
    another,
    mayCount,
    oneMore,
    oneFewer,
    mayExtend,
    extend,
    shorten,
    mayDoAgain,
    again,
    boardBefore,
    back,
    skip,
    pauseOrGo,
    undoable,
    undoSays,
    undo,
    told,
    leads,
    takeOver,
  }
}
