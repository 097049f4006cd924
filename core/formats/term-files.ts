import { writeTable } from '../kernel/csv-cells'

/** The plan of a term as files: a row for what of an item comes in a class, and the same as lines of a calendar. */

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

export const termLine = ({ group, item, minutes }: TermRow): string => `${group}: ${item}, ${minutes} min`
