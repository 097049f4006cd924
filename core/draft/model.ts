import { fresh } from '../balance/worth'
import type { ClubFacts } from '../checks/club-facts'
import { isPower } from '../checks/ground'
import { UNITS_FOR } from '../checks/warmup/preparation'
import { CATEGORY_NAMES, CATEGORIES } from '../curriculum/categories'
import { REGIONS, type Item, type Region } from '../curriculum/item'
import { PHASES } from '../plan/phases'
import { pinnedBase, type PinnedBase } from './base'
import { bodySec, repsPerformed, WORK_LENGTHS, type WorkLength } from './beats'
import { floorM2, kitOf, type Candidate, type DraftGroup } from './candidates'
import type { ClassFrame } from './frame'
import { ProgrammeBuilder, type Column, type Programme, type Term } from './programme'
import type { DraftRequest } from './request'

/**
 * The draft as a mixed-integer programme. A class is so many boards of a few lengths in each stretch between two waters; each group takes
 * an item for each of them. Which board an item comes to is settled afterwards (`arrange.ts`): boards of one length are alike, and the
 * programme need not try them all. docs/draft.md writes it out.
 */

/** Seconds in which what everybody knows is set up, and in which something new is shown. */
export const SETUP_SEC = 15
export const SHOW_SEC = 60
/** Whole steps in which an exercise is timed, and the longest it is done. */
const STEP_SEC = 5
const MOST_STEPS = 24
const FREE_STEP_SEC = 30
/** What of the class every group is at work, at least. */
const WORK_SHARE = 0.46
/** Preferences that decide between equals are worth so little of what is at stake, all told. */
const PREFERENCE_SHARE = 0.002
/** Work at 8 and above is no longer on end. */
const LONGEST_HARD_SEC = 240
/** No item comes more often for one group, where there are too few. */
const MOST_TIMES = 4

export interface DraftQuestion {
  request: DraftRequest
  club: ClubFacts
  frame: ClassFrame
  groups: readonly DraftGroup[]
  exercises: readonly Item[]
  /** How much more a region has to be prepared, because it would fade until it is needed. */
  fades: ReadonlySet<Region>
  /** How much of the floor and the kit may be dealt out, 1: all of it. Boards are not filled evenly. */
  room: number
  /** A number from 0 to 1 for each group's item: what is preferred among equals. */
  chance: () => number
}

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
  /** What no plan of the model can be worth more than, given the solver's bound. */
  boundOf(bound: number): number
  read(values: ArrayLike<number>): Choice
}

export function draftModel(question: DraftQuestion): DraftModel {
  return new Modelling(question).model()
}

/** One way in which a group may take an item: for these lengths. */
interface Pattern {
  candidate: Candidate
  lengths: WorkLength[]
  column: Column
  workSec: number
  /** Worked anew, it is shown on a board of this length. */
  shownAt: WorkLength | undefined
}

const shortSetup = (limit: number, sec: number) => Math.min(sec, Math.max(0, limit))
const fullOf = (category: keyof typeof CATEGORIES) => PHASES[CATEGORIES[category].phase].intensity
/** How hard a board of an item is. */
export const intensityOf = (item: Item): number => item.intensity ?? fullOf(item.category)

class Modelling {
  private readonly b = new ProgrammeBuilder()
  private readonly base: PinnedBase
  private readonly patterns: Pattern[] = []
  /** Boards by stretch and length. */
  private readonly known: Column[][]
  private readonly shown: Column[][]
  private readonly free: { on: Column; steps: Column }[]
  private readonly pinnedIn: Column[][]
  private readonly shows = new Map<string, Column>()
  private readonly used = new Map<string, Column>()
  private readonly steps: Column[]
  private readonly done: Column[]
  private readonly plainWarmup: Column
  private readonly cooldown: Column
  private readonly least: Column | undefined
  /** Lengths of boards to choose among: six minutes only where there is too little to work on. */
  private readonly lengths: readonly WorkLength[]
  /** What a preference is worth. */
  private readonly little: number
  private given = 0

  constructor(private readonly q: DraftQuestion) {
    const { frame, groups, request, club } = q
    this.base = pinnedBase(request, club, frame)
    const due = groups.filter(({ of }) => of > 0)
    this.lengths = WORK_LENGTHS
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
    this.meet()
    this.show()
    this.prepare()
    for (const group of this.q.groups) this.keepLimits(group)
    this.fallBeforeThrows()
    this.keepToTheHall()
    this.keepTime()
    for (const group of this.q.groups) this.serve(group)
    return {
      programme: this.b.done(),
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
        const taken = this.patterns.flatMap(({ candidate, lengths, column }): Term[] => {
          const many = candidate.group === index ? lengths.filter((one) => one === length).length : 0
          return many ? [[column, many]] : []
        })
        this.b.equal([...taken, ...(boards[w] ?? [])], 0)
      })
  }

  /** One teacher: what is new to a group is shown on a board of its own, whoever else it is new to beside them. */
  private show(): void {
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
    WORK_LENGTHS.forEach((length, w) => {
      this.b.atMost([...(byLength.get(length) ?? []), ...this.shown.map((of): Term => [of[w] ?? 0, -1])], 0)
    })
    for (const patterns of beside.values()) this.allOnOneBoard(patterns)
  }

  /** Those to whom one thing is shown are there together: the hall and the kit are for all of them at once. */
  private allOnOneBoard(patterns: readonly Pattern[]): void {
    const item = patterns[0]?.candidate.item
    if (!item) return
    const { hall } = this.q.club.settings
    const heads = ({ candidate }: Pattern) => this.q.groups[candidate.group]?.heads ?? 0
    const limit = (figure: (many: number) => number, most: number) => {
      const terms = patterns.map((one): Term => [one.column, figure(heads(one))])
      if (terms.reduce((sum, [, each]) => sum + each, 0) > most) this.b.atMost(terms, most)
    }
    if (hall.areaM2 > 0) limit((many) => floorM2(item, many), hall.areaM2)
    for (const { name, count } of hall.kit)
      limit(
        (many) =>
          kitOf(item, many).reduce((sum, [kit, units]) => sum + (kit === name.toLowerCase() ? units : 0), 0),
        count,
      )
  }

  /** What is loaded is prepared first, and the pulse is up before power. */
  private prepare(): void {
    const { exercises, club, frame, fades } = this.q
    const asks = new Map<string, Column>()
    const level = (region: Region, demand: number): Column => {
      const key = `${region} ${demand}`
      let column = asks.get(key)
      if (column === undefined) asks.set(key, (column = this.b.yesNo()))
      return column
    }
    const power = this.b.yesNo()
    const items = new Map(this.patterns.map(({ candidate }) => [candidate.item.id, candidate.item]))
    for (const [id, use] of this.used) {
      const item = items.get(id)
      if (!item) continue
      for (const region of REGIONS) {
        const demand = item.demand[region] ?? 0
        if (demand >= 2)
          this.b.atMost(
            [
              [use, 1],
              [level(region, demand), -1],
            ],
            0,
          )
      }
      if (isPower(item, intensityOf(item)))
        this.b.atMost(
          [
            [use, 1],
            [power, -1],
          ],
          0,
        )
    }
    for (const region of REGIONS) {
      const factor = fades.has(region) ? 2 : 1
      const given = exercises.map((item, e): Term => [
        this.steps[e] ?? 0,
        ((item.prepares[region] ?? 0) * STEP_SEC) / 60,
      ])
      const had = this.base.prepared.get(region) ?? 0
      for (const demand of [2, 3] as const) {
        const column = asks.get(`${region} ${demand}`)
        if (column !== undefined) this.b.atLeast([...given, [column, -UNITS_FOR[demand] * factor]], -had)
      }
      // What is pinned asks for it whatever is chosen, as far as there is anything that gives it.
      const asked = (this.base.asked.get(region) ?? 0) * factor
      if (asked > had && given.some(([, rate]) => rate > 0)) this.b.atLeast(given, asked - had)
    }
    const work: Term[] = [
      ...this.steps.map((step): Term => [step, STEP_SEC]),
      [this.plainWarmup, FREE_STEP_SEC],
    ]
    const pulseSec = club.settings.limits.pulseFirst * 60
    if (this.base.power) this.b.atLeast(work, Math.min(pulseSec - this.base.raisedSec, frame.totalSec / 4))
    this.b.atLeast([...work, [power, -pulseSec]], -this.base.raisedSec)
    this.b.atLeast(work, frame.warmup.pinned.length ? 0 : frame.warmup.leastSec)
    exercises.forEach((_, e) => {
      const [steps = 0, done = 0] = [this.steps[e], this.done[e]]
      this.b.atMost(
        [
          [steps, 1],
          [done, -MOST_STEPS],
        ],
        0,
      )
    })
  }

  private of(group: number): Pattern[] {
    return this.patterns.filter(({ candidate }) => candidate.group === group)
  }

  /** The seconds of work that everybody has, as terms: boards, free boards, warm-up, cool-down. */
  private get workTerms(): Term[] {
    return [
      ...[...this.known, ...this.shown].flatMap((of) =>
        of.map((column, w): Term => [column, this.lengths[w] ?? 0]),
      ),
      ...this.free.map(({ steps }): Term => [steps, FREE_STEP_SEC]),
      ...this.steps.map((column): Term => [column, STEP_SEC]),
      [this.plainWarmup, FREE_STEP_SEC],
      [this.cooldown, STEP_SEC],
    ]
  }

  private keepLimits(group: DraftGroup): void {
    const { frame, club, request } = this.q
    const { limits } = club.settings
    const base = this.base.groups[group.index]
    if (!base) return
    const mine = this.of(group.index)
    const sum = (figure: (pattern: Pattern) => number): Term[] =>
      mine.flatMap((pattern): Term[] => {
        const factor = figure(pattern)
        return factor ? [[pattern.column, factor]] : []
      })
    this.b.atMost(
      sum(({ candidate: { item }, lengths }) =>
        item.jumps ? item.jumps * lengths.reduce((all, sec) => all + repsPerformed(item, sec), 0) : 0,
      ),
      Math.max(0, group.jumpLimit - base.jumps),
    )
    this.b.atMost(
      sum(({ candidate: { item }, workSec }) => (item.headContact ? workSec : 0)),
      Math.max(0, limits.headContact * 60 - base.headSec),
    )
    this.b.atMost(
      sum(({ candidate: { standing, item } }) => (standing === 'new' && !base.newItems.has(item.id) ? 1 : 0)),
      Math.max(0, limits.newItems - base.newItems.size),
    )
    const steady = base.workSec + frame.cooldown.leastSec
    for (const category of CATEGORY_NAMES) {
      const share = request.most[category]
      if (share === undefined) continue
      const own = sum(({ candidate: { item }, workSec }) => (item.category === category ? workSec : 0))
      const has = base.byCategory.get(category) ?? 0
      const all = this.workTerms.map(([column, sec]): Term => [column, -share * sec])
      this.b.atMost([...own, ...all], Math.max(share * steady - has, 0))
    }
    this.b.atLeast(this.workTerms, Math.max(0, WORK_SHARE * frame.totalSec - steady))
    const setups = [
      ...this.known.map((of) => [of, this.setupSec] as const),
      ...this.shown.map((of) => [of, this.showSec] as const),
    ]
    const talk = (limits.talkShare / 100) * (frame.totalSec - 90) - base.talkSec
    const ritual =
      (frame.opening.pinned.length ? 0 : frame.opening.sec) +
      (frame.closing.pinned.length ? 0 : frame.closing.sec)
    this.b.atMost(
      setups.flatMap(([of, sec]) => of.map((column): Term => [column, sec])),
      Math.max(0, talk - ritual),
    )
  }

  get setupSec(): number {
    return shortSetup(this.q.club.settings.limits.talkOnEnd, SETUP_SEC)
  }

  get showSec(): number {
    return shortSetup(this.q.club.settings.limits.talkOnEnd, SHOW_SEC)
  }

  /** Who throws has fallen first. */
  private fallBeforeThrows(): void {
    for (const group of this.q.groups) {
      if (this.base.groups[group.index]?.falls) continue
      const mine = this.of(group.index)
      const falls = mine
        .filter(({ candidate: { item } }) => item.category === 'falls')
        .map(({ column }): Term => [column, -1])
      for (const { candidate, column } of mine)
        if (candidate.item.category === 'throws') this.b.atMost([[column, 1], ...falls], 0)
    }
  }

  /** Kit and floor for all who use them at once: over all boards of a length together, on each when they are arranged. */
  private keepToTheHall(): void {
    const { club, groups } = this.q
    const { hall } = club.settings
    const { room } = this.q
    const heads = (index: number) => groups[index]?.heads ?? 0
    const limit = (figure: (item: Item, heads: number) => number, most: number) => {
      const each = ({ candidate }: Pattern) => figure(candidate.item, heads(candidate.group))
      const least = groups.map(({ index }) => Math.min(...this.of(index).map(each)))
      /** What is left over on a board when every group takes the least it can, and what an item takes of that. */
      const spare = most - least.reduce((sum, one) => sum + (Number.isFinite(one) ? one : 0), 0)
      const above = (pattern: Pattern) => each(pattern) - (least[pattern.candidate.group] ?? 0)
      this.lengths.forEach((length, w) => {
        const boards = (factor: number) =>
          [...this.known, ...this.shown].map((of): Term => [of[w] ?? 0, -factor])
        const terms = (factor: (pattern: Pattern) => number) =>
          this.patterns.flatMap((pattern): Term[] => {
            const many = pattern.lengths.filter((one) => one === length).length * factor(pattern)
            return many ? [[pattern.column, many]] : []
          })
        const all = terms(each)
        if (all.length) this.b.atMost([...all, ...boards(most)], 0)
        // Of what takes more than half of what is left over there is one on a board; more than a third, two.
        for (const many of [1, 2, 3]) {
          const large = terms((pattern) => Number(above(pattern) > spare / (many + 1) + 1e-9))
          if (large.length > many) this.b.atMost([...large, ...boards(many)], 0)
        }
      })
    }
    for (const { name, count } of hall.kit)
      limit(
        (item, many) =>
          kitOf(item, many).reduce((sum, [kit, units]) => sum + (kit === name.toLowerCase() ? units : 0), 0),
        count * room,
      )
    if (hall.areaM2 > 0) limit(floorM2, hall.areaM2 * room)
  }

  private keepTime(): void {
    const { frame } = this.q
    const { transitionSec: gap, waterLimitSec } = frame
    const board = (w: number, setup: number) => bodySec(this.lengths[w] ?? 0) + setup + gap
    const ends = (boards: readonly { sec: number }[]) => boards.reduce((sum, { sec }) => sum + sec + gap, 0)
    const openingSec = frame.opening.pinned.length ? ends(frame.opening.pinned) : frame.opening.sec + gap
    const warmupSec = ends(frame.warmup.pinned)
    const closingSec = frame.closing.pinned.length ? ends(frame.closing.pinned) : frame.closing.sec + gap
    const coolingSec = ends(frame.cooldown.pinned) + frame.cooldown.leastSec + gap
    const warmup: Term[] = [
      ...this.steps.map((step): Term => [step, STEP_SEC]),
      [this.plainWarmup, FREE_STEP_SEC],
    ]
    const all: Term[] = []
    const last = frame.waters
    // A class without exercises and without plain warm-up has no board for it; the gap is reckoned all the same.
    const warmupGap = frame.warmup.pinned.length && this.q.exercises.length === 0 ? 0 : gap
    for (let s = 0; s <= last; s++) {
      const terms: Term[] = [
        ...(this.known[s] ?? []).map((column, w): Term => [column, board(w, this.setupSec)]),
        ...(this.shown[s] ?? []).map((column, w): Term => [column, board(w, this.showSec)]),
        [this.free[s]?.on ?? 0, gap],
        [this.free[s]?.steps ?? 0, FREE_STEP_SEC],
        ...frame.pinned.map(({ sec }, p): Term => [this.pinnedIn[p]?.[s] ?? 0, sec + gap]),
        ...(s === 0 ? warmup : []),
        ...(s === last ? ([[this.cooldown, STEP_SEC]] as Term[]) : []),
      ]
      const steady =
        (s === 0 ? openingSec + warmupSec + warmupGap : gap) +
        (s === last ? coolingSec + closingSec - gap : 0)
      this.b.atMost(terms, Math.max(0, waterLimitSec - steady))
      all.push(...terms)
      const { on, steps } = this.free[s] ?? { on: 0, steps: 0 }
      this.b.atMost(
        [
          [steps, 1],
          [on, -1000],
        ],
        0,
      )
      this.b.atLeast(
        [
          [steps, 1],
          [on, -2],
        ],
        0,
      )
    }
    const steady =
      openingSec +
      warmupSec +
      warmupGap +
      coolingSec +
      closingSec -
      gap +
      frame.waters * (frame.waterSec + gap)
    this.b.row(all, Math.max(0, frame.totalSec - 60 - steady), Math.max(0, frame.totalSec - steady))
    frame.pinned.forEach((_, p) => {
      const mine = this.pinnedIn[p] ?? []
      this.b.equal(
        mine.map((column): Term => [column, 1]),
        1,
      )
      const before = this.pinnedIn[p - 1]
      // In their order: no pinned board is in an earlier stretch than the one before it.
      if (before)
        this.b.atLeast(
          mine.flatMap((column, s): Term[] => [
            [column, s],
            [before[s] ?? 0, -s],
          ]),
          0,
        )
    })
  }

  /** What the group is served, which the worst-served cannot be above. */
  private serve(group: DraftGroup): void {
    if (group.of <= 0 || this.least === undefined) return
    const base = this.base.groups[group.index]
    const had = (item: string) => base?.byItem.get(item) ?? 0
    const pinned = [...group.weights].reduce((sum, [item, weight]) => sum + weight * fresh(had(item)), 0)
    const served: Term[] = this.of(group.index).flatMap(
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
