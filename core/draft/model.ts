import { helping } from '../balance/worth'
import { bodyOf, UNITS_FOR } from '../checks/warmup/body'
import { isPower } from '../checks/ground'
import type { ClubFacts } from '../checks/club-facts'
import { CATEGORY_NAMES, type Category } from '../curriculum/categories'
import { atLayer, REGIONS, type Item, type Region } from '../curriculum/item'
import { ProgrammeBuilder, type Column, type Programme, type Term } from '../kernel/programme'
import type { PinnedBase } from './base'
import type { Candidate, DraftGroup } from './candidates'
import { bodySec, intensityOf, KEPT_SEC, repsPerformed, SETUP_SEC, SHOW_SEC, threadSec } from './doses'
import type { ClassFrame } from './frame'
import type { DraftRequest } from './request'
import { floorM2, unitsOfKit } from '../checks/hall/takes'

/**
 * The draft as a mixed-integer programme. A class is one to three threads, each of one category and one length, on which every group works a
 * skill of its own; and short boards on which every group keeps something it knows, or goes on with its thread. Threads and boards are dealt out among
 * the stretches between two waters. docs/draft.md writes it out.
 */

/** Seconds of work that a thread may have; the short ones where a class has no time for more. */
export const THREAD_LENGTHS = [480, 600, 720] as const
const SHORT_LENGTHS = [240, 360] as const
const SHORT_CLASS_SEC = 45 * 60
const MOST_THREADS = 3
/** More boards of one category are no change any more, and nobody goes on with a thread for longer. */
const MOST_BOARDS = 5
const MOST_MORE = 3
/** Nobody builds up what is this hard, nor what a warm-up is made of. */
const HARD = 8
const NO_THREAD: ReadonlySet<Category> = new Set(['mobility', 'conditioning', 'games'])
/** A warm-up is made of it. */
const NO_BOARD: ReadonlySet<Category> = new Set(['mobility'])
/** Of what a group may build up in a category, and of what it may keep in it, the most that are weighed: those that serve most. */
const MOST_SKILLS = 4
const MOST_KEPT = 6
/** Half of the main work is on what is built up and learnt; a third where more groups share a teacher. */
const SHARE_ON_THREADS = { usual: 1 / 2, crowded: 1 / 3 }
const CROWDED = 5
/** What of the class every group is at work, at least. */
const WORK_SHARE = 0.46
/** Whole steps in which an exercise is timed, and the longest it is done. */
export const STEP_SEC = 5
const MOST_STEPS = 24
const FREE_STEP_SEC = 30
/** A fall has been practised before a throw when it was done for a minute. */
const FALL_STEPS = 12
/** Units of readiness for falling that a board of falls gives, at the least. */
const FALL_UNITS = 3

/** Preferences that decide between equals are worth so little of what is at stake, all told. */
const PREFERENCE_SHARE = 0.002

export interface DraftQuestion {
  request: DraftRequest
  club: ClubFacts
  frame: ClassFrame
  groups: readonly DraftGroup[]
  exercises: readonly Item[]
  base: PinnedBase
  /** Regions that fade until they are needed: they are prepared twice over. */
  fades: ReadonlySet<Region>
  /** Of the warm-up, for the easiest step of the first thread. */
  leadInSec: number
  /** Items that are wanted as threads, and categories of which there is to be none. */
  wish: ThreadWish
  /** A number from 0 to 1 for each group's item: what is preferred among equals. */
  chance: () => number
}

export interface ThreadWish {
  /** By item: a thread in which at least one group works it. */
  wanted: readonly string[]
  /** Seconds of work of the thread of a category. */
  lengths: Readonly<Partial<Record<Category, number>>>
  /** Sets of categories that are not to be the threads, all of them together. */
  not: readonly (readonly Category[])[]
}
export const NO_WISH: ThreadWish = { wanted: [], lengths: {}, not: [] }

/** What a group works in a thread, and on so many short boards of its category after it. */
export interface ThreadWork {
  candidate: Candidate
  workSec: number
  more: number
}

export interface Choice {
  threads: { category: Category; workSec: number; stretch: number; works: ThreadWork[] }[]
  /** Short boards, by category; what the groups keep on them, by group. */
  boards: { category: Category; stretches: number[]; kept: Candidate[][] }[]
  /** Open practice, by stretch. */
  freeSec: number[]
  /** The stretch of each pinned board. */
  pinned: number[]
  warmup: { item: Item; sec: number }[]
  plainWarmupSec: number
  cooldownSec: number
}

export interface DraftModel {
  programme: Programme
  /** What no plan of the model can be worth more than, given the solver's bound and what it found. */
  boundOf(bound: number, values: ArrayLike<number>): number
  read(values: ArrayLike<number>): Choice
}

export const draftModel = (question: DraftQuestion): DraftModel => new Modelling(question).model()

interface Pattern extends ThreadWork {
  column: Column
}
interface Thread {
  category: Category
  workSec: number
  /** By stretch. */
  on: Column[]
  patterns: Pattern[]
}
interface Kept {
  candidate: Candidate
  column: Column
}

class Modelling {
  private readonly b = new ProgrammeBuilder()
  private readonly stretches: readonly number[]
  private readonly threads: Thread[] = []
  /** Short boards by category and stretch. */
  private readonly boards = new Map<Category, Column[]>()
  private readonly kept: Kept[] = []
  private readonly used = new Map<Item, Column>()
  private readonly free: { on: Column; steps: Column }[]
  private readonly pinnedIn: Column[][]
  private readonly steps: Column[]
  private readonly plainWarmup: Column
  private readonly cooldown: Column
  private readonly little: number
  private readonly least: Column | undefined
  private given = 0
  /** What of the theme is not worked. */
  private readonly missing: Column[] = []
  /** Seconds by which a group has too little of what it learns. */
  private readonly lacking: Column[] = []
  private readonly showSec: number
  private readonly setupSec: number

  constructor(private readonly q: DraftQuestion) {
    const { frame, groups, club } = q
    const { b } = this
    const within = (sec: number) => Math.min(sec, Math.max(0, club.settings.limits.talkOnEnd))
    this.showSec = within(SHOW_SEC)
    this.setupSec = within(SETUP_SEC)
    this.stretches = Array.from({ length: frame.waters + 1 }, (_, s) => s)
    const atStake = groups.reduce((sum, { of }) => sum + Math.min(of, frame.totalSec / 300), 0)
    this.little = (PREFERENCE_SHARE * (atStake || 1)) / (8 * Math.max(1, groups.length))
    this.free = this.stretches.map(() => ({
      on: b.yesNo(this.cost(this.little, 1)),
      steps: b.amount(
        0,
        Math.ceil(frame.waterLimitSec / FREE_STEP_SEC),
        this.cost(this.little / 10, frame.totalSec / FREE_STEP_SEC),
      ),
    }))
    this.pinnedIn = frame.pinned.map(() => this.stretches.map(() => b.yesNo()))
    this.steps = q.exercises.map(() => b.whole(MOST_STEPS, this.cost(this.little / 200, MOST_STEPS)))
    const plainMost = Math.ceil(frame.totalSec / 5 / FREE_STEP_SEC)
    this.plainWarmup = b.amount(0, plainMost, this.cost(this.little / 20, plainMost))
    this.cooldown = b.amount(0, 30)
    const due = groups.filter(({ of }) => of > 0)
    this.least = due.length ? b.amount(0, Infinity, due.length) : undefined
  }

  /** A price is made good in the bound: nothing is worth less for what is only not preferred. */
  private cost(price: number, times: number): number {
    this.given += price * times
    return -price
  }

  model(): DraftModel {
    this.takeThreads()
    this.takeBoards()
    this.keepToTheHall()
    this.keepAThread()
    this.askForTheTheme()
    this.warmUp()
    for (const group of this.q.groups) this.keepLimits(group)
    this.keepTime()
    for (const group of this.q.groups) this.serve(group)
    const hasDue = this.q.groups.some(({ of }) => of > 0)
    return {
      programme: this.b.done(),
      boundOf: (bound, values) => {
        const missing = this.missing.reduce((sum, column) => sum + (values[column] ?? 0), 0)
        const lacking = this.lacking.reduce((sum, column) => sum + (values[column] ?? 0), 0)
        return hasDue ? bound + this.given + missing * this.themePrice() + lacking : 0
      },
      read: (values) => this.read(values),
    }
  }

  private had(group: number, item: string): number {
    return this.q.base.groups[group]?.byItem.get(item) ?? 0
  }

  private use(item: Item): Column {
    let column = this.used.get(item)
    // One skill for all is easier to teach than one for each.
    if (column === undefined) this.used.set(item, (column = this.b.amount(0, 1, this.cost(this.little, 1))))
    return column
  }

  /** What a candidate is preferred by where worth does not decide. */
  private wanted({ liking }: Candidate): number {
    return this.little * (liking * 0.5 + this.q.chance())
  }

  private categoriesFor(no: ReadonlySet<Category>): Category[] {
    return CATEGORY_NAMES.filter(
      (category) =>
        !no.has(category) &&
        this.q.groups.every(({ candidates }) => candidates.some(({ item }) => item.category === category)),
    )
  }

  /** What a group may build up in a category: what it learns, or where there is nothing, what it knows. */
  private skillsOf({ candidates, index }: DraftGroup, category: Category): Candidate[] {
    const all = candidates.filter(
      ({ item }) => item.category === category && intensityOf(item) < HARD && this.had(index, item.id) === 0,
    )
    const learnt = all.filter(({ helping: kind }) => kind === 'learn')
    return this.mostServing(learnt.length ? learnt : all, MOST_SKILLS)
  }

  /** Those that serve most, and what the theme or a wish names. */
  private mostServing(all: readonly Candidate[], most: number): Candidate[] {
    const isNamed = ({ item }: Candidate) =>
      this.q.request.theme.includes(item.id) || this.q.wish.wanted.includes(item.id)
    const sorted = [...all].sort(
      (a, b) => Number(isNamed(b)) - Number(isNamed(a)) || b.weight - a.weight || b.liking - a.liking,
    )
    return sorted.slice(0, Math.max(most, all.filter(isNamed).length))
  }

  private takeThreads(): void {
    const { groups, frame, wish } = this.q
    const lengths = frame.totalSec <= SHORT_CLASS_SEC ? [...SHORT_LENGTHS, ...THREAD_LENGTHS] : THREAD_LENGTHS
    for (const category of this.categoriesFor(NO_THREAD)) {
      const skills = groups.map((group) => this.skillsOf(group, category))
      if (skills.some((some) => some.length === 0)) continue
      const fixed = wish.lengths[category]
      const mine = lengths
        .filter((workSec) => fixed === undefined || workSec === fixed)
        .map((workSec): Thread => {
          const on = this.stretches.map(() => this.b.yesNo())
          const patterns = skills.flatMap((some) => some.flatMap((one) => this.patternsFor(one, workSec)))
          return { category, workSec, on, patterns }
        })
      for (const thread of mine)
        for (const { index } of groups)
          this.b.equal(
            [...ofGroup(thread.patterns, index, () => 1), ...thread.on.map((column): Term => [column, -1])],
            0,
          )
      // One thread of a category, and what is in one is in no other.
      this.b.atMost(
        mine.flatMap(({ on }) => on.map((column): Term => [column, 1])),
        1,
      )
      this.threads.push(...mine)
    }
    this.b.atMost(
      this.allThreads(() => 1),
      MOST_THREADS,
    )
    for (const thread of this.threads.filter(({ workSec }) => workSec < THREAD_LENGTHS[0]))
      this.b.atMost(
        [...this.allThreads(() => 1), ...thread.on.map((column): Term => [column, 2])],
        MOST_THREADS,
      )
    for (const item of wish.wanted) {
      const terms = this.threads.flatMap(({ patterns }) =>
        patterns.flatMap(({ candidate, column }): Term[] =>
          candidate.item.id === item ? [[column, 1]] : [],
        ),
      )
      if (terms.length) this.b.atLeast(terms, 1)
    }
    for (const categories of wish.not) {
      const those = this.threads.filter(({ category }) => categories.includes(category))
      this.b.atMost(
        those.flatMap(({ on }) => on.map((column): Term => [column, 1])),
        Math.max(0, categories.length - 1),
      )
    }
  }

  private allThreads(figure: (thread: Thread) => number): Term[] {
    return this.threads.flatMap((thread) => thread.on.map((column): Term => [column, figure(thread)]))
  }

  private patternsFor(candidate: Candidate, workSec: number): Pattern[] {
    const { weight, helping: kind } = candidate
    const use = this.use(candidate.item)
    const patterns = Array.from({ length: MOST_MORE + 1 }, (_, more): Pattern => {
      const served = weight * helping(kind, workSec + more * KEPT_SEC, true)
      return { candidate, workSec, more, column: this.b.yesNo(served + this.wanted(candidate)) }
    })
    this.b.atMost([...patterns.map(({ column }): Term => [column, 1]), [use, -1]], 0)
    return patterns
  }

  private takeBoards(): void {
    for (const category of this.categoriesFor(NO_BOARD)) {
      const on = this.stretches.map(() => this.b.whole(MOST_BOARDS))
      this.boards.set(category, on)
      this.b.atMost(
        on.map((column): Term => [column, 1]),
        MOST_BOARDS,
      )
      for (const { index, candidates } of this.q.groups) {
        const known = this.mostServing(
          candidates.filter(({ item, helping: kind }) => item.category === category && kind === 'keep'),
          MOST_KEPT,
        )
        const mine = known.map((candidate): Kept => {
          const had = this.had(index, candidate.item.id)
          const serves =
            candidate.weight * (helping('keep', had + KEPT_SEC, false) - helping('keep', had, false))
          return { candidate, column: this.b.yesNo(serves + this.wanted(candidate) / 2) }
        })
        this.kept.push(...mine)
        for (const { candidate, column } of mine)
          this.b.atMost(
            [
              [column, 1],
              [this.use(candidate.item), -1],
            ],
            0,
          )
        this.b.equal(
          [
            ...mine.map(({ column }): Term => [column, 1]),
            ...this.threads.flatMap((thread) =>
              thread.category === category ? ofGroup(thread.patterns, index, ({ more }) => more) : [],
            ),
            ...on.map((column): Term => [column, -1]),
          ],
          0,
        )
        // What a group builds up it does not also keep on a board of its own.
        for (const { candidate, column } of mine) {
          const same = this.threads.flatMap(({ patterns }) =>
            patterns.flatMap((one): Term[] => (one.candidate === candidate ? [[one.column, 1]] : [])),
          )
          if (same.length) this.b.atMost([[column, 1], ...same], 1)
        }
      }
    }
  }

  /** Floor and kit are for all who work at once: exact for a thread, for short boards of a category all told. */
  private keepToTheHall(): void {
    const { kit, areaM2 } = this.q.club.settings.hall
    const heads = ({ group }: Candidate) => this.q.groups[group]?.heads ?? 0
    const things = [
      ...kit.map(({ name, count }) => ({
        most: count,
        each: (one: Candidate) => unitsOfKit(name, one.item, heads(one)),
      })),
      ...(areaM2 > 0 ? [{ most: areaM2, each: (one: Candidate) => floorM2(one.item, heads(one)) }] : []),
    ]
    for (const { most, each } of things) {
      for (const { patterns, on } of this.threads)
        this.b.atMost(
          [
            ...patterns.map(({ candidate, column }): Term => [column, each(candidate)]),
            ...on.map((column): Term => [column, -most]),
          ],
          0,
        )
      for (const [category, on] of this.boards)
        this.b.atMost(
          [
            ...this.kept.flatMap(({ candidate, column }): Term[] =>
              candidate.item.category === category ? [[column, each(candidate)]] : [],
            ),
            ...this.threads.flatMap((thread) =>
              thread.category === category
                ? thread.patterns.map(({ candidate, column, more }): Term => [column, more * each(candidate)])
                : [],
            ),
            ...on.map((column): Term => [column, -most]),
          ],
          0,
        )
    }
  }

  /** Seconds of main work, the same for every group. */
  private mainWork(factor = 1): Term[] {
    return [
      ...this.allThreads(({ workSec }) => factor * workSec),
      ...[...this.boards.values()].flat().map((column): Term => [column, factor * KEPT_SEC]),
    ]
  }

  private keepAThread(): void {
    const { groups, frame } = this.q
    const share = groups.length > CROWDED ? SHARE_ON_THREADS.crowded : SHARE_ON_THREADS.usual
    for (const { index, candidates } of groups) {
      const learns = this.threads.some(({ patterns }) =>
        patterns.some(({ candidate }) => candidate.group === index && isDueToLearn(candidate)),
      )
      if (!learns && !candidates.some(isDueToLearn)) continue
      const onThreads = this.threads.flatMap(({ patterns }) =>
        ofGroup(patterns, index, ({ candidate, workSec, more }) =>
          candidate.helping === 'learn' ? workSec + more * KEPT_SEC : 0,
        ),
      )
      if (onThreads.length === 0) continue
      // Where nothing they learn goes beside what the others work, there is a class all the same; it says so.
      const lacking = this.b.amount(0, frame.totalSec, -1)
      this.lacking.push(lacking)
      this.b.atLeast([...onThreads, [lacking, 1], ...this.mainWork(-share)], 0)
    }
  }

  /** What the theme names is worked by somebody whom it concerns, as far as there is any way to. */
  private askForTheTheme(): void {
    for (const id of this.q.request.theme) {
      const concerns = ({ item, standing }: Candidate) =>
        item.id === id && standing !== 'none' && standing !== 'ahead'
      const terms: Term[] = [
        ...this.threads.flatMap(({ patterns }) =>
          patterns.flatMap(({ candidate, column }): Term[] => (concerns(candidate) ? [[column, 1]] : [])),
        ),
        ...this.kept.flatMap(({ candidate, column }): Term[] => (concerns(candidate) ? [[column, 1]] : [])),
        ...this.q.exercises.flatMap((item, e): Term[] =>
          item.id === id ? [[this.steps[e] ?? 0, 1 / FALL_STEPS]] : [],
        ),
      ]
      if (terms.length === 0) continue
      const price = this.themePrice()
      const missing = this.b.amount(0, 1, -price)
      this.missing.push(missing)
      this.b.atLeast([...terms, [missing, 1]], 1)
    }
  }

  /** More than anything that could be had instead. */
  private themePrice(): number {
    return 1 + this.q.groups.reduce((sum, { of }) => sum + of, 0)
  }

  private warmUp(): void {
    const { exercises, club, frame, fades, base } = this.q
    const asks = new Map<string, Column>()
    const level = (region: Region, demand: number): Column => {
      const key = `${region} ${demand}`
      let column = asks.get(key)
      if (column === undefined) asks.set(key, (column = this.b.yesNo()))
      return column
    }
    const [power, throws] = [this.b.yesNo(), this.b.yesNo()]
    const needs = (item: Item, column: Column) =>
      this.b.atMost(
        [
          [this.use(item), 1],
          [column, -1],
        ],
        0,
      )
    const layers = new Map<Item, Set<number>>()
    for (const { candidates } of this.q.groups)
      for (const { item, layer } of candidates)
        if (this.used.has(item)) layers.set(item, (layers.get(item) ?? new Set()).add(layer))
    for (const [item, at] of layers) {
      const worked = [...at].map((layer) => atLayer(item, layer))
      for (const [r, region] of REGIONS.entries()) {
        const demand = Math.max(...worked.map((one) => bodyOf(one).asks.find(([n]) => n === r)?.[1] ?? 0))
        if (demand >= 2) needs(item, level(region, demand))
      }
      if (isPower(item, intensityOf(item))) needs(item, power)
      if (item.category === 'throws') needs(item, throws)
    }
    for (const region of REGIONS) {
      const factor = fades.has(region) ? 2 : 1
      const gives = exercises.map((item, e): Term => [
        this.steps[e] ?? 0,
        ((item.prepares[region] ?? 0) * STEP_SEC) / 60,
      ])
      if (region === 'falling') gives.push(...this.falling(FALL_UNITS))
      const had = base.prepared.get(region) ?? 0
      for (const demand of [2, 3] as const) {
        const column = asks.get(`${region} ${demand}`)
        if (column !== undefined) this.b.atLeast([...gives, [column, -UNITS_FOR[demand] * factor]], -had)
      }
      const asked = (base.asked.get(region) ?? 0) * factor
      if (asked > had && gives.some(([, rate]) => rate > 0)) this.b.atLeast(gives, asked - had)
    }
    const falls = exercises.flatMap((item, e): Term[] =>
      item.category === 'falls' ? [[this.steps[e] ?? 0, 1]] : [],
    )
    if (base.groups.some((group) => !group.falls))
      this.b.atLeast([...falls, ...this.falling(FALL_STEPS), [throws, -FALL_STEPS]], 0)
    const work: Term[] = [
      ...this.steps.map((step): Term => [step, STEP_SEC]),
      [this.plainWarmup, FREE_STEP_SEC],
    ]
    const pulseSec = club.settings.limits.pulseFirst * 60
    if (base.power) this.b.atLeast(work, Math.min(pulseSec - base.raisedSec, frame.totalSec / 4))
    this.b.atLeast([...work, [power, -pulseSec]], -base.raisedSec)
    this.b.atLeast(work, frame.warmup.pinned.length ? 0 : frame.warmup.leastSec)
  }

  /** Falls of the main part: they come before any throw. */
  private falling(each: number): Term[] {
    const threads = this.threads.filter(({ category }) => category === 'falls').flatMap(({ on }) => on)
    return [...threads, ...(this.boards.get('falls') ?? [])].map((column): Term => [column, each])
  }

  /** Jumps, head contact, new items, shares of categories, work and talk of one group. */
  private keepLimits(group: DraftGroup): void {
    const { frame, club, request, base: all } = this.q
    const { limits } = club.settings
    const base = all.groups[group.index]
    if (!base) return
    const works = (figure: (candidate: Candidate, sec: number) => number): Term[] => [
      ...this.threads.flatMap(({ patterns }) =>
        ofGroup(patterns, group.index, ({ candidate, workSec, more }) =>
          figure(candidate, workSec + more * KEPT_SEC),
        ),
      ),
      ...this.kept.flatMap(({ candidate, column }): Term[] =>
        candidate.group === group.index ? [[column, figure(candidate, KEPT_SEC)]] : [],
      ),
    ]
    this.b.atMost(
      works(({ item, layer }, sec) => atLayer(item, layer).jumps * repsPerformed(item, sec)),
      Math.max(0, group.jumpLimit - base.jumps),
    )
    this.b.atMost(
      works(({ item, layer }, sec) => (atLayer(item, layer).headContact ? sec : 0)),
      Math.max(0, limits.headContact * 60 - base.headSec),
    )
    this.b.atMost(
      works(({ standing, item }) => (standing === 'new' && !base.newItems.has(item.id) ? 1 : 0)),
      Math.max(0, limits.newItems - base.newItems.size),
    )
    const steady = base.workSec + frame.cooldown.leastSec
    const at: Term[] = [
      ...this.mainWork(),
      ...this.free.map(({ steps }): Term => [steps, FREE_STEP_SEC]),
      ...this.steps.map((column): Term => [column, STEP_SEC]),
      [this.plainWarmup, FREE_STEP_SEC],
      [this.cooldown, STEP_SEC],
    ]
    for (const category of CATEGORY_NAMES) {
      const share = request.most[category]
      if (share === undefined) continue
      const own = works(({ item }, sec) => (item.category === category ? sec : 0))
      const has = base.byCategory.get(category) ?? 0
      this.b.atMost(
        [...own, ...at.map(([column, sec]): Term => [column, -share * sec])],
        Math.max(share * steady - has, 0),
      )
    }
    this.b.atLeast(at, Math.max(0, WORK_SHARE * frame.totalSec - steady))
    const talk = (limits.talkShare / 100) * (frame.totalSec - 90) - base.talkSec
    const ritual =
      (frame.opening.pinned.length ? 0 : frame.opening.sec) +
      (frame.closing.pinned.length ? 0 : frame.closing.sec)
    this.b.atMost(
      [
        ...this.allThreads(({ workSec }) => this.showSec + (threadSec(workSec) - workSec) / 3),
        ...[...this.boards.values()].flat().map((column): Term => [column, this.setupSec]),
      ],
      Math.max(0, talk - ritual),
    )
  }

  /** Every stretch is over before there has to be water, and the class before its end; pinned boards stay in their order. */
  private keepTime(): void {
    const { frame, exercises } = this.q
    const { transitionSec: gap, waterLimitSec } = frame
    const ends = (boards: readonly { sec: number }[]) => boards.reduce((sum, { sec }) => sum + sec + gap, 0)
    const openingSec = frame.opening.pinned.length ? ends(frame.opening.pinned) : frame.opening.sec + gap
    const warmupSec = ends(frame.warmup.pinned) + this.q.leadInSec
    const closingSec = frame.closing.pinned.length ? ends(frame.closing.pinned) : frame.closing.sec + gap
    const coolingSec = ends(frame.cooldown.pinned) + frame.cooldown.leastSec + gap
    const warmupGap = frame.warmup.pinned.length && exercises.length === 0 ? 0 : gap
    const warmup: Term[] = [
      ...this.steps.map((step): Term => [step, STEP_SEC]),
      [this.plainWarmup, FREE_STEP_SEC],
    ]
    const all: Term[] = []
    const last = frame.waters
    for (const s of this.stretches) {
      const { on, steps } = this.free[s]!
      const terms: Term[] = [
        ...this.threads.map((thread): Term => [
          thread.on[s]!,
          threadSec(thread.workSec) + this.showSec + gap,
        ]),
        ...[...this.boards.values()].map((of): Term => [of[s]!, bodySec(KEPT_SEC) + this.setupSec + gap]),
        [on, gap],
        [steps, FREE_STEP_SEC],
        ...frame.pinned.map(({ sec }, p): Term => [this.pinnedIn[p]![s]!, sec + gap]),
        ...(s === 0 ? warmup : []),
        ...(s === last ? ([[this.cooldown, STEP_SEC]] as Term[]) : []),
      ]
      const steady =
        (s === 0 ? openingSec + warmupSec + warmupGap : gap) +
        (s === last ? coolingSec + closingSec - gap : 0)
      this.b.atMost(terms, Math.max(0, waterLimitSec - steady))
      all.push(...terms)
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
      const mine = this.pinnedIn[p]!
      this.b.equal(
        mine.map((column): Term => [column, 1]),
        1,
      )
      const before = this.pinnedIn[p - 1]
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
    const { index, weights } = group
    const isLearnt = new Map(group.candidates.map(({ item, helping: kind }) => [item.id, kind]))
    const pinned = [...weights].reduce(
      (sum, [item, weight]) =>
        sum + weight * helping(isLearnt.get(item) ?? 'keep', this.had(index, item), false),
      0,
    )
    const served: Term[] = [
      ...this.threads.flatMap(({ patterns }) =>
        ofGroup(
          patterns,
          index,
          ({ candidate: { weight, helping: kind }, workSec, more }) =>
            weight * helping(kind, workSec + more * KEPT_SEC, true),
        ),
      ),
      ...this.kept.flatMap(({ candidate: { group: g, weight, item }, column }): Term[] => {
        const had = this.had(index, item.id)
        return g === index
          ? [[column, weight * (helping('keep', had + KEPT_SEC, false) - helping('keep', had, false))]]
          : []
      }),
    ]
    this.b.worthAnyway(pinned)
    this.b.atMost([[this.least, 1], ...served.map(([column, worth]): Term => [column, -worth])], pinned)
  }

  private read(values: ArrayLike<number>): Choice {
    const many = (column: Column | undefined) => (column === undefined ? 0 : Math.round(values[column] ?? 0))
    const inFives = (column: Column, unit: number) =>
      Math.floor(((values[column] ?? 0) * unit) / 5 + 1e-6) * 5
    const { groups, frame, exercises } = this.q
    return {
      threads: this.threads.flatMap(({ category, workSec, on, patterns }) => {
        const stretch = on.findIndex((column) => many(column) > 0)
        return stretch < 0
          ? []
          : [{ category, workSec, stretch, works: patterns.filter(({ column }) => many(column) > 0) }]
      }),
      boards: [...this.boards].flatMap(([category, on]) => {
        const stretches = on.flatMap((column, s) => Array.from({ length: many(column) }, () => s))
        const kept = groups.map(({ index }) =>
          this.kept.flatMap(({ candidate, column }) =>
            candidate.group === index && candidate.item.category === category && many(column) > 0
              ? [candidate]
              : [],
          ),
        )
        return stretches.length ? [{ category, stretches, kept }] : []
      }),
      freeSec: this.free.map(({ steps }) => inFives(steps, FREE_STEP_SEC)),
      pinned: this.pinnedIn.map((on) => on.findIndex((column) => many(column) > 0)),
      warmup: exercises.flatMap((item, e) => {
        const sec = many(this.steps[e]) * STEP_SEC
        return sec ? [{ item, sec }] : []
      }),
      plainWarmupSec: inFives(this.plainWarmup, FREE_STEP_SEC),
      cooldownSec: frame.cooldown.leastSec + inFives(this.cooldown, STEP_SEC),
    }
  }
}

const isDueToLearn = ({ helping: kind, weight }: Candidate) => kind === 'learn' && weight > 0

const ofGroup = (patterns: readonly Pattern[], group: number, figure: (pattern: Pattern) => number): Term[] =>
  patterns.flatMap((one): Term[] => (one.candidate.group === group ? [[one.column, figure(one)]] : []))
