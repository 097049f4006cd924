import { weekdayOf } from '../curriculum/class-days'
import { dayAfter, weekOf } from '../kernel/days'
import { WEEKDAYS, type Weekday } from '../curriculum/settings'

/** How somebody comes to class: rate, streak, weekdays, weeks against the club's minimum. */

/** How a student stood at a class that is over. */
export const STOODS = ['there', 'home', 'excused', 'away'] as const
export type Stood = (typeof STOODS)[number]

export interface Attended {
  /** YYYY-MM-DD. */
  day: string
  stood: Stood
}

export interface AttendanceFigures {
  /** Classes that were held while they were on the roster. */
  held: number
  there: number
  home: number
  excused: number
  /** Of the classes they were not excused from, those they took part in; nothing where there was none. */
  rate: number | undefined
  /** Classes in a row up to the last one; excused ones neither count nor break it. */
  streak: number
  longest: number
  byWeekday: { weekday: Weekday; held: number; there: number }[]
  /** The last weeks, the newest last: the Monday, how often they came, how many were held. */
  weeks: { monday: string; there: number; held: number }[]
  lastThere: string | undefined
}

const WEEKS = 8
export const tookPart = ({ stood }: Attended) => stood === 'there' || stood === 'home'
/**
 * @param classes in the order they were held
 * @param today the club's day: the last of the weeks is the one it lies in
 */
export function attendanceFigures(classes: readonly Attended[], today: string): AttendanceFigures {
  const count = (stood: Stood) => classes.filter((one) => one.stood === stood).length
  const [there, home, excused] = [count('there'), count('home'), count('excused')]
  const open = classes.length - excused
  let [streak, longest] = [0, 0]
  for (const one of classes) {
    if (one.stood === 'excused') continue
    streak = tookPart(one) ? streak + 1 : 0
    longest = Math.max(longest, streak)
  }
  const mondays = Array.from({ length: WEEKS }, (_, n) => dayAfter(weekOf(today), (n + 1 - WEEKS) * 7))
  const among = (some: readonly Attended[]) => ({ held: some.length, there: some.filter(tookPart).length })
  return {
    held: classes.length,
    there,
    home,
    excused,
    rate: open > 0 ? (there + home) / open : undefined,
    streak,
    longest,
    byWeekday: WEEKDAYS.map((weekday) => ({
      weekday,
      ...among(classes.filter(({ day }) => weekdayOf(day) === weekday)),
    })).filter(({ held }) => held > 0),
    weeks: mondays.map((monday) => ({
      monday,
      ...among(classes.filter(({ day }) => weekOf(day) === monday)),
    })),
    lastThere: classes.filter(tookPart).at(-1)?.day,
  }
}

/** Whole weeks before this one in which somebody came fewer times than the club's minimum, though that many classes were held. */
export const weeksUnder = ({ weeks }: Pick<AttendanceFigures, 'weeks'>, minimum: number): number =>
  minimum === 0
    ? 0
    : weeks.slice(-5, -1).filter(({ there, held }) => held >= minimum && there < minimum).length
