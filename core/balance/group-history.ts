import type { Expected } from '../checks/club-facts'
import { isGood } from '../people/marks'

/** What some students have of an item behind them. */
export interface GroupHistory {
  /** How many have had it at all. */
  had: number
  of: number
  /** The last day on which any of them practised it. */
  last: string | undefined
  /** The most days any of them practised it on. */
  days: number
  /** How many have a mark that is not good. */
  poor: number
}

export function groupHistory(item: string, students: readonly Pick<Expected, 'practised'>[]): GroupHistory {
  const had = students.flatMap(({ practised }) => practised.get(item) ?? [])
  return {
    had: had.length,
    of: students.length,
    last: had.reduce<string | undefined>(
      (last, one) => (!last || one.last > last ? one.last : last),
      undefined,
    ),
    days: Math.max(0, ...had.map(({ days }) => days)),
    poor: had.filter(({ mark }) => mark !== undefined && !isGood(mark)).length,
  }
}
