import type { FormMove, Place } from './places'

/** The side worked: right, left. */
export const SIDES = ['R', 'L'] as const
export type Side = (typeof SIDES)[number]
export const SIDE_NAMES: Record<Side, string> = { R: 'right', L: 'left' }
/** Who works in a drill of two roles: A first, then B. */
export type Role = 'A' | 'B'

/** Every moment of a plan belongs, for each group, to exactly one of these. */
export const TIME_CLASSES = ['work', 'rest', 'talk', 'holding', 'idle', 'transition'] as const
export type TimeClass = (typeof TIME_CLASSES)[number]

/**
 * What a stretch of time holds. The kind settles the time class, the cues called and how reps are credited, so one list
 * of spans serves the timeline, the cues and the credit, and they cannot disagree.
 */
export type SpanKind =
  | 'setup'
  | 'reps' // a set on the count: `count` reps of `repMs`
  | 'paced' // a set at one's own pace: whole reps only are credited
  | 'round' // timed work; reps are estimated from `repMs`
  | 'hold' // one rep when wholly present
  | 'run' // a form run: one rep when wholly present
  | 'station' // timed work in a rotation, no reps
  | 'active' // fixed time that is work
  | 'talk'
  | 'rest'
  | 'breather' // rest between sets at one's own pace: nobody calls it
  | 'swap'
  | 'switch'
  | 'reset'
  | 'bridge'
  | 'handover'
  | 'move'
  | 'holding' // turns: another group is being taught, this one practises by itself
  | 'idle'
  | 'stop' // no length: the end of own-pace work

const CLASS_OF: Record<SpanKind, TimeClass> = {
  setup: 'talk',
  reps: 'work',
  paced: 'work',
  round: 'work',
  hold: 'work',
  run: 'work',
  station: 'work',
  active: 'work',
  talk: 'talk',
  rest: 'rest',
  breather: 'rest',
  swap: 'rest',
  switch: 'rest',
  reset: 'rest',
  bridge: 'talk',
  handover: 'transition',
  move: 'transition',
  holding: 'holding',
  idle: 'idle',
  stop: 'idle',
}

/** How a run of a form is meant: step by step, slowly, or flowing. */
export type Meant = 'steps' | 'slow' | 'flowing'

/** Sections of a form by their ids. */
export interface SectionsRun {
  all: readonly string[]
  run: readonly string[]
}

/** A move as it comes in a run of a form. */
export interface Step {
  /** Ms from the start of the run. */
  at: number
  section: string
  /** From 1 in its section. */
  move: number
  says: FormMove
}

/** One stretch of one kind. A class with every field in place from the start: one object shape keeps the timeline fast. */
export class Span {
  cls: TimeClass
  /** First work of a turn, a form run or active time: `begin` is called here. */
  begins = false
  count = 0
  repMs = 0
  /** Reps go first side, other side, first side… within the set. */
  alternate: Side | undefined = undefined
  /** On the floor it goes on by the instructor's word: a count rep by rep or link by link, a form move by move, anything else when it is over. */
  word = false
  /** Reps of its role that came before it in its set: partners who trade every so many reps count on. */
  before = 0
  /** Partners trade within the set: who begins is said with each rep, not with the turn. */
  traded = false
  /** The links of its reps are called from the last to the first. */
  reversed = false
  /** The layer that is worked in it, where rounds rise; else the place's. */
  layer: number | undefined = undefined
  /** Seconds before its end that are called, instead of half, ten and three. */
  marks: readonly number[] | undefined = undefined
  side: Side | undefined = undefined
  role: Role | undefined = undefined
  set: number | undefined = undefined
  round: number | undefined = undefined
  stage: number | undefined = undefined
  /** Which time through a routine, from 1; none in one gone through once. */
  lap: number | undefined = undefined
  /** The stage or entry it lies in, where that works something of its own. */
  place: Place | undefined = undefined
  /** Of a form: all its sections, and those this run goes through. */
  sections: SectionsRun | undefined = undefined
  /** Of a form's run: how it is meant to be gone through. */
  meant: Meant | undefined = undefined
  /** Of a form's run: its moves in order. */
  steps: readonly Step[] | undefined = undefined

  /**
   * @param at ms from the start of the stretch it lies in
   * @param ms its length
   */
  constructor(
    readonly kind: SpanKind,
    public at: number,
    public ms: number,
  ) {
    this.cls = CLASS_OF[kind]
  }

  /** Its place in a turn. */
  inTurn(turn: { side: Side | undefined; role: Role | undefined }): this {
    this.side = turn.side
    this.role = turn.role
    return this
  }
}

export function span(kind: SpanKind, at: number, ms: number): Span {
  return new Span(kind, at, ms)
}

export const otherSide = (side: Side): Side => (side === 'R' ? 'L' : 'R')
