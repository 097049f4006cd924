import type { Highs } from 'highs'
import { dayAfter } from '../kernel/days'
import { fewestAtBest } from './fewest'
import type { Placed } from './placed'
import { questionOf } from './question'
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

/** What might be changed: a class more, and the classes from the grading day on, should it be so many days later. */
export interface Changes {
  extra: TermFile['classes'][number]
  later: readonly { days: number; classes: TermFile['classes'] }[]
}

/** So many of the items that need most are tried to be left out. */
const TRIED = 4

/**
 * @param now seconds of a clock that goes on evenly
 * @param placed what was put on a class by hand, which stays there
 */
export function remediesFor(
  highs: Highs,
  term: TermFile,
  group: string,
  { extra, later }: Changes,
  now: () => number,
  placed: readonly Placed[] = [],
): Remedies {
  const mine = term.groups.find(({ id }) => id === group)
  if (!mine) throw new RangeError(`no group "${group}" in the term`)
  const put = placed.filter((one) => one.group === group)
  const short = (changed: Partial<TermFile>, items = mine.items) => {
    const question = questionOf({ ...term, ...changed }, { ...mine, items }, put)
    const asked = question.items.reduce((sum, { need }) => sum + need, 0)
    return Math.max(0, asked - fewestAtBest(highs, question, { timeLimitSec: 2, now }).given)
  }
  const without = (item: string) =>
    mine.items
      .filter((one) => one.item !== item)
      .map((one) => ({ ...one, after: one.after.filter((id) => id !== item) }))
  const [drop] = [...mine.items]
    .sort((a, b) => b.needMin - a.needMin)
    .slice(0, TRIED)
    .map(({ item }) => ({ item, shortMin: short({}, without(item)) }))
    .sort((a, b) => a.shortMin - b.shortMin)
  return {
    shortMin: short({}),
    addClass: short({ classes: [...term.classes, extra] }),
    drop,
    later: later.map(({ days, classes }) => ({
      days,
      shortMin: short({ grading: dayAfter(term.grading, days), classes: [...term.classes, ...classes] }),
    })),
  }
}
