/** Days gathered into weeks, which begin on Mondays. Days are `YYYY-MM-DD`, counted in UTC so that no zone moves one. */

const DAY_MS = 86_400_000
const DAYS_A_WEEK = 7

/** The Monday of a day's week. */
export function weekOf(day: string): string {
  const at = Date.parse(`${day}T00:00:00Z`)
  const sinceMonday = (new Date(at).getUTCDay() + DAYS_A_WEEK - 1) % DAYS_A_WEEK
  return new Date(at - sinceMonday * DAY_MS).toISOString().slice(0, 10)
}

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
  const last = Date.parse(`${weekOf(today)}T00:00:00Z`)
  for (
    let at = last;
    weeks.length < most && at >= Date.parse(`${first}T00:00:00Z`);
    at -= DAYS_A_WEEK * DAY_MS
  ) {
    const week = new Date(at).toISOString().slice(0, 10)
    weeks.unshift({ week, workMs: sums.get(week) ?? 0 })
  }
  return weeks
}
