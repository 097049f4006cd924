import type { WorkLength } from '../beats'
import { patternsOf, timesAt, type ModelParts, type Pattern } from '../model-parts'
import type { Term } from '../programme'
import { scarceIn, type Scarce } from '../scarce'
import { fullestFillings, type Filling } from './fillings'

/** Floor and kit. */

/** Something there is only so much of, with what each group's items take of it: every amount once, the least first. */
export interface ScarceAmounts extends Scarce {
  amounts: readonly (readonly number[])[]
}

export function amountsIn(m: ModelParts): ScarceAmounts[] {
  return scarceIn(m.q.club, m.q.groups).map((scarce) => ({
    ...scarce,
    amounts: m.q.groups.map(({ index }) => {
      const taken = patternsOf(m, index).map(({ candidate }) => scarce.each(candidate))
      const found = [...new Set(taken)].sort((a, b) => a - b)
      return found.length ? found : [0]
    }),
  }))
}

/** What is left of it when every group takes the least it can, and what an item takes of that. */
const spareOf = ({ amounts, most }: ScarceAmounts) =>
  most - amounts.reduce((sum, [least = 0]) => sum + least, 0)
const aboveLeast = ({ amounts, each }: ScarceAmounts, { candidate }: Pattern) =>
  each(candidate) - (amounts[candidate.group]?.[0] ?? 0)

/** Those to whom one thing is shown are there together, and the others beside them: the hall and the kit are for all of them at once. */
export function allOnOneBoard(
  m: ModelParts,
  patterns: readonly Pattern[],
  things: readonly ScarceAmounts[],
): void {
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
  { amounts, each }: ScarceAmounts,
): void {
  const columns = fillings.map(() => m.b.amount(0, Infinity))
  m.b.equal([...columns.map((column): Term => [column, 1]), ...boards], 0)
  m.q.groups.forEach(({ index }, g) => {
    const mine = patternsOf(m, index).filter((pattern) => timesAt(pattern, length) > 0)
    amounts[g]?.forEach((amount, n) => {
      // The least of it fits everywhere.
      if (n === 0) return
      const taken = mine.filter(({ candidate }) => each(candidate) >= amount)
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
export function keepToTheHall(m: ModelParts, things: readonly ScarceAmounts[]): void {
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
      const taken = terms(({ candidate }) => each(candidate))
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
