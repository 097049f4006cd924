import { loadCurve, type LoadPoint } from '../balance/load'
import { atLayer, spokenName, type Item, type Region } from '../curriculum/item'
import type { Standing } from '../curriculum/syllabus'
import type { Lane } from '../plan/modes/mode'
import { groupAmong } from '../people/placed'
import { PHASES } from '../plan/phases'
import { workedAt } from '../plan/places'
import type { Block, Group, Plan } from '../plan/schema'
import { otherSide, type Span } from '../plan/spans'
import { keptWith } from '../kernel/kept-with'
import { clockAt, minutes } from '../kernel/time-text'
import type { PlacedBlock, Timeline } from '../plan/timeline'
import type { ClubFacts, Expected } from './club-facts'
import { ClubIndex } from './club-index'

/** A stretch of work or holding with a technique, at its place in its block. */
export interface Piece {
  /** Ms from the start of its block. */
  at: number
  ms: number
  span: Span
  technique: string
  layer: number
  /** As it is at that layer; `undefined` for a technique that the library does not know. */
  item: Item | undefined
}

/** An item at a layer as it is worked in one lane of a block, over all its pieces; holding with a task left out. */
export interface Work {
  technique: string
  layer: number
  item: Item | undefined
  ms: number
  /** When it ends for the last time, in ms from the start of its block. */
  end: number
}

interface ItemAt {
  technique: string
  layer: number
}

/** What one lane of a block holds. Groups that do the same share it. */
export interface LaneFacts {
  pieces: Piece[]
  works: Work[]
  workMs: number
  talkMs: number
  idleMs: number
  /** Longest on end, in ms. */
  longestTalkMs: number
  longestIdleMs: number
}

/** A block as the checks look at it: where it lies, how hard it is, and the lane of each group. */
export interface BlockFacts {
  block: Block
  index: number
  at: number
  ms: number
  intensity: number
  lanes: LaneFacts[]
}

export interface GroupFacts {
  group: Group
  index: number
  students: Expected[]
  /** The youngest age known in it. */
  youngest: number | undefined
  /** Its ranks that the ladder knows, lowest first. */
  ranks: readonly string[]
  heads: number
}

const NO_LANE: LaneFacts = {
  pieces: [],
  works: [],
  workMs: 0,
  talkMs: 0,
  idleMs: 0,
  longestTalkMs: 0,
  longestIdleMs: 0,
}

/**
 * What all checks look at, worked out once for a plan: every block's lanes with their work by item, and each group with who is
 * expected in it. Reading it is cheap, so that a check is a loop over it.
 */
export class Ground {
  readonly blocks: BlockFacts[]
  readonly groups: GroupFacts[]
  readonly limits: ClubFacts['settings']['limits']
  readonly index: ClubIndex
  /** How many are expected in all. */
  readonly everyone: number
  private readonly heads: ReadonlyMap<string, number>
  private curve: LoadPoint[] | undefined

  private readonly pieces = new Map<GroupFacts, readonly (readonly [BlockFacts, Piece])[]>()

  constructor(
    readonly plan: Plan,
    readonly timeline: Timeline,
    readonly club: ClubFacts,
  ) {
    this.limits = club.settings.limits
    this.index = ClubIndex.of(club)
    this.heads = new Map(plan.groups.map(({ id, headcount }) => [id, headcount]))
    this.everyone = plan.groups.reduce((sum, { headcount }) => sum + headcount, 0)
    this.blocks = timeline.blocks.map((placed, index) => this.blockFacts(placed, index))
    this.groups = this.groupFacts(plan.groups)
  }

  /** Groups that a change did not touch are the same list, and so are their facts. */
  private groupFacts(groups: Plan['groups']): GroupFacts[] {
    const kept = this.index.groups.get(groups)
    if (kept) return kept
    const students = new Map<Group, Expected[]>(groups.map((group) => [group, []]))
    for (const student of this.club.students) {
      const group = groupAmong(groups, student)
      if (group) students.get(group)?.push(student)
    }
    const facts = groups.map((group, index) => {
      const expected = students.get(group) ?? []
      const ages = expected.flatMap(({ age }) => age ?? [])
      return {
        group,
        index,
        students: expected,
        youngest: ages.length ? Math.min(...ages) : undefined,
        ranks: this.index.ranksAmong(group.ranks),
        heads: group.headcount,
      }
    })
    this.index.groups.set(groups, facts)
    return facts
  }

  private blockFacts({ block, at, ms, lanes }: PlacedBlock, index: number): BlockFacts {
    const known = new Map<Lane, LaneFacts>()
    return {
      block,
      index,
      at,
      ms,
      intensity: block.intensity ?? PHASES[block.phase].intensity,
      lanes: lanes.map((lane) => {
        let facts = known.get(lane)
        if (!facts) known.set(lane, (facts = this.laneFacts(lane)))
        return facts
      }),
    }
  }

  /** A lane that a change did not touch is the same object, and so are its facts. */
  private laneFacts(lane: Lane): LaneFacts {
    const kept = this.index.lanes.get(lane)
    if (kept) return kept
    const facts: LaneFacts = { ...NO_LANE, pieces: [], works: [] }
    this.index.lanes.set(lane, facts)
    let talk = 0
    let idle = 0
    for (const stretch of lane)
      for (const span of stretch.spans) {
        const { cls, ms } = span
        if (ms === 0) continue
        talk = cls === 'talk' ? talk + ms : 0
        idle = cls === 'idle' ? idle + ms : 0
        if (cls === 'talk') facts.talkMs += ms
        else if (cls === 'idle') facts.idleMs += ms
        else if (cls === 'work') facts.workMs += ms
        if (talk > facts.longestTalkMs) facts.longestTalkMs = talk
        if (idle > facts.longestIdleMs) facts.longestIdleMs = idle
        if (cls !== 'work' && cls !== 'holding') continue
        const worked = workedAt(stretch, span.place)
        if (!worked) continue
        const at = stretch.at + span.at
        const { receives } = worked
        this.addPiece(facts, at, span, worked)
        // In either turn half of the pairs work the one and half the other: who begins as A is reckoned with.
        const answers = receives !== undefined && span.role !== undefined
        if (answers) this.addPiece(facts, at, span, receives)
        if (cls === 'work') this.addWork(facts, at + ms, ms, answers && span.role === 'B' ? receives : worked)
      }
    return facts
  }

  private addPiece(facts: LaneFacts, at: number, span: Span, { technique, layer }: ItemAt): void {
    facts.pieces.push({ at, ms: span.ms, span, technique, layer, item: this.itemAt(technique, layer) })
  }

  private itemAt(technique: string, layer: number): Item | undefined {
    const item = this.club.items.get(technique)
    return item && atLayer(item, layer)
  }

  private addWork(facts: LaneFacts, end: number, ms: number, { technique, layer }: ItemAt): void {
    const known = facts.works.find((work) => work.technique === technique && work.layer === layer)
    if (known) {
      known.ms += ms
      known.end = end
    } else facts.works.push({ technique, layer, item: this.itemAt(technique, layer), ms, end })
  }

  /** The lane of a group in a block. */
  lane(block: BlockFacts, group: GroupFacts): LaneFacts {
    return block.lanes[group.index] ?? NO_LANE
  }

  /** Every piece of a group's class in order of time, with its block; holding with a task among them. */
  piecesOf(group: GroupFacts): readonly (readonly [BlockFacts, Piece])[] {
    let known = this.pieces.get(group)
    if (!known) {
      known = this.blocks.flatMap((block) =>
        this.lane(block, group).pieces.map((piece) => [block, piece] as const),
      )
      this.pieces.set(group, known)
    }
    return known
  }

  /** What a group works, block by block: each item at a layer once a block. */
  worksOf(group: GroupFacts): readonly (readonly [BlockFacts, Work])[] {
    return this.blocks.flatMap((block) => this.lane(block, group).works.map((work) => [block, work] as const))
  }

  /** How many are in some groups. */
  headsOf(groups: readonly string[]): number {
    let heads = 0
    for (const id of groups) heads += this.heads.get(id) ?? 0
    return heads
  }

  name(technique: string): string {
    const item = this.club.items.get(technique)
    return item ? spokenName(item) : technique
  }

  /**
   * Where an item stands for a group of several ranks: for the rank that is nearest to it, so that what is current for the
   * seniors of a group is not new to the group.
   */
  standingFor(item: string, { ranks }: GroupFacts): Standing {
    return this.index.nearestStanding(item, ranks)
  }

  /** The load curve over the class. */
  get load(): readonly LoadPoint[] {
    return (this.curve ??= loadCurve(this.timeline, this.groups.length))
  }

  /** A moment as it is said: by the clock where the class has one. */
  clock(ms: number): string {
    return this.plan.start ? clockAt(this.plan.start, ms)[0] : minutes(ms)
  }
}

/**
 * What a lane comes to for a check: worked out once and kept with the lane, however many groups share it and however often the plan
 * around it changes.
 */
export const perLane: <T>(workOut: (lane: LaneFacts) => T) => (lane: LaneFacts) => T = keptWith

/** `hips`, `hips and knees`, `hips, knees and ankles`. */
export function listed(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
}

/** Groups as a subject: `Teal`, `Teal and Plum`, `everyone` for all of them. */
export function namesOf(groups: readonly GroupFacts[], of: Ground): string {
  return groups.length === of.groups.length && groups.length > 1
    ? 'everyone'
    : listed(groups.map(({ group }) => group.name))
}

/** Reps of a piece by side; timed work is estimated from the item's own speed where the dose gives none. */
export function repsIn({ span, item, ms }: Piece): number {
  switch (span.kind) {
    case 'reps':
    case 'paced':
      return span.count
    case 'hold':
    case 'run':
      return 1
    default: {
      const repMs = span.repMs || (item?.repSec?.full ?? 0) * 1000
      return repMs > 0 ? Math.floor(ms / repMs) : 0
    }
  }
}

/** An amount of work by side: right, left, and neither. */
export interface BySide {
  R: number
  L: number
  N: number
}

/** Adds reps, or seconds, to the sides on which a span works them; alternating work begins with its first side. */
export function addBySide(sum: BySide, { alternate, side }: Span, amount: number): void {
  if (alternate) {
    const first = Math.ceil(amount / 2)
    sum[alternate] += first
    sum[otherSide(alternate)] += amount - first
  } else sum[side ?? 'N'] += amount
}

export const demandOf = (item: Item | undefined, region: Region): number => item?.demand[region] ?? 0

/** Power: jumps, throws, and work at 8 or above. */
export function isPower(item: Item | undefined, intensity: number): boolean {
  return intensity >= 8 || (item !== undefined && (item.jumps > 0 || item.category === 'throws'))
}
