import type { Stretch } from './modes/mode'
import type { Role, Side, Span, TimeClass } from './spans'
import { toSec } from '../kernel/units'

/** What one student got of a technique at a layer: seconds, and reps split by side (`repsN`: no side). */
export interface Practice {
  technique: string
  layer: number
  workSec: number
  holdingSec: number
  reps: number
  repsL: number
  repsR: number
  repsN: number
  received: number
  estimated: boolean
}

/** Presence as intervals of the class in ms, sorted, apart from one another. */
export type Intervals = readonly (readonly [from: number, to: number])[]

/** How one student takes part. Without `presence` they are there throughout. */
export interface Part {
  presence?: Intervals
  startsAs: Role
  /** Follows from home: nothing is received. */
  remote: boolean
}

export const WHOLLY_PRESENT: Part = { startsAs: 'A', remote: false }

/** Reps by side. */
class Reps {
  L = 0
  R = 0
  N = 0

  add(side: Side | undefined, reps: number): void {
    if (side === 'L') this.L += reps
    else if (side === 'R') this.R += reps
    else this.N += reps
  }

  take(other: Reps): void {
    this.L += other.L
    this.R += other.R
    this.N += other.N
  }

  /** Two thirds a side, halves up. */
  twoThirds(): Reps {
    const share = new Reps()
    share.L = twoThirds(this.L)
    share.R = twoThirds(this.R)
    share.N = twoThirds(this.N)
    return share
  }

  get sum(): number {
    return this.L + this.R + this.N
  }
}

const NO_REPS = new Reps()

const twoThirds = (reps: number) => Math.floor((4 * reps + 3) / 6)

/** The figures of one (technique, layer), in ms and reps. */
class Row {
  workMs = 0
  holdingMs = 0
  estimated = false
  performed = new Reps()
  /** Reps of doses with two roles, apart until the block ends because a trio shares only these. */
  inRole: Reps | undefined
  received: Reps | undefined

  constructor(
    readonly technique: string,
    readonly layer: number,
  ) {}

  take(other: Row, trio: boolean): void {
    this.workMs += other.workMs
    this.holdingMs += other.holdingMs
    this.estimated ||= other.estimated
    this.performed.take(other.performed)
    if (other.inRole) {
      if (trio) this.performed.take(other.inRole.twoThirds())
      else (this.inRole ??= new Reps()).take(other.inRole)
    }
    if (other.received)
      (this.received ??= new Reps()).take(trio ? other.received.twoThirds() : other.received)
  }

  /** The reps that count for a span: performed in either way, or received. */
  repsFor(s: Span, performs: boolean): Reps {
    if (!performs) return (this.received ??= new Reps())
    return s.role === undefined ? this.performed : (this.inRole ??= new Reps())
  }

  get practice(): Practice {
    const { performed, inRole = NO_REPS, received = NO_REPS } = this
    return {
      technique: this.technique,
      layer: this.layer,
      workSec: toSec(this.workMs),
      holdingSec: toSec(this.holdingMs),
      reps: performed.sum + inRole.sum,
      repsL: performed.L + inRole.L,
      repsR: performed.R + inRole.R,
      repsN: performed.N + inRole.N,
      received: received.sum,
      estimated: this.estimated,
    }
  }

  get isEmpty(): boolean {
    return !(this.workMs || this.holdingMs || this.performed.sum || this.inRole?.sum || this.received?.sum)
  }
}

export type ClassTimes = Record<TimeClass, number>
const noTimes = (): ClassTimes => ({ work: 0, rest: 0, talk: 0, holding: 0, idle: 0, transition: 0 })

/** The figures of a list of spans, whatever technique they are worked with: one row a layer of its own, or none. */
interface Figures {
  times: ClassTimes
  rows: Row[]
}

/** Figures worked out already, by the list of spans they are of. */
export type KnownFigures = Map<Span[], Figures>

const NO_LAYER = 0

function figuresOf(spans: Span[], at: number, part: Part): Figures {
  const figures: Figures = { times: noTimes(), rows: [] }
  for (const s of spans) {
    const start = at + s.at
    const present = part.presence ? overlapMs(part.presence, start, start + s.ms) : s.ms
    if (present === 0) continue
    addTime(figures.times, s.cls, present)
    if (s.cls !== 'work' && s.cls !== 'holding') continue
    const layer = s.layer ?? NO_LAYER
    let row: Row | undefined
    for (const known of figures.rows) if (known.layer === layer) row = known
    if (!row) figures.rows.push((row = new Row('', layer)))
    if (s.cls === 'holding') row.holdingMs += present
    else {
      row.workMs += present
      addReps(row, s, start, present, part)
    }
  }
  return figures
}

/** Time by class and practice by technique and layer, summed over stretches of a class. */
export class Tally {
  readonly times = noTimes()
  private readonly rows = new Map<string, Row[]>()

  private row(technique: string, layer: number): Row {
    let layers = this.rows.get(technique)
    if (!layers) this.rows.set(technique, (layers = []))
    for (const known of layers) if (known.layer === layer) return known
    const row = new Row(technique, layer)
    layers.push(row)
    return row
  }

  /** Adds one block of a student's; in a trio the reps of its two-role work are shared here, once for the block. */
  addShared(block: Tally): void {
    addTimes(this.times, block.times)
    for (const layers of block.rows.values())
      for (const row of layers) this.row(row.technique, row.layer).take(row, true)
  }

  /** Adds what one student did of a stretch that starts `at` ms into the class. */
  addStretch(stretch: Stretch, at: number, part: Part): void {
    this.addFigures(stretch, figuresOf(stretch.spans, at + stretch.at, part))
  }

  private addFigures(stretch: Stretch, figures: Figures): void {
    addTimes(this.times, figures.times)
    if (stretch.technique === undefined) return
    for (const row of figures.rows) this.row(stretch.technique, row.layer || stretch.layer).take(row, false)
  }

  /** Adds a group's whole stretches; the figures of spans that groups share are worked out once. */
  addWhole(lane: Stretch[], known: KnownFigures): void {
    for (const stretch of lane) {
      const { spans, technique } = stretch
      const only = spans[0]
      // Waiting and handing over, most of what a class taught in turns is made of.
      if (only && spans.length === 1 && technique === undefined) {
        addTime(this.times, only.cls, only.ms)
        continue
      }
      let figures = known.get(spans)
      if (!figures) known.set(spans, (figures = figuresOf(spans, 0, WHOLLY_PRESENT)))
      this.addFigures(stretch, figures)
    }
  }

  /** The rows with a figure above 0, by technique and then layer. */
  get practice(): Practice[] {
    const out: Practice[] = []
    for (const technique of [...this.rows.keys()].sort()) {
      const layers = this.rows.get(technique) ?? []
      if (layers.length > 1) layers.sort((a, b) => a.layer - b.layer)
      for (const row of layers) if (!row.isEmpty) out.push(row.practice)
    }
    return out
  }
}

/** By name rather than by key: this is the innermost step of every expansion. */
function addTime(times: ClassTimes, cls: TimeClass, ms: number): void {
  if (cls === 'work') times.work += ms
  else if (cls === 'rest') times.rest += ms
  else if (cls === 'idle') times.idle += ms
  else if (cls === 'transition') times.transition += ms
  else if (cls === 'talk') times.talk += ms
  else times.holding += ms
}

function addTimes(times: ClassTimes, more: ClassTimes): void {
  times.work += more.work
  times.rest += more.rest
  times.talk += more.talk
  times.holding += more.holding
  times.idle += more.idle
  times.transition += more.transition
}

function addReps(row: Row, s: Span, at: number, present: number, part: Part): void {
  const performs = s.role === undefined || s.role === part.startsAs
  if (!performs && part.remote) return
  const reps = row.repsFor(s, performs)
  switch (s.kind) {
    case 'reps':
    case 'paced':
      countWhole(reps, s, at, part.presence)
      break
    case 'round': {
      const estimate = s.repMs > 0 ? Math.floor(present / s.repMs) : 0
      reps.add(s.side, estimate)
      if (estimate > 0) row.estimated = true
      break
    }
    case 'hold':
    case 'run':
      if (present === s.ms) reps.add(s.side, 1)
      break
    default:
      break
  }
}

/** Counts the reps that lie whole inside presence. */
function countWhole(reps: Reps, s: Span, at: number, presence: Intervals | undefined): void {
  if (!presence) return addRun(reps, s, 0, s.count)
  for (const [from, to] of presence) {
    const first = Math.max(0, Math.ceil((from - at) / s.repMs))
    const last = Math.min(s.count, Math.floor((to - at) / s.repMs))
    if (last > first) addRun(reps, s, first, last)
  }
}

/** Adds reps `first` to `last` (from 0, end excluded) to their sides. */
function addRun(reps: Reps, s: Span, first: number, last: number): void {
  if (!s.alternate) return reps.add(s.side, last - first)
  const onFirst = Math.ceil(last / 2) - Math.ceil(first / 2)
  reps.add(s.alternate, onFirst)
  reps.add(s.alternate === 'R' ? 'L' : 'R', last - first - onFirst)
}

function overlapMs(presence: Intervals, from: number, to: number): number {
  let ms = 0
  for (const [start, end] of presence) ms += Math.max(0, Math.min(end, to) - Math.max(start, from))
  return ms
}
