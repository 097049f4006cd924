import { fresh } from '../balance/worth'
import { floorM2, kitOf, sameKit } from '../checks/hall/takes'
import { isPower } from '../checks/ground'
import { bodyOf, UNITS_FOR, type Body } from '../checks/warmup/body'
import type { ClubFacts } from '../checks/club-facts'
import type { DraftBoard } from './arrange'
import type { PinnedBase } from './base'
import { repsPerformed, WORK_LENGTHS } from './beats'
import { boardSec, boardTimes, type BoardTimes } from './board-times'
import { doneWith, unready } from './body'
import type { Candidate, DraftGroup } from './candidates'
import type { ClassFrame } from './frame'
import type { Choice } from './model'
import { intensityOf, LONGEST_HARD_SEC } from './model-parts'

/**
 * Boards as they were arranged, made to fit: how many there are, how long, in which order and what can show something new stays. Items
 * change places, and others are taken instead, until no board holds more than there is of floor and kit, at the least loss of worth
 * (simulated annealing). The programme deals floor and kit out over boards of a length together, which in a full hall is more than boards
 * can hold.
 */

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

export interface Fitted {
  /** As many boards as before, as long, in the same order. */
  boards: DraftBoard[]
  /** What they serve of what is due, the worst-served counted once more for each group. */
  worth: number
  /** Nothing is over any limit. */
  fits: boolean
}

export const fit = (question: FitQuestion): Fitted => new Fitting(question).fitted()

/** Changes that are tried for each item on the boards; times boards there are no more than so many, for each has them all to walk. */
const TRIES = 6000
const MOST_TRIES = 5_000_000
/** How gladly a loss of worth is taken, at first and at last. */
const HEAT = { first: 0.3, last: 0.03 }
/** Of the changes, those by which a group takes something else, and those by which it swaps two boards: the rest swaps boards whole. */
const TAKES = 0.65
const SWAPS = 0.28
/** What a broken limit counts in worth: little enough to be walked through at first, more than it could ever gain at last. */
const BROKEN = { first: 0.4, last: 12 }
/** Where nobody has practised anything yet, an item may come again in the same class. */
const TIMES_AT_FIRST = 2

const NEW_ITEMS = 2

/** What counts of an item that a group may work, added up many thousand times. */
interface Part {
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

class Fitting {
  private readonly many: number
  /** How much there is of the floor and of each piece of kit. */
  private readonly things: { most: number; of: (one: Candidate) => number }[]
  private readonly limits: number[][]
  private readonly parts: Part[][]
  private readonly anyway: number[]
  private readonly due: boolean[]
  private readonly lengths: number[]
  private readonly warmed: ReadonlyMap<string, number>
  /** What stands on each board for each group, and what may stand there, board after board. */
  private readonly at: (Part | undefined)[]
  private readonly open: Part[][]
  private readonly mayBe: boolean[][]
  /** By group: what it is served, and how many of its limits are broken. By board: how much it is too full. By both: what is shown. */
  private readonly served: Float64Array
  private readonly beyond: Float64Array
  private readonly full: Float64Array
  private readonly shows: Int32Array
  /** What was so before the change that is being tried. */
  private readonly kept: Record<'served' | 'beyond' | 'full', Float64Array> & { shows: Int32Array }
  /** What is ready on the way through the boards of a group, by the region's number; when boards begin and end. */
  private readonly times: BoardTimes
  private readonly regions: ReadonlySet<number>
  private readonly begins: number[]
  private readonly ends: number[]
  private readonly units: number[]
  private readonly worked: number[]
  private readonly sec: Float64Array
  private readonly long: Float64Array
  private readonly added: Float64Array

  constructor(private readonly q: FitQuestion) {
    const { club, groups, boards, choice, frame } = q
    const { areaM2, kit } = club.settings.hall
    const heads = ({ group }: Candidate) => groups[group]?.heads ?? 0
    const unitsOf = (name: string) => (one: Candidate) =>
      kitOf(one.item, heads(one)).reduce((sum, [piece, units]) => sum + (sameKit(piece, name) ? units : 0), 0)
    this.many = groups.length
    this.times = boardTimes(choice, frame)
    this.things = [
      ...(areaM2 > 0 ? [{ most: areaM2, of: (one: Candidate) => floorM2(one.item, heads(one)) }] : []),
      ...kit.map(({ name, count }) => ({ most: count, of: unitsOf(name) })),
    ]
    this.warmed = new Map(choice.warmup.map(({ item, sec }) => [item.id, sec]))
    this.due = groups.map(({ of }) => of > 0)
    this.lengths = boards.map(({ length }) => WORK_LENGTHS.indexOf(length))
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
      return (this.parts[cell % this.many] ?? []).map((part) => may.has(part))
    })
    this.served = new Float64Array(this.many)
    this.beyond = new Float64Array(this.many)
    this.full = new Float64Array(boards.length)
    this.shows = new Int32Array(this.at.length)
    this.kept = {
      served: new Float64Array(this.many),
      beyond: new Float64Array(this.many),
      full: new Float64Array(2),
      shows: new Int32Array(this.at.length),
    }
    let [second, stretch] = [0, -1]
    this.begins = boards.map((board) => {
      if (board.stretch !== stretch) second = this.times.begins[(stretch = board.stretch)] ?? second
      const begins = second
      second += boardSec(board, frame.transitionSec)
      return begins
    })
    this.ends = boards.map((board, p) => (this.begins[p] ?? 0) + boardSec(board, frame.transitionSec))
    this.units = this.times.warmed.map(() => 0)
    this.worked = this.times.warmed.map(() => 0)
    this.long = new Float64Array(Math.max(0, ...this.parts.map((of) => of.length)))
    this.sec = new Float64Array(Math.max(0, ...this.parts.map((of) => of.length)))
    this.added = new Float64Array(NEW_ITEMS + 1 + q.counted.size)
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
      takes: this.things.map(({ of }) => of(candidate)),
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

  fitted(): Fitted {
    const { boards, groups, chance } = this.q
    const tries = Math.min(MOST_TRIES / Math.max(1, boards.length), TRIES * this.at.length)
    groups.forEach((_, g) => this.measureGroup(g))
    boards.forEach((_, p) => this.measureHall(p))
    let [worth, broken] = [this.worth(), this.broken()]
    let best = { worth, broken, at: [...this.at] }
    for (let t = 0; t < tries; t++) {
      const heat = HEAT.first * (HEAT.last / HEAT.first) ** (t / tries)
      const price = BROKEN.first * (BROKEN.last / BROKEN.first) ** (t / tries)
      const undo = this.change()
      if (!undo) continue
      const [newWorth, newBroken] = [this.worth(), this.broken()]
      const gain = newWorth - worth - price * (newBroken - broken)
      if (gain < 0 && chance() >= Math.exp(gain / heat)) {
        undo()
        continue
      }
      worth = newWorth
      broken = newBroken
      if (broken < best.broken - 1e-9 || (broken <= best.broken + 1e-9 && worth > best.worth + 1e-9))
        best = { worth, broken, at: [...this.at] }
    }
    return {
      boards: boards.map((board, p) => ({
        ...board,
        works: groups.map((_, g) => best.at[p * this.many + g]?.candidate),
      })),
      worth: best.worth,
      fits: best.broken < 1e-9,
    }
  }

  private pick = (of: number): number => Math.floor(this.q.chance() * of)

  /** A group takes something else on a board, or what it works on two boards changes places, or all of two boards does. */
  private change(): (() => void) | undefined {
    const { many } = this
    const boards = this.q.boards.length
    const kind = this.q.chance()
    const [p, q, g] = [this.pick(boards), this.pick(boards), this.pick(many)]
    if (kind < TAKES) return this.take(p, g)
    if (p === q) return undefined
    if (kind < TAKES + SWAPS) return this.swap(p, q, g, g + 1)
    return this.swap(p, q, 0, many)
  }

  private take(p: number, g: number): (() => void) | undefined {
    const cell = p * this.many + g
    const was = this.at[cell]
    const open = this.open[cell] ?? []
    const other = open[this.pick(open.length)]
    if (!was || !other || other === was) return undefined
    return this.changed([g], [p], () => (this.at[cell] = this.at[cell] === was ? other : was))
  }

  /** What groups work on two boards changes places, as far as it may be there. */
  private swap(p: number, q: number, from: number, to: number): (() => void) | undefined {
    const { at, mayBe, many } = this
    const swapped: number[] = []
    for (let g = from; g < to; g++) {
      const [one, other] = [p * many + g, q * many + g]
      const [a, b] = [at[one], at[other]]
      if (a && b && a !== b && mayBe[one]?.[b.n] && mayBe[other]?.[a.n]) swapped.push(g)
    }
    if (swapped.length === 0) return undefined
    return this.changed(swapped, [p, q], () => {
      for (const g of swapped) {
        const [one, other] = [p * many + g, q * many + g]
        ;[at[one], at[other]] = [at[other], at[one]]
      }
    })
  }

  /** Does something to some groups on some boards, and measures what comes of it; doing it once more takes it back. */
  private changed(groups: readonly number[], boards: readonly number[], change: () => void): () => void {
    const { served, beyond, full, shows, kept } = this
    groups.forEach((g, i) => {
      kept.served[i] = served[g] ?? 0
      kept.beyond[i] = beyond[g] ?? 0
    })
    boards.forEach((p, i) => (kept.full[i] = full[p] ?? 0))
    kept.shows.set(shows)
    change()
    for (const g of groups) this.measureGroup(g)
    for (const p of boards) this.measureHall(p)
    return () => {
      change()
      groups.forEach((g, i) => {
        served[g] = kept.served[i] ?? 0
        beyond[g] = kept.beyond[i] ?? 0
      })
      boards.forEach((p, i) => (full[p] = kept.full[i] ?? 0))
      shows.set(kept.shows)
    }
  }

  /** What a group is served, what is shown to it where, and how many of its own limits are broken. */
  private measureGroup(g: number): void {
    const { at, many, lengths, sec, long, added, shows, units, worked } = this
    const { warmed, worked: warmedAt } = this.times
    const limits = this.limits[g] ?? []
    let served = this.anyway[g] ?? 0
    let broken = 0
    let fallen = false
    sec.fill(0)
    added.fill(0)
    for (let r = 0; r < units.length; r++) {
      units[r] = warmed[r] ?? 0
      worked[r] = warmedAt[r] ?? 0
    }
    for (let p = 0, cell = g; p < lengths.length; p++, cell += many) {
      const part = at[cell]
      if (!part) continue
      const { n, hadSec, times, candidate } = part
      const length = lengths[p] ?? 0
      const workSec = WORK_LENGTHS[length] ?? 0
      const before = sec[n] ?? 0
      const isFirst = before === 0
      sec[n] = before + workSec
      served += isFirst
        ? (part.serves[length] ?? 0)
        : candidate.weight * (fresh(hadSec + before + workSec) - fresh(hadSec + before))
      if (!isFirst && (before >= times * workSec || long[n] !== workSec)) broken++
      long[n] = workSec
      shows[cell] = isFirst ? part.news : 0
      if (part.isThrow && !fallen) broken++
      if (part.isFall) fallen = true
      broken += unready(part.body, units, worked, this.begins[p] ?? 0)
      doneWith(part.body, units, worked, this.ends[p] ?? 0, workSec)
      for (const [limit, amount] of part.adds[length] ?? [])
        if (isFirst || limit !== NEW_ITEMS) added[limit] = (added[limit] ?? 0) + amount
    }
    for (let l = 0; l < limits.length; l++) if ((added[l] ?? 0) > (limits[l] ?? 0) + 1e-9) broken++
    this.served[g] = served
    this.beyond[g] = broken
  }

  /** How much there is too much on a board. Groups at one thing are reckoned apart, which is never less than together. */
  private measureHall(p: number): void {
    const { at, many, things } = this
    let full = 0
    for (let k = 0; k < things.length; k++) {
      const most = things[k]?.most ?? 0
      let taken = 0
      for (let g = 0, cell = p * many; g < many; g++, cell++) taken += at[cell]?.takes[k] ?? 0
      if (taken > most + 1e-9) full += 1 + ((taken - most) * many) / (most || 1)
    }
    this.full[p] = full
  }

  private worth(): number {
    const { served, due } = this
    let [sum, least, groups] = [0, Infinity, 0]
    for (let g = 0; g < served.length; g++) {
      const mine = served[g] ?? 0
      sum += mine
      if (!due[g]) continue
      least = Math.min(least, mine)
      groups++
    }
    return groups ? sum + groups * least : sum
  }

  /** Limits that are broken; one teacher shows one thing on a board, and only where there is time for it. */
  private broken(): number {
    const { beyond, full, shows, many } = this
    const { boards } = this.q
    let broken = 0
    for (let g = 0; g < many; g++) broken += beyond[g] ?? 0
    for (let p = 0; p < full.length; p++) {
      broken += full[p] ?? 0
      const canShow = boards[p]?.shown
      let shown = 0
      for (let cell = p * many; cell < (p + 1) * many; cell++) {
        const news = shows[cell] ?? 0
        if (news === 0 || news === shown) continue
        if (!canShow || shown !== 0) broken++
        shown = news
      }
    }
    return broken
  }
}
