import { dayAfter } from '../kernel/days'
import type { Placed } from './placed'
import { planPortions } from './portions'
import type { TermFile } from './term'

/** What would mend a group that is short before the grading, each with what would then be short. */
export interface Remedies {
  /** Minutes short as it stands. */
  shortMin: number
  /** One class more. */
  addClass: number
  /** The item by whose leaving out least is short. */
  drop: { item: string; shortMin: number } | undefined
  /** The grading a week, or two weeks, later. */
  later: { days: number; shortMin: number }[]
}

/** So many of the items that are short are tried to be left out. */
const TRIED = 4
const LATER = [7, 14]

/**
 * @param extra the minutes and day of the class that might be added
 * @param after the classes from the grading day on, should it be later
 * @param placed what was put on a class by hand, which stays there
 */
export function remediesFor(
  term: TermFile,
  group: string,
  extra: TermFile['classes'][number],
  after: (days: number) => TermFile['classes'],
  placed: readonly Placed[] = [],
): Remedies {
  const mine = term.groups.filter(({ id }) => id === group)
  const short = (changed: Partial<TermFile>) =>
    planPortions({ ...term, groups: mine, ...changed }, placed).groups.reduce(
      (sum, one) => sum + one.shortMin,
      0,
    )
  const items = planPortions({ ...term, groups: mine }, placed).groups[0]?.items ?? []
  const [drop] = items
    .filter(({ shortMin }) => shortMin > 0)
    .sort((a, b) => b.shortMin - a.shortMin)
    .slice(0, TRIED)
    .map(({ item }) => ({
      item,
      shortMin: short({
        groups: mine.map((one) => ({ ...one, items: one.items.filter((other) => other.item !== item) })),
      }),
    }))
    .sort((a, b) => a.shortMin - b.shortMin)
  return {
    shortMin: short({}),
    addClass: short({ classes: [...term.classes, extra] }),
    drop,
    later: LATER.map((days) => ({
      days,
      shortMin: short({
        grading: dayAfter(term.grading, days),
        classes: [...term.classes, ...after(days)],
      }),
    })),
  }
}
