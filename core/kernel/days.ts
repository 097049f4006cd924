/** Days as `YYYY-MM-DD`, counted in UTC so that no zone moves one. */

const DAY_MS = 86_400_000
const DAYS_A_WEEK = 7

/** Whole days from one day to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS)

/** The day so many days after another; before it, below 0. */
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10)

/** Days since Monday, 0 to 6. */
export const sinceMonday = (day: string): number =>
  (new Date(day).getUTCDay() + DAYS_A_WEEK - 1) % DAYS_A_WEEK

/** The Monday of a day's week. */
export const weekOf = (day: string): string => dayAfter(day, -sinceMonday(day))
