import { isPaced, layDose, type Dose } from '../doses'
import type { DoseSetting } from '../doses/dose'
import { PHASES } from '../phases'
import type { CombinationPart, Link, Place, Receives } from '../places'
import type { Block, Plan } from '../schema'
import { span, type Span } from '../spans'

/** Spans at a place in a block, with the technique and layer that their work is credited to. */
export interface Stretch {
  /** Milliseconds from the start of the block. */
  at: number
  ms: number
  spans: Span[]
  technique: string | undefined
  layer: number
  receives: Receives | undefined
  parts: readonly CombinationPart[] | undefined
  links: readonly Link[] | undefined
  noSides: true | undefined
  /** Index of the track, where each track has its own time. */
  track: number | undefined
  /** What a group does by itself once its own turn is over. */
  isThen?: true
}

/** What one group does through a block: stretches that fill it from end to end. */
export type Lane = Stretch[]

/** A block laid out: its length, a lane per group (in the plan's order; equal lanes are shared), and what is called aloud. */
export interface BlockLayout {
  ms: number
  lanes: Lane[]
  calls: Stretch[]
}

/** One way for a mixed-rank class to share the floor: a new one is a file with this shape and a line in the registry. */
export type LayMode = (block: Block, plan: Plan) => BlockLayout

/** Fields the schema leaves open although the rules have made sure of them. */
export function given<T>(value: T | undefined, field: string): T {
  if (value === undefined) throw new TypeError(`plan not checked by parsePlan: ${field} is missing`)
  return value
}

/** Pace of the slowest of some groups, given by their indexes. */
function slowestOf(plan: Plan, groups: number[]): number {
  return groups.reduce((pace, g) => Math.max(pace, plan.groups[g]?.pace ?? 1), 0) || 1
}

/** Where a list of spans ends. */
function endOf(spans: Span[]): number {
  const last = spans[spans.length - 1]
  return last ? last.at + last.ms : 0
}

/** A dose laid out for a set of groups: its whole length, and the spans of each pace among them. */
export class LaidDose {
  /** The length of the slowest group's work, which is the dose's. */
  readonly ms: number
  /** The spans whose times are called: those of the slowest group. */
  readonly called: Span[]
  private byPace: Map<number, Span[]> | undefined

  constructor(
    private readonly dose: Dose,
    private readonly block: Block,
    private readonly plan: Plan,
    groups: number[],
    readonly slowest = slowestOf(plan, groups),
  ) {
    this.called = layDose(dose, this.setting(slowest))
    this.ms = endOf(this.called)
  }

  private setting(pace: number): DoseSetting {
    return {
      firstSide: firstSideOf(this.block, this.plan),
      pace,
      slowest: this.slowest,
      activePhase: PHASES[this.block.phase].active,
    }
  }

  /** The spans for one group, closed with idle time where it is done before the slowest. */
  spansFor(group: number): Span[] {
    const pace = this.plan.groups[group]?.pace ?? 1
    return pace === this.slowest || !isPaced(this.dose) ? this.called : this.spansAt(pace)
  }

  private spansAt(pace: number): Span[] {
    this.byPace ??= new Map()
    let spans = this.byPace.get(pace)
    if (!spans) {
      spans = layDose(this.dose, this.setting(pace))
      const end = endOf(spans)
      if (end < this.ms) spans.push(span('idle', end, this.ms - end))
      this.byPace.set(pace, spans)
    }
    return spans
  }
}

/** The doses of one block, each laid out once for all the tracks that share it. */
export class LaidDoses {
  private readonly laid = new Map<Dose, LaidDose[]>()

  constructor(
    private readonly block: Block,
    private readonly plan: Plan,
  ) {}

  lay(dose: Dose, groups: number[]): LaidDose {
    const slowest = isPaced(dose) ? slowestOf(this.plan, groups) : 1
    const known = this.laid.get(dose) ?? []
    let laid = known.find((other) => other.slowest === slowest)
    if (!laid) {
      laid = new LaidDose(dose, this.block, this.plan, groups, slowest)
      this.laid.set(dose, [...known, laid])
    }
    return laid
  }
}

/** The side a block begins on: its own, or the plan's. */
export const firstSideOf = (block: Pick<Block, 'firstSide'>, plan: Pick<Plan, 'firstSide'>) =>
  block.firstSide ?? plan.firstSide

export function stretch(at: number, ms: number, spans: Span[], place: Place = {}, track?: number): Stretch {
  const { technique, layer = 1, receives, parts, links, noSides } = place
  return { at, ms, spans, technique, layer, receives, parts, links, noSides, track }
}

/** The lane of a group that has no part in a block of `ms`. */
export function idleLane(ms: number): Lane {
  return ms > 0 ? [stretch(0, ms, [span('idle', 0, ms)])] : []
}

/** Indexes of a track's groups in the plan. */
export function groupIndexes(plan: Plan, ids: string[]): number[] {
  return ids.map((id) => plan.groups.findIndex((group) => group.id === id)).filter((index) => index >= 0)
}
