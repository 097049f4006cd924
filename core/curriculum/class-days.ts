import { dayAfter, sinceMonday } from '../kernel/days'
import { WEEKDAYS, type ClubSettings, type Weekday } from './settings'

/** When a class is, and how long: day `2026-11-26`, first bow `18:30`. */
export interface ClassTimes {
  day: string
  startTime: string
  lengthMin: number
}

/**
 * The usual hour and length of a day's class, by the club's class days; on another day, the club's own. Of several classes in one day,
 * the first whose hour is not taken yet.
 *
 * @param day `2026-11-26`
 * @param taken hours at which there is a class that day already, `18:30`
 */
export function usualTimes(
  { classDays, startTime, lengthMin }: Pick<ClubSettings, 'classDays' | 'startTime' | 'lengthMin'>,
  day: string,
  taken: readonly string[] = [],
): Omit<ClassTimes, 'day'> {
  const name = weekdayOf(day)
  const that = classDays.filter((one) => one.day === name).sort((a, b) => a.start.localeCompare(b.start))
  const free = that.find(({ start }) => !taken.includes(start)) ?? that[0]
  return free ? { startTime: free.start, lengthMin: free.lengthMin } : { startTime, lengthMin }
}

/**
 * Under which the class of an hour stands in a calendar before it is planned; whoever plans it takes it over, so that it is one entry for ever.
 *
 * @param taken uids of classes: one that began at this hour and was moved has kept it
 */
export function slotUid(
  club: string,
  { day, startTime }: Pick<ClassTimes, 'day' | 'startTime'>,
  taken: ReadonlySet<string> = new Set(),
): string {
  const uid = (n: number) =>
    `${day}-${startTime.replace(':', '')}${n > 1 ? `-${n}` : ''}@${club}.golden-lintel`
  let n = 1
  while (taken.has(uid(n))) n++
  return uid(n)
}

/** The next class day from a day on, that day included; the day itself where the club has none. */
export function nextClassDay({ classDays }: Pick<ClubSettings, 'classDays'>, from: string): string {
  for (let n = 0; n < 7; n++) {
    const day = dayAfter(from, n)
    if (classDays.some((one) => one.day === weekdayOf(day))) return day
  }
  return from
}

export const weekdayOf = (day: string): Weekday => WEEKDAYS[sinceMonday(day)] ?? 'monday'
