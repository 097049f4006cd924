import { daysBetween } from '../kernel/days'
import type { Placed } from './placed'
import type { TermFile } from './term'

/** One group's term as the working out of it looks at it: items and classes by number, days as whole numbers. */

export interface AskedItem {
  /** Minutes asked of it, less what was put by hand. */
  need: number
  least: number
  most: number
  /** It needs more than one class gives of it, at the least; below that it comes once, whole. */
  isWhole: boolean
  /** Items that come no later than it does. */
  after: number[]
  /** Returns wanted of what is new. */
  returns: number
}

export interface AskedClass {
  date: string
  /** Whole days from today. */
  day: number
  minutes: number
  room: number
}

export interface TermQuestion {
  items: AskedItem[]
  classes: AskedClass[]
  /** The grading day, in whole days from today. */
  end: number
  /** Minutes put by hand, by item and class; nothing where it is free. */
  fixed: (number | undefined)[][]
}

/** How often what is new is wanted in all: a lesson and two returns. */
const MOST_RETURNS = 3

type TermGroup = TermFile['groups'][number]

/** The classes that count, from today on and before the grading; those of one day are one. */
function classesOf({ today, grading, classes }: TermFile): AskedClass[] {
  const byDate = new Map<string, AskedClass>()
  for (const { date, minutes, most } of classes) {
    if (date < today || date >= grading) continue
    const known = byDate.get(date)
    if (known) {
      known.minutes += minutes
      known.room = Math.max(known.room, most)
    } else byDate.set(date, { date, day: daysBetween(today, date), minutes, room: most })
  }
  return [...byDate.values()].sort((a, b) => a.day - b.day)
}

/** @param placed what was put on a class by hand for this group: it comes then, and just so much of it */
export function questionOf(term: TermFile, { items }: TermGroup, placed: readonly Placed[]): TermQuestion {
  const classes = classesOf(term)
  const put = new Map(placed.map(({ item, day, minutes }) => [`${item} ${day}`, minutes]))
  const fixed = items.map(({ item }) => classes.map(({ date }) => put.get(`${item} ${date}`)))
  const minutesPut = (row: readonly (number | undefined)[]) => row.reduce<number>((sum, n = 0) => sum + n, 0)
  const index = new Map(items.map(({ item }, i) => [item, i]))
  return {
    classes: classes.map((one, c) => ({
      ...one,
      minutes: Math.max(0, one.minutes - minutesPut(fixed.map((row) => row[c]))),
      room: Math.max(0, one.room - fixed.filter((row) => (row[c] ?? 0) > 0).length),
    })),
    items: items.map(({ needMin, leastMin, mostMin, after, new: isNew }, i) => {
      const need = Math.max(0, needMin - minutesPut(fixed[i] ?? []))
      return {
        need,
        least: leastMin,
        most: mostMin,
        isWhole: need < leastMin,
        after: after.flatMap((id) => {
          const before = index.get(id)
          return before === undefined || items[before]!.needMin === 0 ? [] : [before]
        }),
        returns: isNew ? Math.min(MOST_RETURNS, Math.floor(needMin / leastMin)) : 0,
      }
    }),
    end: daysBetween(term.today, term.grading),
    fixed,
  }
}

/** The most of an item in one class. */
export const mostOf = ({ isWhole, need, most }: AskedItem): number => (isWhole ? need : Math.min(most, need))
/** The least of it, where it comes at all. */
export const leastOf = ({ isWhole, need, least }: AskedItem): number => (isWhole ? need : least)
/** The most classes that it can have beside those put by hand. */
export const timesOf = ({ isWhole, need, least }: AskedItem): number =>
  isWhole ? Math.min(1, need) : Math.floor(need / least)
