import type { Stretch } from './modes/mode'
import { partsOfLinks, workedAt, type Place } from './places'
import { Row, type Practice, type PracticeTold, type Shared } from './practice-row'
import { overlapMs, Reps, repsOf, type Intervals } from './reps'
import type { Role, SectionsRun, Side, Span, TimeClass } from './spans'

/** How one student takes part. Without `presence` they are there throughout. */
export interface Part {
  presence?: Intervals
  startsAs: Role
  /** Follows from home: nothing is received. */
  remote: boolean
}

export const WHOLLY_PRESENT: Part = { startsAs: 'A', remote: false }

/** The version of each technique that a student works at, where it is not the plan's. */
export type OwnLayers = Readonly<Record<string, number>>

export type ClassTimes = Record<TimeClass, number>
const noTimes = (): ClassTimes => ({ work: 0, rest: 0, talk: 0, holding: 0, idle: 0, transition: 0 })

/** What was done at one place, whatever is worked there. */
class Done {
  /** In the turns in which the student performs, and outside turns. */
  workMs = 0
  /** In the turns in which the partner does. */
  receivingMs = 0
  holdingMs = 0
  /** Reps outside roles, reps performed in one, and the partner's reps that the student answered. */
  performed: Reps | undefined
  inRole: Reps | undefined
  answered: Reps | undefined
  estimated = false
  answeredEstimated = false
  sections: Map<string, number> | undefined

  constructor(
    readonly place: Place | undefined,
    /** The layer worked, where the rounds of a place rise. */
    readonly layer: number | undefined,
  ) {}
}

/** The figures of a list of spans, whatever is worked with them: one entry a stage that works something of its own, and one for the rest. */
interface Figures {
  times: ClassTimes
  done: Done[]
}

/** What a student does in a block instead of what the plan names. */
export interface DidInstead {
  technique: string
  layer: number
}

/** Figures worked out already, by the list of spans they are of. */
export type KnownFigures = Map<Span[], Figures>

function figuresOf(spans: Span[], at: number, part: Part): Figures {
  const figures: Figures = { times: noTimes(), done: [] }
  for (const s of spans) {
    const start = at + s.at
    const present = part.presence ? overlapMs(part.presence, start, start + s.ms) : s.ms
    if (present === 0) continue
    addTime(figures.times, s.cls, present)
    if (s.cls !== 'work' && s.cls !== 'holding') continue
    let done: Done | undefined
    for (const known of figures.done) if (known.place === s.place && known.layer === s.layer) done = known
    if (!done) figures.done.push((done = new Done(s.place, s.layer)))
    if (s.cls === 'holding') done.holdingMs += present
    else addWork(done, s, start, present, part)
  }
  return figures
}

/** Time by class and practice by technique and layer, summed over stretches of a class. */
export class Tally {
  readonly times = noTimes()
  private readonly rows = new Map<string, Row[]>()

  /**
   * @param layers the student's own versions: whatever goes to such a technique goes to that layer
   * @param trio reps of doses with two roles are kept apart, to be shared among three once the block is done
   */
  constructor(
    private layers: OwnLayers = {},
    private readonly trio = false,
  ) {}

  private did: DidInstead | undefined

  /** From here on the student works at these versions, and at something else where they did: those of the block that is tallied next. */
  workAt(layers: OwnLayers, did?: DidInstead): void {
    this.layers = layers
    this.did = did
  }

  /** Adds reps that were called and done, without time: on a side, or on none. */
  addCalled({ technique, layer }: DidInstead, n: number, side: Side | undefined): void {
    this.row(technique, layer).performed.add(side, n)
  }

  private layerOf(technique: string, layer: number): number {
    return Object.hasOwn(this.layers, technique) ? (this.layers[technique] ?? layer) : layer
  }

  /** The row of an item at the student's own version of it, else at the plan's layer. */
  private row(technique: string, planned: number): Row {
    return this.rowAt(technique, this.layerOf(technique, planned))
  }

  private rowAt(technique: string, layer: number): Row {
    let layers = this.rows.get(technique)
    if (!layers) this.rows.set(technique, (layers = []))
    for (const known of layers) if (known.layer === layer) return known
    const row = new Row(technique, layer)
    layers.push(row)
    return row
  }

  /** Adds what was tallied elsewhere. */
  add(other: Tally): void {
    addTimes(this.times, other.times)
    for (const layers of other.rows.values())
      for (const row of layers) this.rowAt(row.technique, row.layer).take(row, row.received)
  }

  /** Adds one block of a student's in a trio: the reps of its two-role work are shared here, once for the block. */
  addShared(block: Tally): void {
    addTimes(this.times, block.times)
    for (const layers of block.rows.values())
      for (const row of layers) {
        const own = this.rowAt(row.technique, row.layer)
        own.take(row, row.received)
        own.inRoles += row.inRolesShared?.twoThirds().sum ?? 0
        for (const { reps, parts, estimated, isReceived } of row.shared ?? []) {
          const share = reps.twoThirds()
          if (isReceived) (own.received ??= new Reps()).take(share)
          else own.performed.take(share)
          this.giveParts(parts, share, estimated)
        }
      }
  }

  /** Adds what one student did of a stretch that starts `at` ms into the class. */
  addStretch(stretch: Stretch, at: number, part: Part): void {
    this.addFigures(stretch, figuresOf(stretch.spans, at + stretch.at, part), part.remote)
  }

  private addFigures(stretch: Stretch, figures: Figures, remote: boolean): void {
    addTimes(this.times, figures.times)
    for (const done of figures.done) this.addDone(stretch, done, remote)
  }

  private addDone(stretch: Place, done: Done, remote: boolean): void {
    const worked = workedAt(stretch, done.place)
    if (this.did) {
      this.addInstead(this.did, done)
      if (worked) this.row(worked.technique, worked.layer).holdingMs += done.holdingMs
      return
    }
    if (!worked) return
    const { receives, links } = worked
    const parts = links ? partsOfLinks(links, 'A') : worked.parts
    const performed = worked.noSides ? onNoSide(done.performed) : done.performed
    const inRole = worked.noSides ? onNoSide(done.inRole) : done.inRole
    const row = this.row(worked.technique, done.layer ?? worked.layer)
    row.workMs += done.workMs
    row.holdingMs += done.holdingMs
    if (done.estimated) row.estimated = true
    if (performed) {
      row.performed.take(performed)
      this.giveParts(parts, performed, done.estimated)
    }
    if (inRole) {
      if (this.trio) (row.inRolesShared ??= new Reps()).take(inRole)
      else row.inRoles += inRole.sum
      this.addInRole(row, inRole, parts, done.estimated)
    }
    if (done.sections) row.takeSections(done.sections)
    if (done.answered && !remote) {
      const answered = worked.noSides ? onNoSide(done.answered) : done.answered
      this.addReceived(row, answered, links && partsOfLinks(links, 'B'), done.answeredEstimated)
      if (done.answeredEstimated) row.estimated = true
    }
    if (!receives) {
      row.workMs += done.receivingMs
      return
    }
    const other = this.row(receives.technique, receives.layer)
    other.workMs += done.receivingMs
    if (!done.answered) return
    const reps = new Reps()
    reps.takeAs(done.answered, receives.side)
    if (done.answeredEstimated) other.estimated = true
    this.addInRole(other, reps, undefined, done.answeredEstimated)
  }

  /** All that was worked goes to what the student did instead: nothing is received, and nothing else comes of it. */
  private addInstead({ technique, layer }: DidInstead, done: Done): void {
    const row = this.row(technique, layer)
    row.workMs += done.workMs + done.receivingMs
    for (const reps of [done.performed, done.inRole]) if (reps) row.performed.take(reps)
    if (done.inRole) row.inRoles += done.inRole.sum
    if (done.estimated) row.estimated = true
  }

  /** Reps that a partner performed on the student: they may give links of their own, and a trio shares them with those. */
  private addReceived(row: Row, reps: Reps | undefined, parts: Shared['parts'], estimated: boolean): void {
    if (!reps) return
    if (this.trio) row.share(`received ${this.keyOf(parts)}`, parts, reps, estimated, true)
    else {
      ;(row.received ??= new Reps()).take(reps)
      this.giveParts(parts, reps, estimated)
    }
  }

  /** Reps of a dose with two roles, performed or answered: a trio shares these. */
  private addInRole(row: Row, reps: Reps, parts: Shared['parts'], estimated: boolean): void {
    if (this.trio) row.share(this.keyOf(parts), parts, reps, estimated)
    else {
      row.performed.take(reps)
      this.giveParts(parts, reps, estimated)
    }
  }

  /** Reps that give the same parts have the same key. */
  private keyOf(parts: Shared['parts']): string {
    return (parts ?? [])
      .map((part) => [part.technique, this.layerOf(part.technique, part.layer), part.times, part.side].join())
      .join(';')
  }

  /** Every rep of a combination is so many of each of its parts; they get no time. */
  private giveParts(parts: Shared['parts'], reps: Reps, estimated: boolean): void {
    if (!parts || reps.sum === 0) return
    for (const { technique, layer, times, side } of parts) {
      const row = this.row(technique, layer)
      row.performed.takeAs(reps, side, times)
      row.inCombinations += times * reps.sum
      if (estimated) row.estimated = true
    }
  }

  /** Adds a group's whole stretches; the figures of spans that groups share are worked out once. */
  addWhole(lane: Stretch[], known: KnownFigures): void {
    for (const stretch of lane) {
      const { spans } = stretch
      const only = spans[0]
      // Waiting and handing over, most of what a class taught in turns is made of.
      if (only && spans.length === 1 && stretch.technique === undefined && only.place === undefined) {
        addTime(this.times, only.cls, only.ms)
        continue
      }
      let figures = known.get(spans)
      if (!figures) known.set(spans, (figures = figuresOf(spans, 0, WHOLLY_PRESENT)))
      this.addFigures(stretch, figures, false)
    }
  }

  /** The rows with a figure above 0, by technique and then layer. */
  get practiceTold(): PracticeTold[] {
    const out: PracticeTold[] = []
    for (const technique of [...this.rows.keys()].sort()) {
      const layers = this.rows.get(technique) ?? []
      if (layers.length > 1) layers.sort((a, b) => a.layer - b.layer)
      for (const row of layers) if (!row.isEmpty) out.push(row.practice)
    }
    return out
  }

  /** The same with what the files tell of it. */
  get practice(): Practice[] {
    return this.practiceTold.map(({ inCombinations: _, inRoles: _r, ...told }) => told)
  }
}

/** The same reps, as an item has them that has no sides. */
function onNoSide(reps: Reps | undefined): Reps | undefined {
  if (!reps) return undefined
  const none = new Reps()
  none.takeAs(reps, 'none')
  return none
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

function addWork(done: Done, s: Span, at: number, present: number, part: Part): void {
  const performs = s.role === undefined || s.role === part.startsAs
  if (performs) done.workMs += present
  else done.receivingMs += present
  if (s.sections) addSections(done, s.sections, present === s.ms ? 1 : 0)
  const count = repsOf(s, at, present, part.presence)
  if (!count) return
  const estimated = s.kind === 'round'
  if (performs) done.estimated ||= estimated
  else done.answeredEstimated ||= estimated
  const reps = !performs
    ? (done.answered ??= new Reps())
    : s.role === undefined
      ? (done.performed ??= new Reps())
      : (done.inRole ??= new Reps())
  reps.take(count)
}

function addSections(done: Done, { all, run }: SectionsRun, runs: number): void {
  done.sections ??= new Map()
  for (const id of all) if (!done.sections.has(id)) done.sections.set(id, 0)
  if (runs) for (const id of run) done.sections.set(id, (done.sections.get(id) ?? 0) + runs)
}
