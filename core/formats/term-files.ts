import ical, { ICalEventStatus } from 'ical-generator'
import { writeTable } from '../kernel/csv-cells'
import { inOneLine } from './line-ends'

/** The plan of a term as files: a table, and a calendar. */

export interface TermRow {
  day: string
  group: string
  item: string
  minutes: number
}

export const TERM_HEADERS = ['day', 'group', 'item', 'minutes']

export const termCsv = (rows: readonly TermRow[]): string =>
  writeTable(
    TERM_HEADERS,
    rows.map(({ day, group, item, minutes }) => [day, group, item, minutes]),
  )

export interface TermEvent {
  /** Stays the same when the term is written out again. */
  uid: string
  /** The first bow, in ms since 1970. */
  startsAt: number
  lengthMin: number
  title: string
  rows: readonly TermRow[]
}

/** @param now when the file is written, in ms since 1970 */
export function termCalendar(
  events: readonly TermEvent[],
  { club, place, now }: { club: string; place: string; now: number },
): string {
  const calendar = ical({
    name: inOneLine(club),
    prodId: { company: 'golden-lintel', product: 'golden-lintel', language: 'EN' },
  })
  for (const { uid, startsAt, lengthMin, title, rows } of events)
    calendar.createEvent({
      id: uid,
      stamp: new Date(now),
      start: new Date(startsAt),
      end: new Date(startsAt + lengthMin * 60_000),
      summary: inOneLine(title),
      location: [club, place].filter(Boolean).map(inOneLine).join(', '),
      description: rows
        .map(({ group, item, minutes }) => inOneLine(`${group}: ${item}, ${minutes} min`))
        .join('\n'),
      status: ICalEventStatus.CONFIRMED,
    })
  return calendar.toString()
}
