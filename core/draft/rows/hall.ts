import type { Item } from '../../curriculum/item'
import { floorM2, kitOf, sameKit } from '../../checks/hall/takes'
import { patternsOf, type ModelParts, type Pattern } from '../model-parts'
import type { Term } from '../programme'

/** Floor and kit. */

/** How much of one piece of kit so many use at an item. */
const unitsOf =
  (name: string) =>
  (item: Item, heads: number): number =>
    kitOf(item, heads).reduce((sum, [kit, units]) => sum + (sameKit(kit, name) ? units : 0), 0)

/** Those to whom one thing is shown are there together: the hall and the kit are for all of them at once. */
export function allOnOneBoard(m: ModelParts, patterns: readonly Pattern[]): void {
  const item = patterns[0]?.candidate.item
  if (!item) return
  const { hall } = m.q.club.settings
  const heads = ({ candidate }: Pattern) => m.q.groups[candidate.group]?.heads ?? 0
  const limit = (figure: (many: number) => number, most: number) => {
    const terms = patterns.map((one): Term => [one.column, figure(heads(one))])
    if (terms.reduce((sum, [, each]) => sum + each, 0) > most) m.b.atMost(terms, most)
  }
  if (hall.areaM2 > 0) limit((many) => floorM2(item, many), hall.areaM2)
  for (const { name, count } of hall.kit) limit((many) => unitsOf(name)(item, many), count)
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

/** Kit and floor for all who use them at once: over all boards of a length together, on each when they are arranged. */
export function keepToTheHall(m: ModelParts): void {
  const { club, groups } = m.q
  const { hall } = club.settings
  const { room } = m.q
  const heads = (index: number) => groups[index]?.heads ?? 0
  const limit = (figure: (item: Item, heads: number) => number, most: number) => {
    const each = ({ candidate }: Pattern) => figure(candidate.item, heads(candidate.group))
    const least = groups.map(({ index }) => Math.min(...patternsOf(m, index).map(each)))
    /** What is left over on a board when every group takes the least it can, and what an item takes of that. */
    const spare = most - least.reduce((sum, one) => sum + (Number.isFinite(one) ? one : 0), 0)
    const above = (pattern: Pattern) => each(pattern) - (least[pattern.candidate.group] ?? 0)
    m.lengths.forEach((length, w) => {
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
