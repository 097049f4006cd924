import { readEntries, readNumber, writeEntries } from '../kernel/csv-cells'
import type { Link } from '../plan/places'
import { under, type Column, type Raw } from './library-columns'

/** Columns for what a rep of an item is made of, and what is called while it is worked. */

const LINK_PARTS = ['say', 'by', 'side', 'technique', 'layer', 'times', 'beats', 'cue', 'oneOf'] as const
const LINK_NUMBERS: readonly string[] = ['layer', 'times', 'beats']
/** What a link has anyhow is not written. */
const USUAL: Raw = { by: 'A', side: 'same', layer: 1, times: 1, beats: 1 }

const writeLink = (link: Link): (string | number | undefined)[] =>
  LINK_PARTS.map((part) => {
    const value = link[part]
    return Array.isArray(value) ? value.join(' ') : value === USUAL[part] ? '' : (value as string | number)
  })
const readLink = (values: readonly string[]): Raw =>
  Object.fromEntries(
    LINK_PARTS.flatMap((part, p): [string, unknown][] => {
      const value = values[p]
      if (!value) return []
      if (part === 'oneOf') return [[part, value.split(' ')]]
      return [[part, LINK_NUMBERS.includes(part) ? readNumber(value) : value]]
    }),
  )
/** One link to an entry, `say | by | side | item | layer | times | beats | cue | one of`; what a link has anyhow is left out. */
export const LINKS: Column = {
  header: 'links',
  field: 'links',
  write: ({ links = [] }) => writeEntries(links.map(writeLink)),
  read: (cell) => {
    const links = readEntries(cell).map(readLink)
    return links.length ? links : undefined
  },
}
export const linksUnder = (header: string, field: 'layers' | 'ladder') =>
  under(header, field, 'links', ({ links = [] }) => (links as Link[]).map(writeLink), readLink)

const PACE_PARTS = ['order', 'least', 'most', 'tightenTo', 'feints', 'seed'] as const
const CALL_PARTS = ['say', 'answer', 'technique', 'layer', 'side'] as const
/** The first entry is the pace, `order | least | most | tightenTo | feints | seed`; each other is a call, `say | answer | item | layer | side`. */
export const CALLS: Column = {
  header: 'calls',
  field: 'calls',
  write: ({ calls }) =>
    calls
      ? writeEntries([
          PACE_PARTS.map((part) =>
            part === 'least' ? calls.everySec[0] : part === 'most' ? calls.everySec[1] : calls[part],
          ),
          ...calls.list.map((call) =>
            CALL_PARTS.map((part) => (part === 'layer' && call.layer === 1 ? '' : call[part])),
          ),
        ])
      : '',
  read(cell) {
    const [pace, ...calls] = readEntries(cell)
    if (!pace) return undefined
    const [order, least, most, ...rest] = pace
    const figures = (['tightenTo', 'feints', 'seed'] as const).flatMap((part, p): [string, unknown][] =>
      rest[p] ? [[part, readNumber(rest[p])]] : [],
    )
    const list = calls.map((values) =>
      Object.fromEntries(
        CALL_PARTS.flatMap((part, p): [string, unknown][] =>
          values[p] ? [[part, part === 'layer' ? readNumber(values[p]) : values[p]]] : [],
        ),
      ),
    )
    return {
      order,
      everySec: [readNumber(least ?? ''), readNumber(most ?? '')],
      ...Object.fromEntries(figures),
      list,
    }
  },
}
