import { differenceInCalendarDays, format, parseISO } from 'date-fns'

/** `Wednesday 25 November`. */
export const longDay = (day: string) => format(parseISO(day), 'EEEE d MMMM')
/** `Wed 25 Nov`. */
export const shortDay = (day: string) => format(parseISO(day), 'EEE d MMM')

/** `19 Feb 2026`: a day of whatever year. */
export const dayOfYear = (day: string) => format(parseISO(day), 'd MMM yyyy')
/** How a day stands to today: `Tonight` for an evening, `Tomorrow`, else the day's name. */
export function whenSaid(day: string, startTime: string, today: string): string {
  const away = differenceInCalendarDays(parseISO(day), parseISO(today))
  if (away === 0) return startTime >= '17:00' ? 'Tonight' : 'Today'
  if (away === 1) return 'Tomorrow'
  return 'The next class'
}

/** `2 days ago`. */
export function agoSaid(day: string, today: string): string {
  const away = differenceInCalendarDays(parseISO(today), parseISO(day))
  return away === 0 ? 'today' : away === 1 ? 'yesterday' : `${away} days ago`
}
