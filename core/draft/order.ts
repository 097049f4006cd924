import { bodyOf } from '../checks/warmup/body'
import { intensityOf } from './doses'
import type { Candidate } from './candidates'
import { candidatesOf, type Unit } from './units'

/**
 * The order of the main part, as a coach would have it: the theme first, what is new early, falls before throws, a thread before what goes on
 * with it, kin together, hard before tired, play at the end. Every rule has a price; the order is the cheapest that changing places finds.
 */

export interface Spacing {
  /** Seconds of each stretch between two waters: the first is shorter by opening and warm-up, the last by the end of the class. */
  stretchSec: readonly number[]
  gapSec: number
  /** What the theme counts more: the thread that has most of it comes first. */
  isTheme: (item: string) => boolean
  /** A number from 0 to 1: which of equals comes first. */
  chance: () => number
}

const PLAY: ReadonlySet<string> = new Set(['games', 'sparring'])
const TOO_LONG = 50
const OUT_OF_ORDER = 5000
const FADES_AFTER_SEC = 24 * 60
const HARD_ON_END_SEC = 360

export interface Ordered {
  stretches: Unit[][]
  /** Seconds by which stretches are too long. */
  overSec: number
}

export function ordered(units: readonly Unit[], spacing: Spacing): Ordered {
  const fancy = new Map(units.map((unit) => [unit, spacing.chance()]))
  const cost = (order: readonly Unit[]) => costOf(order, spacing, fancy)
  const climb = (from: readonly Unit[]) => climbed(from, cost)
  // As they were chosen they fit between the waters; as a coach would have them they may not.
  const starts = [units, [...units].sort((a, b) => rankOf(a, spacing) - rankOf(b, spacing))].map(climb)
  const [best] = starts.sort((a, b) => a.price - b.price)
  return cutInto(best?.order ?? [], spacing)
}

/** Boards moved and changed about for as long as that is cheaper. */
function climbed(
  from: readonly Unit[],
  cost: (order: readonly Unit[]) => number,
): { order: readonly Unit[]; price: number } {
  let best = { order: from, price: cost(from) }
  for (let isBetter = true; isBetter;) {
    isBetter = false
    for (let a = 0; a < from.length; a++)
      for (let b = 0; b < from.length; b++) {
        if (a === b) continue
        for (const order of [moved(best.order, a, b), swapped(best.order, a, b)]) {
          const price = cost(order)
          if (price < best.price - 1e-9) [best, isBetter] = [{ order, price }, true]
        }
      }
  }
  return best
}

const moved = (order: readonly Unit[], from: number, to: number): Unit[] => {
  const next = order.filter((_, n) => n !== from)
  next.splice(to, 0, order[from]!)
  return next
}
const swapped = (order: readonly Unit[], a: number, b: number): Unit[] =>
  order.map((unit, n) => (n === a ? order[b]! : n === b ? order[a]! : unit))

/** Where a unit would stand without the others. */
function rankOf(unit: Unit, { isTheme }: Spacing): number {
  if (unit.kind === 'free') return 6
  if (unit.kind === 'pinned') return 3
  if (PLAY.has(unit.category)) return 5
  if (unit.kind === 'board') return unit.category === 'falls' ? 1 : 4
  return candidatesOf(unit).some(({ item }) => isTheme(item.id)) ? 0 : 2
}

function costOf(order: readonly Unit[], spacing: Spacing, fancy: ReadonlyMap<Unit, number>): number {
  const { overSec, stretches } = cutInto(order, spacing)
  let cost = overSec * TOO_LONG
  const seen = new Set<string>()
  let place = -1
  order.forEach((unit, n) => {
    if (unit.kind === 'pinned') {
      if (unit.place < place) cost += OUT_OF_ORDER
      place = unit.place
      return
    }
    cost += (fancy.get(unit) ?? 0) * 0.5 * n
    if (unit.kind === 'free') return
    const later = order.slice(n + 1)
    const threadsLater = later.filter((other) => other.kind === 'thread')
    const works = candidatesOf(unit)
    if (unit.kind === 'thread') {
      if (works.some(({ isNew }) => isNew)) cost += 2 * n
      if (works.some(({ item }) => spacing.isTheme(item.id)))
        cost += 6 * order.slice(0, n).filter((other) => other.kind === 'thread').length
    } else {
      if (unit.goesOn.some(Boolean) && threadsLater.some(({ category }) => category === unit.category))
        cost += OUT_OF_ORDER
      cost += threadsLater.length * (unit.category === 'falls' ? 0 : isHard(works) ? 8 : 2)
    }
    if (PLAY.has(unit.category)) cost += 6 * later.length
    if (
      unit.category === 'throws' &&
      later.some((other) => 'category' in other && other.category === 'falls')
    )
      cost += 40
    const before = order[n - 1]
    const isKin = before && 'category' in before && before.category === unit.category
    if (!isKin && seen.has(unit.category)) cost += 4
    seen.add(unit.category)
  })
  return cost + fadesIn(stretches, spacing) + hardOnEnd(order)
}

const isHard = (works: readonly Candidate[]): boolean => works.some(({ item }) => intensityOf(item) >= 7)

/** What asks much of the body comes before it is cold again. */
function fadesIn(stretches: readonly (readonly Unit[])[], { gapSec }: Spacing): number {
  let [at, cost] = [0, 0]
  for (const unit of stretches.flat()) {
    if (at > FADES_AFTER_SEC)
      for (const { item } of candidatesOf(unit))
        cost += bodyOf(item).asks.filter(([, demand]) => demand >= 2).length
    at += unit.sec + gapSec
  }
  return cost
}

function hardOnEnd(order: readonly Unit[]): number {
  let [sec, cost] = [0, 0]
  for (const unit of order) {
    sec = candidatesOf(unit).some(({ item }) => intensityOf(item) >= 8) ? sec + unit.sec : 0
    if (sec > HARD_ON_END_SEC) cost += 300
  }
  return cost
}

/** An order cut into the stretches between two waters, so that none is longer than it may be, or as little as can be. */
function cutInto(order: readonly Unit[], { stretchSec, gapSec }: Spacing): Ordered {
  const stretches = stretchSec.length
  const sums = [0]
  for (const { sec } of order) sums.push(sums.at(-1)! + sec + gapSec)
  const over = (s: number, from: number, to: number) => {
    const most = stretchSec[s]!
    const is = sums[to]! - sums[from]!
    return Math.max(0, is - most) + 1e-4 * Math.max(0, is / Math.max(1, most)) ** 2
  }
  // least[s][to]: the first `to` units in the first s + 1 stretches.
  let least = sums.map((_, to) => over(0, 0, to))
  const cuts: number[][] = []
  for (let s = 1; s < stretches; s++) {
    const from: number[] = []
    const before = least
    least = sums.map((_, to) => {
      let best = Infinity
      for (let at = 0; at <= to; at++) {
        const price = before[at]! + over(s, at, to)
        if (price < best) [best, from[to]] = [price, at]
      }
      return best
    })
    cuts.push(from)
  }
  const made: Unit[][] = []
  let to = order.length
  for (let s = stretches - 1; s >= 0; s--) {
    const from = s > 0 ? (cuts[s - 1]?.[to] ?? 0) : 0
    made.unshift(order.slice(from, to))
    to = from
  }
  return { stretches: made, overSec: Math.floor(least.at(-1) ?? 0) }
}
