import { fresh } from '../balance/worth'
import type { Item } from '../curriculum/item'
import { pinnedBase, type PinnedBase } from './base'
import type { WorkLength } from './beats'
import { floorM2 } from '../checks/hall/takes'
import type { Candidate, DraftGroup } from './candidates'
import {
  FREE_STEP_SEC,
  intensityOf,
  LONGEST_HARD_SEC,
  MOST_STEPS,
  patternsOf,
  STEP_SEC,
  timesAt,
  type DraftQuestion,
  type ModelParts,
  type Pattern,
} from './model-parts'
import { ProgrammeBuilder, type Column, type Programme, type Term } from './programme'
import { allOnOneBoard, amountsIn, keepToTheHall, type ScarceAmounts } from './rows/hall'
import { fallBeforeThrows, keepLimits } from './rows/limits'
import { showFirst } from './rows/shown-first'
import { keepTime } from './rows/time'
import { prepare } from './rows/warmup'

/**
 * The draft as a mixed-integer programme. A class is so many boards of a few lengths in each stretch between two waters; each group takes
 * an item for each of them. Which board an item comes to is settled afterwards (`arrange.ts`): boards of one length are alike, and the
 * programme need not try them all. docs/draft.md writes it out.
 */

/** Preferences that decide between equals are worth so little of what is at stake, all told. */
const PREFERENCE_SHARE = 0.002
/** No item comes more often for one group, where there are too few. */
const MOST_TIMES = 4

/** An item that a group works for so long, so many times, as it was chosen. */
export interface Chosen {
  candidate: Candidate
  lengths: WorkLength[]
}

export interface Choice {
  chosen: Chosen[]
  /** For each stretch, the boards in it by length, those with something new apart. */
  stretches: { known: WorkLength[]; shown: WorkLength[]; freeSec: number; pinned: number[] }[]
  /** What is shown, and on boards of which length. */
  shows: { item: string; length: WorkLength }[]
  warmup: { item: Item; sec: number }[]
  plainWarmupSec: number
  cooldownSec: number
}

export interface DraftModel {
  programme: Programme
  base: PinnedBase
  /** What no plan of the model can be worth more than, given the solver's bound. */
  boundOf(bound: number): number
  read(values: ArrayLike<number>): Choice
}

export function draftModel(question: DraftQuestion): DraftModel {
  return new Modelling(question).model()
}

class Modelling implements ModelParts {
  readonly b = new ProgrammeBuilder()
  readonly base: PinnedBase
  readonly patterns: Pattern[] = []
  /** Boards by stretch and length. */
  readonly known: Column[][]
  readonly shown: Column[][]
  readonly free: { on: Column; steps: Column }[]
  readonly pinnedIn: Column[][]
  private readonly shows = new Map<string, Column>()
  readonly used = new Map<string, Column>()
  readonly steps: Column[]
  readonly done: Column[]
  readonly plainWarmup: Column
  readonly cooldown: Column
  private readonly least: Column | undefined
  readonly lengths: readonly WorkLength[]
  /** What a preference is worth. */
  private readonly little: number
  private given = 0

  constructor(readonly q: DraftQuestion) {
    const { frame, groups, request, club, lengths } = q
    this.lengths = lengths
    this.base = pinnedBase(request, club, frame)
    const due = groups.filter(({ of }) => of > 0)
    const boards = frame.totalSec / 200
    this.leastFloor = groups.map(({ candidates, heads }) =>
      candidates.length ? Math.min(...candidates.map(({ item }) => floorM2(item, heads))) : 0,
    )
    const atStake = groups.reduce((sum, group) => sum + this.likelyServed(group), 0)
    this.little = (PREFERENCE_SHARE * (atStake || 1)) / (boards * Math.max(1, groups.length))
    const stretches = Array.from({ length: frame.waters + 1 }, (_, s) => s)
    const most = Math.ceil(frame.waterLimitSec / 130)
    this.known = stretches.map(() => this.lengths.map(() => this.b.whole(most)))
    this.shown = stretches.map(() => this.lengths.map(() => this.b.whole(most)))
    this.free = stretches.map(() => ({
      on: this.b.yesNo(this.cost(this.little)),
      steps: this.b.amount(
        0,
        Math.ceil(frame.waterLimitSec / FREE_STEP_SEC),
        this.cost((this.little * FREE_STEP_SEC) / 600, frame.totalSec / FREE_STEP_SEC),
      ),
    }))
    this.pinnedIn = frame.pinned.map(() => stretches.map(() => this.b.yesNo()))
    this.steps = q.exercises.map(() => this.b.whole(MOST_STEPS))
    this.done = q.exercises.map(() => this.b.amount(0, 1, this.cost(this.little / 10)))
    this.plainWarmup = this.b.amount(
      0,
      Math.ceil(frame.totalSec / 4 / FREE_STEP_SEC),
      this.cost(this.little / 20, frame.totalSec / 4 / FREE_STEP_SEC),
    )
    this.cooldown = this.b.amount(0, 24)
    this.least = due.length ? this.b.amount(0, Infinity, due.length) : undefined
  }

  /** A price is made good in the bound: nothing is worth less for what is only not preferred. */
  private cost(price: number, times = 1): number {
    this.given += price * times
    return -price
  }

  /** About what a group can be served: three minutes each of what is most due. */
  private likelyServed({ candidates }: DraftGroup): number {
    const weights = candidates.map(({ weight }) => weight).sort((a, b) => b - a)
    return weights
      .slice(0, Math.ceil(this.q.frame.totalSec / 300))
      .reduce((sum, weight) => sum + weight * (2 / 3), 0)
  }

  model(): DraftModel {
    for (const group of this.q.groups) this.takeItems(group)
    const things = this.q.hall === 'kept' ? amountsIn(this) : []
    this.meet()
    this.show(things)
    prepare(this)
    for (const group of this.q.groups) keepLimits(this, group)
    fallBeforeThrows(this)
    showFirst(this)
    keepToTheHall(this, things)
    keepTime(this)
    for (const group of this.q.groups) this.serve(group)
    return {
      programme: this.b.done(),
      base: this.base,
      boundOf: (bound) => (this.q.groups.some(({ of }) => of > 0) ? bound + this.given : 0),
      read: (values) => this.read(values),
    }
  }

  /** The least floor that each group can take, whatever it works. */
  private readonly leastFloor: number[]

  /** Whether there is any floor left for the others beside a group at an item; they may be at it as well. */
  private leavesRoom({ item, group }: Candidate): boolean {
    const { areaM2 } = this.q.club.settings.hall
    if (areaM2 === 0) return true
    const others = this.leastFloor.reduce((sum, m2, g) => sum + (g === group ? 0 : m2), 0)
    return floorM2(item, this.q.groups[group]?.heads ?? 0) + others <= areaM2
  }

  /** For each group and item, the lengths for which it may be taken. */
  private takeItems(group: DraftGroup): void {
    const boards = Math.ceil(this.q.frame.totalSec / 240)
    const scarce = group.candidates.length < boards * 2
    const times =
      scarce || group.unwritten
        ? Math.min(MOST_TIMES, scarce ? Math.ceil((boards * 2) / Math.max(1, group.candidates.length)) : 2)
        : 1
    for (const candidate of group.candidates.filter((one) => this.leavesRoom(one))) {
      const { item, weight, liking, isNew } = candidate
      const had = this.base.groups[group.index]?.byItem.get(item.id) ?? 0
      const wanted = this.little * (liking * 0.6 + this.q.chance() * 0.4)
      const use = this.usedColumn(item.id)
      const mine: Term[] = []
      for (const lengths of lengthsUpTo(this.lengths, isNew && !group.unwritten ? 1 : times)) {
        if (intensityOf(item) >= 8 && lengths.some((sec) => sec > LONGEST_HARD_SEC)) continue
        const workSec = lengths.reduce<number>((sum, sec) => sum + sec, 0)
        const serves = weight * (fresh(had + workSec) - fresh(had))
        const column = this.b.yesNo(serves + (wanted * lengths.length) / Math.max(1, times))
        mine.push([column, 1])
        this.patterns.push({ candidate, lengths, column, workSec, shownAt: isNew ? lengths[0] : undefined })
      }
      this.b.atMost([...mine, [use, -1]], 0)
    }
  }

  private usedColumn(item: string): Column {
    let column = this.used.get(item)
    if (column === undefined) this.used.set(item, (column = this.b.amount(0, 1)))
    return column
  }

  /** On every board each group works something. */
  private meet(): void {
    const boards = this.lengths.map((_, w) =>
      [...this.known, ...this.shown].map((ofStretch): Term => [ofStretch[w] ?? 0, -1]),
    )
    for (const { index } of this.q.groups)
      this.lengths.forEach((length, w) => {
        const taken = patternsOf(this, index).flatMap((pattern): Term[] => {
          const many = timesAt(pattern, length)
          return many ? [[pattern.column, many]] : []
        })
        this.b.equal([...taken, ...(boards[w] ?? [])], 0)
      })
  }

  /** One teacher: what is new to a group is shown on a board of its own, whoever else it is new to beside them. */
  private show(things: readonly ScarceAmounts[]): void {
    const byLength = new Map<WorkLength, Term[]>()
    const beside = new Map<string, Pattern[]>()
    for (const pattern of this.patterns) {
      const { candidate, column, shownAt } = pattern
      if (shownAt === undefined) continue
      const key = `${candidate.item.id} ${shownAt}`
      let shown = this.shows.get(key)
      if (shown === undefined) {
        this.shows.set(key, (shown = this.b.amount(0, 1)))
        byLength.set(shownAt, [...(byLength.get(shownAt) ?? []), [shown, 1]])
      }
      beside.set(key, [...(beside.get(key) ?? []), pattern])
      this.b.atMost(
        [
          [column, 1],
          [shown, -1],
        ],
        0,
      )
    }
    this.lengths.forEach((length, w) => {
      this.b.atMost([...(byLength.get(length) ?? []), ...this.shown.map((of): Term => [of[w] ?? 0, -1])], 0)
    })
    for (const patterns of beside.values()) allOnOneBoard(this, patterns, things)
  }

  /** What the group is served, which the worst-served cannot be above. */
  private serve(group: DraftGroup): void {
    if (group.of <= 0 || this.least === undefined) return
    const base = this.base.groups[group.index]
    const had = (item: string) => base?.byItem.get(item) ?? 0
    const pinned = [...group.weights].reduce((sum, [item, weight]) => sum + weight * fresh(had(item)), 0)
    const served: Term[] = patternsOf(this, group.index).flatMap(
      ({ candidate: { weight, item }, workSec, column }): Term[] => {
        const serves = weight * (fresh(had(item.id) + workSec) - fresh(had(item.id)))
        return serves ? [[column, serves]] : []
      },
    )
    // Exercises are part of what is due as well, a step of five seconds at a time.
    this.q.exercises.forEach((item, e) => {
      const weight = group.weights.get(item.id) ?? 0
      const column = this.steps[e] ?? 0
      const each = weight * (fresh(had(item.id) + STEP_SEC) - fresh(had(item.id)))
      if (each === 0) return
      served.push([column, each])
      this.b.worthMore(column, each)
    })
    this.b.worthAnyway(pinned)
    this.b.atMost([[this.least, 1], ...served.map(([column, factor]): Term => [column, -factor])], pinned)
  }

  private read(values: ArrayLike<number>): Choice {
    const inFives = (column: Column | undefined, unit: number) =>
      column === undefined ? 0 : Math.floor(((values[column] ?? 0) * unit) / 5 + 1e-6) * 5
    const many = (column: Column | undefined) => (column === undefined ? 0 : Math.round(values[column] ?? 0))
    const times = (columns: Column[] | undefined) =>
      this.lengths.flatMap((length, w) => Array.from({ length: many(columns?.[w]) }, () => length))
    return {
      chosen: this.patterns
        .filter(({ column }) => many(column) > 0)
        .map(({ candidate, lengths }) => ({ candidate, lengths })),
      stretches: this.known.map((_, s) => ({
        known: times(this.known[s]),
        shown: times(this.shown[s]),
        freeSec: inFives(this.free[s]?.steps, FREE_STEP_SEC),
        pinned: this.pinnedIn.flatMap((columns, p) => (many(columns[s]) ? [p] : [])),
      })),
      shows: [...this.shows].flatMap(([key, column]) => {
        const [item = '', length = ''] = key.split(' ')
        return many(column) ? [{ item, length: Number(length) as WorkLength }] : []
      }),
      warmup: this.q.exercises.flatMap((item, e) => {
        const sec = many(this.steps[e]) * STEP_SEC
        return sec ? [{ item, sec }] : []
      }),
      plainWarmupSec: inFives(this.plainWarmup, FREE_STEP_SEC),
      cooldownSec: this.q.frame.cooldown.leastSec + inFives(this.cooldown, STEP_SEC),
    }
  }
}

/** Lengths for one time, and where an item may come again, for the same length so many times. */
function lengthsUpTo(all: readonly WorkLength[], times: number): WorkLength[][] {
  return all.flatMap((length) =>
    Array.from({ length: times }, (_, t) => Array.from({ length: t + 1 }, () => length)),
  )
}
