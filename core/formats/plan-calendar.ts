import type { Plan } from '../plan/schema'
import { minutes } from '../kernel/time-text'
import { writeCalendar, type CalendarOf } from './calendar'
import { classLines, type Names } from './class-lines'

/** A dated class as an iCalendar file, its boards in the description. */
export function planCalendar(
  plan: Plan,
  names: Names,
  { uid, startsAt, ...of }: CalendarOf & { uid: string; startsAt: number },
): string {
  const boards = classLines(plan, names).map(({ clock, title, ms }) => `${clock} ${title} (${minutes(ms)})`)
  const { lengthMin, title, theme = '' } = plan
  return writeCalendar([{ uid, startsAt, lengthMin, title, lines: [theme, ...boards] }], of)
}
