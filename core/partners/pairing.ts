import { bestGroups } from './best-groups'
import { pairCost, RULES, type PairCost } from './pair-cost'
import type { RosterFile } from './roster-file'
import { RULE_SAYS } from './words'

/** Partners: the best pairing there is of those who are here, proved. */

export interface Pairing {
  /** Ids sorted in each group, groups by their first. */
  groups: string[][]
  /** To three decimals. */
  cost: number
  left: LeftOut[]
}
export interface LeftOut {
  id: string
  why: string
}

export interface Wishes {
  /** Pairs that stand; groups of three stand as they are. */
  pins?: readonly (readonly string[])[]
  /** Pairs that are not wanted again. */
  shown?: readonly (readonly string[])[]
  /** Groups to be kept where that leaves nobody out who could be placed, whatever it costs: the fewest changes. */
  keep?: readonly (readonly string[])[]
}

/** More than all other costs of a hall together: what a kept pair is worth. */
const KEPT = 1e6

/** The costs between the students of a roster, asked for by their index. */
export class PairCosts {
  private readonly known = new Map<number, PairCost>()
  private readonly times = new Map<string, number>()
  private readonly shown: Set<string>

  constructor(
    readonly roster: RosterFile,
    shown: readonly (readonly string[])[] = [],
  ) {
    for (const [a, b, times] of roster.recent)
      this.times.set(key(a, b), (this.times.get(key(a, b)) ?? 0) + times)
    this.shown = new Set(shown.flatMap(pairsWithin).map(([a, b]) => key(a, b)))
  }

  between(a: number, b: number): PairCost {
    const place = Math.min(a, b) * this.roster.students.length + Math.max(a, b)
    let cost = this.known.get(place)
    if (!cost) this.known.set(place, (cost = this.reckon(a, b)))
    return cost
  }

  private reckon(a: number, b: number): PairCost {
    const [one, other] = [this.roster.students[a], this.roster.students[b]]
    if (!one || !other) throw new RangeError(`no students ${a} and ${b}`)
    const pair = key(one.id, other.id)
    const cost = pairCost(one, other, this.roster, this.times.get(pair) ?? 0)
    return cost.forbidden === undefined && this.shown.has(pair) ? { forbidden: 'shown' } : cost
  }
}

/**
 * The pairing of least cost with the fewest left out. The same roster gets the same answer, in whatever order its students stand.
 *
 * @param wishes pins must be allowed pairs of students who are here; what is not is passed over
 */
export function pairStudents(file: RosterFile, wishes: Wishes = {}): Pairing {
  const students = [...file.students].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0))
  const roster = { ...file, students }
  const costs = new PairCosts(roster, wishes.shown)
  const place = new Map(students.map(({ id }, i) => [id, i]))
  const pinned = pinsAmong(wishes.pins ?? [], place, new PairCosts(roster))
  const threes = pinned.filter((pin) => pin.length === 3)
  const standing = new Set(threes.flat())
  const free = students.map((_, i) => i).filter((i) => !standing.has(i))
  const at = new Map(free.map((i, n) => [i, n]))
  const kept = new Set((wishes.keep ?? []).flatMap(pairsWithin).map(([a, b]) => key(a, b)))
  const pins = new Set(pinned.map((pin) => pin.join()))
  const costOf = (a: number, b: number): number | undefined => {
    const [one = 0, other = 0] = [free[a], free[b]]
    const cost = costs.between(one, other)
    const isPin = pins.has([one, other].sort((x, y) => x - y).join())
    if (cost.forbidden !== undefined && !(isPin && cost.forbidden === 'shown')) return undefined
    const isKept = kept.has(key(students[one]?.id ?? '', students[other]?.id ?? ''))
    return (cost.forbidden === undefined ? cost.cost : 0) - (isKept ? KEPT : 0)
  }
  const best = bestGroups(
    free.length,
    costOf,
    pinned
      .filter((pin) => pin.length === 2)
      .map(([a = 0, b = 0]) => [at.get(a) ?? 0, at.get(b) ?? 0] as const),
  )
  const groups = [...threes, ...best.groups.map((group) => group.map((i) => free[i] ?? i))]
  const plain = new PairCosts(roster)
  const named = groups.map((group) => group.map((i) => students[i]?.id ?? '').sort())
  return {
    groups: named.sort((a, b) => ((a[0] ?? '') < (b[0] ?? '') ? -1 : 1)),
    cost: toThousandths(groups.reduce((sum, group) => sum + costWithin(plain, group), 0)),
    left: best.left.map((i) => {
      const student = free[i] ?? i
      return { id: students[student]?.id ?? '', why: whyLeft(costs, student) }
    }),
  }
}

/** Pins that hold: of students who are here, each in one pin, every pair of it allowed. */
function pinsAmong(
  pins: readonly (readonly string[])[],
  place: ReadonlyMap<string, number>,
  costs: PairCosts,
): number[][] {
  const taken = new Set<number>()
  return pins.flatMap((pin) => {
    const places = pin.flatMap((id) => place.get(id) ?? []).sort((a, b) => a - b)
    const holds =
      places.length === pin.length &&
      (places.length === 2 || places.length === 3) &&
      pairsWithin(places).every(([a, b]) => costs.between(a, b).forbidden === undefined) &&
      places.every((one) => !taken.has(one))
    if (!holds) return []
    places.forEach((one) => taken.add(one))
    return [places]
  })
}

function costWithin(costs: PairCosts, group: readonly number[]): number {
  return pairsWithin(group).reduce((sum, [a, b]) => {
    const cost = costs.between(a, b)
    return sum + (cost.forbidden === undefined ? cost.cost : 0)
  }, 0)
}

/** Why nobody was left for a student: the rules against each other, by how many they shut out. */
function whyLeft(costs: PairCosts, student: number): string {
  const others = costs.roster.students.map((_, i) => i).filter((i) => i !== student)
  if (others.length === 0) return 'nobody else is here'
  const against = others.map((other) => costs.between(student, other).forbidden)
  const rules = RULES.filter((rule) => against.includes(rule))
  if (against.some((rule) => rule === undefined))
    return rules.length
      ? `${rules.join(', ')}: and whoever they may work with is needed by others`
      : 'whoever they may work with is needed by others'
  return rules
    .map(
      (rule) =>
        `${rule}: ${RULE_SAYS[rule]}, ${others.filter((_, i) => against[i] === rule).length} of ${others.length}`,
    )
    .join('; ')
}

export function pairsWithin<T>(group: readonly T[]): (readonly [T, T])[] {
  return group.flatMap((a, i) => group.slice(i + 1).map((b) => [a, b] as const))
}

const toThousandths = (cost: number) => Math.round(cost * 1000) / 1000
/** One name for a pair, whichever stands first. */
export const key = (a: string, b: string): string => (a < b ? `${a} ${b}` : `${b} ${a}`)
