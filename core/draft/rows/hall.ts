import type { Item } from '../../curriculum/item'
import { floorM2, unitsOfKit } from '../../checks/hall/takes'
import type { WorkLength } from '../beats'
import { patternsOf, timesAt, type ModelParts, type Pattern } from '../model-parts'
import type { Term } from '../programme'
import { fullestFillings, type Filling } from './fillings'

/** Floor and kit. */

/** Something there is only so much of at once, and what each group's items take of it: every amount once, the least first. */
export interface Scarce {
  most: number
  each: (pattern: Pattern) => number
  amounts: readonly (readonly number[])[]
}

/** The floor of the hall and each piece of its kit, as far as the club says how much there is. */
export function scarceIn(m: ModelParts): Scarce[] {
  const { hall } = m.q.club.settings
  const heads = (group: number) => m.q.groups[group]?.heads ?? 0
  const scarce = (figure: (item: Item, heads: number) => number, most: number): Scarce => {
    const each = ({ candidate }: Pattern) => figure(candidate.item, heads(candidate.group))
    const amounts = m.q.groups.map(({ index }) => {
      const found = [...new Set(patternsOf(m, index).map(each))].sort((a, b) => a - b)
      return found.length ? found : [0]
    })
    return { most, each, amounts }
  }
  return [
    ...hall.kit.map(({ name, count }) => scarce((item, many) => unitsOfKit(name, item, many), count)),
    ...(hall.areaM2 > 0 ? [scarce(floorM2, hall.areaM2)] : []),
  ]
}

/** What is left of it when every group takes the least it can, and what an item takes of that. */
const spareOf = ({ amounts, most }: Scarce) => most - amounts.reduce((sum, [least = 0]) => sum + least, 0)
const aboveLeast = ({ amounts, each }: Scarce, pattern: Pattern) =>
  each(pattern) - (amounts[pattern.candidate.group]?.[0] ?? 0)

/** Those to whom one thing is shown are there together, and the others beside them: the hall and the kit are for all of them at once. */
export function allOnOneBoard(m: ModelParts, patterns: readonly Pattern[], things: readonly Scarce[]): void {
  for (const scarce of things) {
    const spare = spareOf(scarce)
    const terms = patterns.map((one): Term => [one.column, aboveLeast(scarce, one)])
    if (terms.reduce((sum, [, more]) => sum + more, 0) > spare) m.b.atMost(terms, Math.max(0, spare))
  }
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
  length: WorkLength,
  boards: readonly Term[],
  fillings: readonly Filling[],
  { amounts, each }: Scarce,
): void {
  const columns = fillings.map(() => m.b.amount(0, Infinity))
  m.b.equal([...columns.map((column): Term => [column, 1]), ...boards], 0)
  m.q.groups.forEach(({ index }, g) => {
    const mine = patternsOf(m, index).filter((pattern) => timesAt(pattern, length) > 0)
    amounts[g]?.forEach((amount, n) => {
      // The least of it fits everywhere.
      if (n === 0) return
      const taken = mine.filter((pattern) => each(pattern) >= amount)
      const holds = columns.filter((_, f) => (fillings[f]?.[g] ?? 0) >= n)
      m.b.atMost(
        [
          ...taken.map((pattern): Term => [pattern.column, timesAt(pattern, length)]),
          ...holds.map((column): Term => [column, -1]),
        ],
        0,
      )
    })
  })
}

/** Kit and floor for all who use them at once: over all boards of a length together, on each when they are arranged. */
export function keepToTheHall(m: ModelParts, things: readonly Scarce[]): void {
  for (const all of things) {
    const scarce = { ...all, most: all.most * m.q.room }
    const { most, each, amounts } = scarce
    const spare = spareOf(scarce)
    const isShort = amounts.reduce((sum, of) => sum + (of.at(-1) ?? 0), 0) > most
    const fillings = isShort ? fullestFillings(amounts, most, MOST_FILLINGS) : undefined
    m.lengths.forEach((length, w) => {
      const boards = (factor: number) => [...m.known, ...m.shown].map((of): Term => [of[w] ?? 0, -factor])
      if (fillings?.length) return void fillBoards(m, length, boards(1), fillings, scarce)
      const terms = (factor: (pattern: Pattern) => number) =>
        m.patterns.flatMap((pattern): Term[] => {
          const many = timesAt(pattern, length) * factor(pattern)
          return many ? [[pattern.column, many]] : []
        })
      const taken = terms(each)
      if (taken.length) m.b.atMost([...taken, ...boards(most)], 0)
      // What is left over on a board is not cut at will: what takes more than half of it comes once on a board, and so on.
      if (spare > 0)
        for (const share of SHARES) {
          const parts = terms((pattern) => share(Math.min(1, aboveLeast(scarce, pattern) / spare)))
          if (parts.length > 1) m.b.atMost([...parts, ...boards(1)], 0)
        }
    })
  }
}
