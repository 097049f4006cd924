import { fresh } from '../balance/worth'
import type { ClubFacts } from '../checks/club-facts'
import { isPower } from '../checks/ground'
import { bodyOf, UNITS_FOR, type Body } from '../checks/warmup/body'
import type { DraftBoard } from './draft-board'
import type { PinnedBase } from './base'
import { repsPerformed, WORK_LENGTHS } from './beats'
import { boardTimes, type BoardTimes } from './board-times'
import type { Candidate, DraftGroup } from './candidates'
import type { ClassFrame } from './frame'
import type { Choice } from './model'
import { intensityOf, LONGEST_HARD_SEC } from './model-parts'
import { scarceIn, type Scarce } from './scarce'

/** What the fitting of boards reckons with, as figures that are added up many thousand times. */

export interface FitQuestion {
  club: ClubFacts
  groups: readonly DraftGroup[]
  base: PinnedBase
  choice: Choice
  frame: ClassFrame
  boards: readonly DraftBoard[]
  /** Categories whose share is limited. */
  counted: ReadonlySet<string>
  chance: () => number
}

/** Where nobody has practised anything yet, an item may come again in the same class. */
const TIMES_AT_FIRST = 2

/** The number of the limit that counts an item once, however often it comes. */
export const NEW_ITEMS = 2

/** What counts of an item that a group may work. */
export interface Part {
  candidate: Candidate
  /** Its number among those of the group. */
  n: number
  /** Seconds of it in what is pinned and in the warm-up. */
  hadSec: number
  times: number
  isThrow: boolean
  isFall: boolean
  body: Body
  /** What it is shown as, where it is new to the group: the same number for every group that it is shown to. */
  news: number
  /** Of the floor and of each piece of kit. */
  takes: readonly number[]
  /** By the number of a length: what it serves the first time, and what it adds to the limits of its group. */
  serves: readonly number[]
  adds: readonly (readonly (readonly [limit: number, amount: number])[])[]
}

export class FitParts {
  readonly times: BoardTimes
  /** How much there is of the floor and of each piece of kit. */
  readonly things: Scarce[]
  /** By group: its limits, what it may work, and what it is served whatever that is. */
  readonly limits: number[][]
  readonly parts: Part[][]
  readonly anyway: number[]
  /** What stands on each board for each group, and what may stand there, board after board; the latter by the number of the part as well. */
  readonly at: (Part | undefined)[]
  readonly open: Part[][]
  readonly mayBe: boolean[][]
  private readonly warmed: ReadonlyMap<string, number>
  private readonly regions: ReadonlySet<number>

  constructor(private readonly q: FitQuestion) {
    const { club, groups, boards, choice, frame } = q
    this.times = boardTimes(choice, frame, q.base)
    this.things = scarceIn(club, groups)
    this.warmed = new Map(choice.warmup.map(({ item, sec }) => [item.id, sec]))
    this.limits = groups.map((group) => this.limitsOf(group))
    this.regions = new Set(
      groups.flatMap(({ candidates }) => candidates.flatMap(({ item }) => bodyOf(item).asks.map(([r]) => r))),
    )
    const numbers = new Map<string, number>()
    const numberOf = (id: string) => numbers.get(id) ?? numbers.set(id, numbers.size + 1).size
    this.parts = groups.map((group) =>
      group.candidates.map((candidate, n) => this.partOf(group, candidate, n, numberOf(candidate.item.id))),
    )
    this.anyway = groups.map(({ weights, index }) =>
      [...weights].reduce((sum, [item, weight]) => sum + weight * fresh(this.hadSec(index, item)), 0),
    )
    this.at = boards.flatMap(({ works }) =>
      groups.map((_, g) => this.parts[g]?.find(({ candidate }) => candidate === works[g])),
    )
    this.open = boards.flatMap((board) => groups.map((_, g) => this.openFor(board, g)))
    this.mayBe = this.open.map((open, cell) => {
      const may = new Set(open)
      return (this.parts[cell % groups.length] ?? []).map((part) => may.has(part))
    })
  }

  private hadSec = (group: number, item: string): number =>
    (this.q.base.groups[group]?.byItem.get(item) ?? 0) + (this.warmed.get(item) ?? 0)

  /** What nothing asks for need not be ready. */
  private asked({ asks, gives, works }: Body): Body {
    return {
      asks,
      gives: gives.filter(([r]) => this.regions.has(r)),
      works: works.filter((r) => this.regions.has(r)),
    }
  }

  /** Jumps, seconds of head contact, new items; and of each category whose share is limited no more than there was. */
  private limitsOf({ index, jumpLimit }: DraftGroup): number[] {
    const { club, base, boards, counted } = this.q
    const { limits } = club.settings
    const figures = base.groups[index]
    const sumOf = (category: string) =>
      boards.reduce(
        (sum, { works, length }) => sum + (works[index]?.item.category === category ? length : 0),
        0,
      )
    return [
      jumpLimit - (figures?.jumps ?? 0),
      limits.headContact * 60 - (figures?.headSec ?? 0),
      limits.newItems - (figures?.newItems.size ?? 0),
      ...[...counted].map(sumOf),
    ].map((most) => Math.max(0, most))
  }

  private partOf({ index, unwritten }: DraftGroup, candidate: Candidate, n: number, number: number): Part {
    const { boards, base, counted } = this.q
    const { item, weight, isNew, standing } = candidate
    const hadSec = this.hadSec(index, item.id)
    const adds = (sec: number) =>
      [
        item.jumps ? item.jumps * repsPerformed(item, sec) : 0,
        item.headContact ? sec : 0,
        Number(standing === 'new' && !base.groups[index]?.newItems.has(item.id)),
        ...[...counted].map((category) => (item.category === category ? sec : 0)),
      ].flatMap((amount, limit) => (amount > 0 ? [[limit, amount] as const] : []))
    return {
      candidate,
      n,
      hadSec,
      times: Math.max(
        boards.filter(({ works }) => works[index] === candidate).length,
        unwritten ? TIMES_AT_FIRST : 1,
      ),
      isThrow: item.category === 'throws' && !base.groups[index]?.falls,
      isFall: item.category === 'falls',
      body: this.asked(bodyOf(item)),
      news: isNew ? number : 0,
      takes: this.things.map(({ each }) => each(candidate)),
      serves: WORK_LENGTHS.map((sec) => weight * (fresh(hadSec + sec) - fresh(hadSec))),
      adds: WORK_LENGTHS.map(adds),
    }
  }

  /**
   * As in the programme: nothing hard for long, nothing that the warm-up alone is too short for, no power before the pulse is up. What
   * stands there already may.
   */
  private openFor({ works, length }: DraftBoard, group: number): Part[] {
    const { choice, base, club } = this.q
    const { warmed } = this.times
    const warmupSec = choice.warmup.reduce((sum, { sec }) => sum + sec, choice.plainWarmupSec)
    const isUp = base.raisedSec + warmupSec >= club.settings.limits.pulseFirst * 60
    return (this.parts[group] ?? []).filter(({ candidate, body }) => {
      const { item } = candidate
      const intensity = intensityOf(item)
      return (
        works[group] === candidate ||
        ((intensity < 8 || length <= LONGEST_HARD_SEC) &&
          (isUp || !isPower(item, intensity)) &&
          body.asks.every(([r, demand]) => (warmed[r] ?? 0) >= UNITS_FOR[demand]))
      )
    })
  }
}
