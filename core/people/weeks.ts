import { dayAfter, weekOf } from '../kernel/days'

/** Days gathered into weeks, which begin on Mondays. */

/** What each week amounts to, from the first with anything to that of `today`, the empty ones among them; at most the last `most`. */
export function byWeek(
  days: readonly { day: string; workMs: number }[],
  today: string,
  most: number,
): { week: string; workMs: number }[] {
  const sums = new Map<string, number>()
  for (const { day, workMs } of days) sums.set(weekOf(day), (sums.get(weekOf(day)) ?? 0) + workMs)
  const [first] = [...sums.keys()].sort()
  if (first === undefined) return []
  const weeks: { week: string; workMs: number }[] = []
  for (let week = weekOf(today); weeks.length < most && week >= weekOf(first); week = dayAfter(week, -7))
    weeks.unshift({ week, workMs: sums.get(week) ?? 0 })
  return weeks
}
