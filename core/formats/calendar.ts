import ical, { ICalEventStatus } from 'ical-generator'
import { inOneLine } from './line-ends'

/** Classes as an iCalendar file. */

export interface CalendarEvent {
  /** Stays the same when the class is written out again, so that a calendar replaces it. */
  uid: string
  /** The planned first bow, in ms since 1970. */
  startsAt: number
  lengthMin: number
  title: string
  /** Lines of its description. */
  lines: readonly string[]
}

/** Whose classes they are, and when the file is written, in ms since 1970. */
export interface CalendarOf {
  club: string
  place: string
  now: number
}

export function writeCalendar(events: readonly CalendarEvent[], { club, place, now }: CalendarOf): string {
  const calendar = ical({
    name: inOneLine(club),
    prodId: { company: 'golden-lintel', product: 'golden-lintel', language: 'EN' },
  })
  for (const { uid, startsAt, lengthMin, title, lines } of events)
    calendar.createEvent({
      id: uid,
      stamp: new Date(now),
      start: new Date(startsAt),
      end: new Date(startsAt + lengthMin * 60_000),
      summary: inOneLine(title),
      location: [club, place].filter(Boolean).map(inOneLine).join(', '),
      description: lines.map(inOneLine).filter(Boolean).join('\n'),
      status: ICalEventStatus.CONFIRMED,
    })
  const text = calendar.toString()
  return text.endsWith('\r\n') ? text : `${text}\r\n`
}
