import { createHash } from 'node:crypto'
import { TZDate } from '@date-fns/tz'
import { format } from 'date-fns'

/** The club's day, YYYY-MM-DD, at a moment. */
export function dayIn(zone: string, now: number): string {
  return format(new TZDate(now, zone), 'yyyy-MM-dd')
}

/** The moment, ms since 1970, of a day and clock time in a zone. */
export function momentOf(zone: string, day: string, time: string): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number)
  const [hour = 0, minute = 0] = time.split(':').map(Number)
  return new TZDate(year, month - 1, date, hour, minute, 0, 0, zone).getTime()
}

/** What stands for a club in the ids of its calendar entries: the same for ever, and not its id. */
export const calendarOf = (clubId: string): string =>
  createHash('sha256').update(`calendar of ${clubId}`).digest('hex').slice(0, 12)
