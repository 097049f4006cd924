import { TZDate } from '@date-fns/tz'

/** The moment (ms since 1970) of a clock time `18:30` on a day `2026-11-26`, on the club's own clock. */
export function momentOf(day: string, clock: string, zone: string): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number)
  const [hour = 0, minute = 0] = clock.split(':').map(Number)
  return new TZDate(year, month - 1, date, hour, minute, 0, zone).getTime()
}
