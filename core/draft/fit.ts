import { fresh } from '../balance/worth'
import type { DraftBoard } from './draft-board'
import { WORK_LENGTHS } from './beats'
import { boardSec } from './board-times'
import { doneWith, unready } from './body'
import { FitParts, NEW_ITEMS, type FitQuestion, type Part } from './fit-parts'

/**
 * Boards as they were arranged, made to fit: how many there are, how long, in which order and what can show something new stays. Items
 * change places, and others are taken instead, until no board holds more than there is of floor and kit, at the least loss of worth
 * (simulated annealing). The programme deals floor and kit out over boards of a length together, which in a full hall is more than boards
 * can hold.
 */

export interface Fitted {
  /** As many boards as before, as long, in the same order. */
  boards: DraftBoard[]
  /** What they serve of what is due, the worst-served counted once more for each group. */
  worth: number
  /** Nothing is over any limit. */
  fits: boolean
}

export const fit = (question: FitQuestion, walk: Walk): Fitted => new Fitting(question).fitted(walk)

/**
 * How a walk goes: changes tried for each item on the boards; how gladly a loss of worth is taken, at first and at last; and what a broken
 * limit counts in worth, little enough to be walked through at first, more than it could ever gain at last.
 */
const WALKS = {
  /** Where little is amiss: not far from where it begins. */
  near: { tries: 3000, heat: { first: 0.1, last: 0.03 }, broken: { first: 1, last: 16 } },
  /** Everything may become something else. */
  far: { tries: 6000, heat: { first: 0.3, last: 0.03 }, broken: { first: 0.5, last: 16 } },
}
export type Walk = keyof typeof WALKS
/** Each change walks all boards, so changes times boards are no more than so many. */
const MOST_TRIES = 5_000_000
/** Of the changes, those by which a group takes something else, and those by which it swaps two boards: the rest swaps boards whole. */
const TAKES = 0.65
const SWAPS = 0.28

const between = ({ first, last }: { first: number; last: number }, part: number): number =>
  first * (last / first) ** part

class Fitting {
  private readonly of: FitParts
  private readonly many: number
  private readonly due: boolean[]
  private readonly lengths: number[]
  /** What stands on each board for each group, board after board. */
  private readonly at: (Part | undefined)[]
  /** By group: what it is served, and how many of its limits are broken. By board: how much it is too full. By both: what is shown. */
  private readonly served: Float64Array
  private readonly beyond: Float64Array
  private readonly full: Float64Array
  private readonly shows: Int32Array
  /** What was so before the change that is being tried. */
  private readonly kept: Record<'served' | 'beyond' | 'full', Float64Array> & { shows: Int32Array }
  /** When boards begin and end; what is ready on the way through those of a group, by the region's number. */
  private readonly begins: number[]
  private readonly ends: number[]
  private readonly units: number[]
  private readonly worked: number[]
  /** By the number of a part, on the way through the boards: seconds of it, and the length of its last board. By limit: what counts. */
  private readonly sec: Float64Array
  private readonly long: Float64Array
  private readonly added: Float64Array
  /** By what is shown: the lengths of the boards on which it is, a bit for each. */
  private readonly shown: Int32Array

  constructor(private readonly q: FitQuestion) {
    const { groups, boards, frame } = q
    this.of = new FitParts(q)
    this.at = this.of.at
    this.many = groups.length
    this.due = groups.map(({ of }) => of > 0)
    this.lengths = boards.map(({ length }) => WORK_LENGTHS.indexOf(length))
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
    const { times, parts } = this.of
    let [second, stretch] = [0, -1]
    this.begins = boards.map((board) => {
      if (board.stretch !== stretch) second = times.begins[(stretch = board.stretch)] ?? second
      const begins = second
      second += boardSec(board, frame.transitionSec)
      return begins
    })
    this.ends = boards.map((board, p) => (this.begins[p] ?? 0) + boardSec(board, frame.transitionSec))
    this.units = times.warmed.map(() => 0)
    this.worked = times.warmed.map(() => 0)
    const most = Math.max(0, ...parts.map((ofGroup) => ofGroup.length))
    this.sec = new Float64Array(most)
    this.long = new Float64Array(most)
    this.added = new Float64Array(NEW_ITEMS + 1 + q.counted.size)
    this.shown = new Int32Array(1 + Math.max(0, ...parts.flat().map(({ news }) => news)))
  }

  fitted(walk: Walk): Fitted {
    const { boards, groups, chance } = this.q
    const { tries: each, heat: heats, broken: prices } = WALKS[walk]
    const tries = Math.min(MOST_TRIES / Math.max(1, boards.length), each * this.at.length)
    groups.forEach((_, g) => this.measureGroup(g))
    boards.forEach((_, p) => this.measureHall(p))
    let [worth, broken] = [this.worth(), this.broken()]
    let best = { worth, broken, at: [...this.at] }
    for (let t = 0; t < tries; t++) {
      const heat = between(heats, t / tries)
      const price = between(prices, t / tries)
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
    const open = this.of.open[cell] ?? []
    const other = open[this.pick(open.length)]
    if (!was || !other || other === was) return undefined
    return this.changed([g], [p], () => (this.at[cell] = this.at[cell] === was ? other : was))
  }

  /** What groups work on two boards changes places, as far as it may be there. */
  private swap(p: number, q: number, from: number, to: number): (() => void) | undefined {
    const { at, many } = this
    const { mayBe } = this.of
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
    const { warmed, worked: warmedAt } = this.of.times
    const limits = this.of.limits[g] ?? []
    let served = this.of.anyway[g] ?? 0
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
    const { at, many } = this
    const { things } = this.of
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

  /**
   * Limits that are broken. One teacher shows one thing on a board, and only where there is time for it; and as in the programme, to all
   * to whom it is shown for so long at once.
   */
  private broken(): number {
    const { beyond, full, shows, shown: shownFor, lengths, many } = this
    const { boards } = this.q
    shownFor.fill(0)
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
        const before = shownFor[news] ?? 0
        const forSoLong = 1 << (lengths[p] ?? 0)
        if (before & forSoLong) broken++
        shownFor[news] = before | forSoLong
      }
    }
    return broken
  }
}
