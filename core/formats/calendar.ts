import ical, { ICalEventStatus } from 'ical-generator'
import type { Plan } from '../plan/schema'
import { minutes } from '../kernel/time-text'
import { classLines, type Names } from './class-lines'
import { inOneLine } from './line-ends'

export interface DatedClass {
  /** Stays the same when the class is written out again, so that a calendar replaces it. */
  uid: string
  /** The planned first bow, in ms since 1970. */
  startsAt: number
  /** When the file is written, in ms since 1970. */
  now: number
  club: string
  place: string
}

/** A dated class as an iCalendar file, its boards in the description. */
export function planCalendar(
  plan: Plan,
  names: Names,
  { uid, startsAt, now, club, place }: DatedClass,
): string {
  const calendar = ical({
    name: inOneLine(club),
    prodId: { company: 'golden-lintel', product: 'golden-lintel', language: 'EN' },
  })
  const boards = classLines(plan, names).map(({ clock, title, ms }) =>
    inOneLine(`${clock} ${title} (${minutes(ms)})`),
  )
  calendar.createEvent({
    id: uid,
    stamp: new Date(now),
    start: new Date(startsAt),
    end: new Date(startsAt + plan.lengthMin * 60_000),
    summary: inOneLine(plan.title),
    location: [club, place].filter(Boolean).map(inOneLine).join(', '),
    description: [inOneLine(plan.theme ?? ''), ...boards].filter(Boolean).join('\n'),
    status: ICalEventStatus.CONFIRMED,
  })
  return calendar.toString()
}
