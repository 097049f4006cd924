import type { Item } from '../../curriculum/item'
import { floorM2, kitOf, sameKit } from '../../checks/hall/takes'
import { patternsOf, type ModelParts, type Pattern } from '../model-parts'
import type { Term } from '../programme'
import { fullestFillings, type Filling } from './fillings'

/** Floor and kit. */

/** How much of one piece of kit so many use at an item. */
const unitsOf =
  (name: string) =>
  (item: Item, heads: number): number =>
    kitOf(item, heads).reduce((sum, [kit, units]) => sum + (sameKit(kit, name) ? units : 0), 0)

/** What each group takes at least, whatever it works. */
const leastOf = (m: ModelParts, figure: (item: Item, heads: number) => number): number[] =>
  m.q.groups.map(({ index, heads }) => {
    const all = patternsOf(m, index).map(({ candidate }) => figure(candidate.item, heads))
    return all.length ? Math.min(...all) : 0
  })

/** Those to whom one thing is shown are there together, and the others beside them: the hall and the kit are for all of them at once. */
export function allOnOneBoard(m: ModelParts, patterns: readonly Pattern[]): void {
  const item = patterns[0]?.candidate.item
  if (!item) return
  const { hall } = m.q.club.settings
  const heads = ({ candidate }: Pattern) => m.q.groups[candidate.group]?.heads ?? 0
  const limit = (figure: (of: Item, many: number) => number, most: number) => {
    const least = leastOf(m, figure)
    const spare = most - least.reduce((sum, one) => sum + one, 0)
    const terms = patterns.map((one): Term => [
      one.column,
      figure(item, heads(one)) - (least[one.candidate.group] ?? 0),
    ])
    if (terms.reduce((sum, [, more]) => sum + more, 0) > spare) m.b.atMost(terms, Math.max(0, spare))
  }
  if (hall.areaM2 > 0) limit(floorM2, hall.areaM2)
  for (const { name, count } of hall.kit) limit(unitsOf(name), count)
}

/**
 * Shares of a whole, told anew so that whatever comes to at most 1 still does (dual feasible functions: Fekete and Schepers, New classes of
 * lower bounds for bin packing problems, 2001). Summed over boards they say more than the shares themselves, because a board is filled with
 * whole items.
 */
const SHARES: readonly ((share: number) => number)[] = [
  ...[1, 2, 3, 4, 5].map((k) => (x: number) => {
    const times = (k + 1) * x
    return Math.abs(times - Math.round(times)) < 1e-9 ? x : Math.floor(times) / k
  }),
  ...[0.15, 0.25, 0.34, 0.45].map((e) => (x: number) => (x > 1 - e + 1e-9 ? 1 : x < e - 1e-9 ? 0 : x)),
]

/** With more ways to fill a board than this, its shares are dealt out by the functions above alone. */
const MOST_FILLINGS = 160

/**
 * Every board of a length is filled in one of so many ways, and a group's items go where the filling has room for them: a board is then
 * never thought to hold half of what does not fit on it.
 */
function fillBoards(
  m: ModelParts,
  length: number,
  boards: readonly Term[],
  of: { amounts: readonly (readonly number[])[]; fillings: readonly Filling[]; each: (p: Pattern) => number },
): void {
  const columns = of.fillings.map(() => m.b.amount(0, Infinity))
  m.b.equal([...columns.map((column): Term => [column, 1]), ...boards], 0)
  m.q.groups.forEach(({ index }, g) => {
    const mine = patternsOf(m, index).map((pattern) => ({
      column: pattern.column,
      many: pattern.lengths.filter((one) => one === length).length,
      amount: of.each(pattern),
    }))
    of.amounts[g]?.forEach((amount, n) => {
      // The least of it fits everywhere.
      if (n === 0) return
      const taken = mine.filter((one) => one.many > 0 && one.amount >= amount)
      const holds = columns.filter((_, f) => (of.fillings[f]?.[g] ?? 0) >= n)
      m.b.atMost(
        [
          ...taken.map(({ column, many }): Term => [column, many]),
          ...holds.map((column): Term => [column, -1]),
        ],
        0,
      )
    })
  })
}

/** Kit and floor for all who use them at once: over all boards of a length together, on each when they are arranged. */
export function keepToTheHall(m: ModelParts): void {
  const { club, groups } = m.q
  const { hall } = club.settings
  const { room } = m.q
  const heads = (index: number) => groups[index]?.heads ?? 0
  const limit = (figure: (item: Item, heads: number) => number, most: number) => {
    const each = ({ candidate }: Pattern) => figure(candidate.item, heads(candidate.group))
    const least = leastOf(m, figure)
    /** What is left over on a board when every group takes the least it can, and what an item takes of that. */
    const spare = most - least.reduce((sum, one) => sum + one, 0)
    const above = (pattern: Pattern) => each(pattern) - (least[pattern.candidate.group] ?? 0)
    const amounts = groups.map(({ index }) => {
      const found = [...new Set(patternsOf(m, index).map(each))].sort((a, b) => a - b)
      return found.length ? found : [0]
    })
    const fillings = fullestFillings(amounts, most, MOST_FILLINGS)
    const isScarce = amounts.reduce((sum, of) => sum + (of.at(-1) ?? 0), 0) > most
    m.lengths.forEach((length, w) => {
      if (isScarce && fillings?.length) {
        const ofLength = [...m.known, ...m.shown].map((of): Term => [of[w] ?? 0, -1])
        return void fillBoards(m, length, ofLength, { amounts, fillings, each })
      }
      const boards = (factor: number) => [...m.known, ...m.shown].map((of): Term => [of[w] ?? 0, -factor])
      const terms = (factor: (pattern: Pattern) => number) =>
        m.patterns.flatMap((pattern): Term[] => {
          const many = pattern.lengths.filter((one) => one === length).length * factor(pattern)
          return many ? [[pattern.column, many]] : []
        })
      const all = terms(each)
      if (all.length) m.b.atMost([...all, ...boards(most)], 0)
      // What is left over on a board is not cut at will: what takes more than half of it comes once on a board, and so on.
      if (spare > 0)
        for (const share of SHARES) {
          const parts = terms((pattern) => share(Math.min(1, above(pattern) / spare)))
          if (parts.length > 1) m.b.atMost([...parts, ...boards(1)], 0)
        }
    })
  }
  for (const { name, count } of hall.kit) limit(unitsOf(name), count * room)
  if (hall.areaM2 > 0) limit(floorM2, hall.areaM2 * room)
}
