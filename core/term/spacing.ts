import { chanceOf } from '../kernel/chance'
import type { Figures } from './fewest'
import { Minutes, type Helpings } from './minutes'
import { timesOf, type TermQuestion } from './question'

/**
 * When each helping comes: returns at growing gaps. What is given, what is missing and how many helpings there are is settled before; of all
 * ways to that the one whose gaps are nearest to the ideal ones is sought by annealing: a helping goes to another class, two change places,
 * one item gives a helping to another, or all of an item's are laid anew. On the way minutes may be short and items too early, at a price.
 */

/** Days of the first gap, the growth from one to the next, and the longest. */
const FIRST_DAYS = 3
const GROWTH = 1.8
const LONGEST_DAYS = 45

/** The ideal days of an item's k-th gap, from 0. */
export const idealGap = (k: number): number => Math.min(LONGEST_DAYS, FIRST_DAYS * GROWTH ** k)

/** How far an item's gaps are from the ideal ones, squared and summed; the end counts as one class more. */
export function spacingOf(days: readonly number[], end: number): number {
  let sum = 0
  for (const [k, day] of days.entries()) sum += ((days[k + 1] ?? end) - day - idealGap(k)) ** 2
  return sum
}

/** The same over all the items of a group, with what was put by hand. */
export function spacingIn({ fixed, classes, end }: TermQuestion, helpings: Helpings): number {
  return helpings.reduce((sum, days, i) => {
    const put = fixed[i]!.flatMap((minutes, c) => ((minutes ?? 0) > 0 ? [c] : []))
    const all = [...days, ...put].sort((a, b) => a - b).map((c) => classes[c]!.day)
    return sum + spacingOf(all, end)
  }, 0)
}

export interface SpacingLimits {
  /** Changes tried. */
  tries: number
  seed?: number
  /** False: time is up. */
  goesOn?: () => boolean
}

const HOTTEST = 300
const COLDEST = 0.5
/** The price of a minute short, of an item that comes before what it builds on, and of each day by which it does. */
const MINUTE = 1500
const TOO_EARLY = 2500
const DAY_EARLY = 100
/** Now and then an item is laid anew, now and then one gives a helping to another. */
const LAID_ANEW = 0.03
const GIVEN = 0.15
const ASK_EVERY = 256

/**
 * @param start how often each item comes, or where; what does not fit is mended
 * @returns the best found, or nothing where none comes to the figures wanted
 */
export function spaced(
  question: TermQuestion,
  start: Helpings,
  wanted: Figures,
  limits: SpacingLimits,
): Helpings | undefined {
  return new Spacing(question, start, wanted, limits).best()
}

/** A start for items that come so often: those that come most often first, each where there is most room. */
export function anywhere({ items, classes, fixed }: TermQuestion, times: readonly number[]): Helpings {
  const room = classes.map((one) => one.room)
  const minutes = classes.map((one) => one.minutes)
  const helpings = items.map((): number[] => [])
  const order = items.map((_, i) => i).sort((a, b) => (times[b] ?? 0) - (times[a] ?? 0) || a - b)
  for (const i of order) {
    const many = times[i] ?? 0
    const each = many > 0 ? Math.min(items[i]!.most, items[i]!.need / many) : 0
    const open = classes.flatMap((_, c) => (room[c]! > 0 && fixed[i]?.[c] === undefined ? [c] : []))
    open.sort((a, b) => room[b]! - room[a]! || minutes[b]! - minutes[a]! || a - b)
    for (const c of open.slice(0, many)) {
      room[c]!--
      minutes[c]! -= each
      helpings[i]!.push(c)
    }
    helpings[i]!.sort((a, b) => a - b)
  }
  return helpings
}

type Change = readonly [item: number, days: number[]]

class Spacing {
  private readonly chance: () => number
  private readonly days: number[][]
  private readonly costs: number[]
  private readonly early: number[]
  private short: number
  private readonly room: number[]
  private readonly put: number[][]
  private readonly minutes: Minutes
  /** No class is ever short of minutes for what can come in it: only how often an item comes settles what it is given. */
  private readonly isLoose: boolean
  /** Items that come no sooner than this one. */
  private readonly followers: number[][]

  constructor(
    private readonly q: TermQuestion,
    start: Helpings,
    private readonly wanted: Figures,
    private readonly limits: SpacingLimits,
  ) {
    this.chance = chanceOf(limits.seed ?? 1)
    this.minutes = new Minutes(q)
    this.days = start.map((days) => [...days])
    this.put = q.fixed.map((row) => row.flatMap((minutes, c) => ((minutes ?? 0) > 0 ? [c] : [])))
    this.room = q.classes.map(({ room }, c) => room - this.days.filter((days) => days.includes(c)).length)
    this.followers = q.items.map((_, i) => q.items.flatMap(({ after }, f) => (after.includes(i) ? [f] : [])))
    const most = q.items.map(({ most: some, need }) => Math.min(some, need)).sort((a, b) => b - a)
    this.isLoose = q.classes.every(
      ({ minutes, room }) => minutes >= most.slice(0, room).reduce((sum, some) => sum + some, 0),
    )
    this.costs = this.days.map((days, i) => this.costOf(i, days))
    this.early = this.days.map((_, i) => this.earlyOf(i))
    this.short = this.shortOf()
  }

  best(): Helpings | undefined {
    const { tries, goesOn } = this.limits
    let [best, least]: [number[][] | undefined, number] = [undefined, Infinity]
    const keep = () => {
      const { short, early } = this
      if (short > 0 || early.some((price) => price > 0) || this.missing() > this.wanted.missing) return
      const total = this.costs.reduce((sum, cost) => sum + cost, 0)
      if (total >= least - 1e-6) return
      least = total
      best = this.days.map((days) => [...days])
    }
    keep()
    const isMovable = this.days.some((days) => days.length > 0)
    for (let n = 0; isMovable && n < tries; n++) {
      if (goesOn && n % ASK_EVERY === 0 && !goesOn()) break
      if (this.step(HOTTEST * (COLDEST / HOTTEST) ** (n / tries))) keep()
    }
    return best
  }

  private costOf(i: number, days: readonly number[]): number {
    const put = this.put[i]!
    const all = put.length ? [...days, ...put].sort((a, b) => a - b) : days
    return spacingOf(
      all.map((c) => this.q.classes[c]!.day),
      this.q.end,
    )
  }

  /** The price of coming before what it builds on. What was put by hand stands, whatever it builds on. */
  private earlyOf(i: number): number {
    const first = this.days[i]![0]
    if (first === undefined) return 0
    const { classes, items, end } = this.q
    const day = classes[first]!.day
    return items[i]!.after.reduce((sum, before) => {
      const other = Math.min(this.days[before]![0] ?? Infinity, this.put[before]![0] ?? Infinity)
      if (other <= first) return sum
      return sum + TOO_EARLY + DAY_EARLY * ((other < Infinity ? classes[other]!.day : end) - day)
    }, 0)
  }

  private shortOf(): number {
    const { wanted, days } = this
    if (this.isLoose) return Math.max(0, wanted.given - this.loosely())
    const { given, over } = this.minutes.of(days, wanted.given)
    return Math.max(0, wanted.given - given) + 2 * over
  }

  private loosely(): number {
    return this.days.reduce((sum, days, i) => {
      const { need, most, isWhole } = this.q.items[i]!
      return sum + (isWhole ? need * days.length : Math.min(need, most * days.length))
    }, 0)
  }

  private missing(): number {
    return this.q.items.reduce(
      (sum, { returns }, i) => sum + Math.max(0, returns - this.put[i]!.length - this.days[i]!.length),
      0,
    )
  }

  private pick(most: number): number {
    return Math.floor(this.chance() * most)
  }

  /** Tries one change; whether it is taken. */
  private step(heat: number): boolean {
    const { days } = this
    const i = this.pick(days.length)
    const kind = this.chance()
    if (days[i]!.length === 0) return false
    if (kind < LAID_ANEW) return this.take(heat, [[i, this.laidAnew(i)]])
    const from = days[i]![this.pick(days[i]!.length)]!
    if (kind < LAID_ANEW + GIVEN) {
      const j = this.pick(days.length)
      const to = this.chance() < 0.5 ? from : this.pick(this.q.classes.length)
      if (j === i || days[j]!.includes(to)) return false
      return this.take(heat, [
        [i, without(days[i]!, from)],
        [j, including(days[j]!, to)],
      ])
    }
    const to = this.pick(this.q.classes.length)
    if (to === from || days[i]!.includes(to)) return false
    const moved = including(without(days[i]!, from), to)
    if (this.room[to]! > 0) return this.take(heat, [[i, moved]])
    const there = days.flatMap((other, j) =>
      j !== i && other.includes(to) && !other.includes(from) ? [j] : [],
    )
    const j = there[this.pick(there.length)]
    if (j === undefined) return false
    return this.take(heat, [
      [i, moved],
      [j, including(without(days[j]!, to), from)],
    ])
  }

  /** The classes in which an item, coming as often, would be nearest to its gaps where there is room: back from the end, best first. */
  private laidAnew(i: number): number[] {
    const { classes, end, fixed } = this.q
    const mine = this.days[i]!
    const times = mine.length
    if (this.put[i]!.length > 0) return mine
    const open = classes.flatMap((_, c) =>
      (this.room[c]! > 0 || mine.includes(c)) && fixed[i]![c] === undefined ? [c] : [],
    )
    // Of the gaps from the k-th helping on, the least there can be when it comes in the o-th open class.
    let least = open.map((c) => (end - classes[c]!.day - idealGap(times - 1)) ** 2)
    const next: number[][] = []
    for (let k = times - 2; k >= 0; k--) {
      const to: number[] = []
      const later = least
      least = open.map((c, o) => {
        let best = Infinity
        to[o] = -1
        for (let p = o + 1; p < open.length; p++) {
          const cost = (classes[open[p]!]!.day - classes[c]!.day - idealGap(k)) ** 2 + later[p]!
          if (cost < best) {
            best = cost
            to[o] = p
          }
        }
        return best
      })
      next[k] = to
    }
    let o = least.indexOf(Math.min(...least))
    const laid: number[] = []
    for (let k = 0; k < times && o >= 0; k++) {
      laid.push(open[o]!)
      o = next[k]?.[o] ?? -1
    }
    return laid.length === times ? laid : mine
  }

  /** Takes a change where it is better, or not so much worse. */
  private take(heat: number, changes: readonly Change[]): boolean {
    const costs = changes.map(([i, days]) => this.costOf(i, days))
    const before = changes.map(([i]) => this.days[i]!)
    const closer = costs.reduce((sum, cost, n) => sum + cost - this.costs[changes[n]![0]]!, 0)
    // Drawn before the dear part is worked out: most changes end here.
    const bar = -heat * Math.log(1 - this.chance())
    const was = this.short * MINUTE + this.early.reduce((sum, price) => sum + price, 0)
    if (closer - was >= bar) return false
    if (changes.some(([i, days], n) => !this.isOpen(i, before[n]!, days))) return false
    changes.forEach(([i, days], n) => this.lay(i, before[n]!, days))
    const touched = new Set(changes.flatMap(([i]) => [i, ...this.followers[i]!]))
    const early = [...touched].map((i) => [i, this.earlyOf(i)] as const)
    const worse = early.reduce((sum, [i, price]) => sum + price - this.early[i]!, 0)
    const isOver = this.room.some((left) => left < 0) || this.missing() > this.wanted.missing
    const short = isOver || closer + worse - this.short * MINUTE >= bar ? Infinity : this.shortOf()
    // An item that has a helping less has fewer gaps to keep: that is no reason to be short.
    const isGiven = changes.some(([i, days], n) => days.length !== before[n]!.length)
    if ((isGiven && short > this.short) || closer + worse + (short - this.short) * MINUTE >= bar) {
      changes.forEach(([i, days], n) => this.lay(i, days, before[n]!))
      return false
    }
    this.short = short
    for (const [i, price] of early) this.early[i] = price
    changes.forEach(([i], n) => (this.costs[i] = costs[n]!))
    return true
  }

  private lay(i: number, from: readonly number[], to: number[]): void {
    for (const c of from) this.room[c]!++
    for (const c of to) this.room[c]!--
    this.days[i] = to
  }

  private isOpen(i: number, before: readonly number[], days: readonly number[]): boolean {
    const isMore = days.length > before.length
    if (isMore && days.length > timesOf(this.q.items[i]!)) return false
    return days.every((c) => this.q.fixed[i]![c] === undefined)
  }
}

const without = (days: readonly number[], day: number): number[] => days.filter((one) => one !== day)
const including = (days: readonly number[], day: number): number[] => {
  const at = days.findIndex((one) => one > day)
  return at < 0 ? [...days, day] : [...days.slice(0, at), day, ...days.slice(at)]
}
