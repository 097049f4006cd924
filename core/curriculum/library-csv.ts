import { fault, type Fault } from '../kernel/faults'
import { freshId } from '../kernel/ids'
import { readEntries, readNumber, readTable, readYesNo, writeEntries, writeTable } from '../kernel/csv-cells'
import { OF_A_LAYER, type Item, type Move } from './item'
import {
  figure,
  keeping,
  lines,
  orNone,
  plain,
  records,
  regions,
  under,
  word,
  type Column,
  type Raw,
} from './library-columns'
import { CALLS, LINKS, linksUnder } from './rep-columns'
import { readItem } from './item-rules'
import type { Incoming } from './merge'

/** The library as CSV, one item a row. A column is a line here; `docs/formats.md` documents them. */

const MOVE_PARTS = ['name', 'stance', 'hand', 'towards', 'steps', 'counts', 'shout'] as const
const MOVE_NUMBERS: readonly string[] = ['towards', 'steps', 'counts']

const MOVES = under(
  'moves',
  'sections',
  'moves',
  ({ moves = [] }) =>
    (moves as Move[]).map((move) =>
      MOVE_PARTS.map((part) => (part === 'shout' ? (move.shout ? 'yes' : '') : move[part])),
    ),
  (values) =>
    Object.fromEntries(
      MOVE_PARTS.flatMap((part, p): [string, unknown][] => {
        const value = values[p]
        if (!value) return []
        if (part === 'shout') return [[part, readYesNo(value)]]
        return [[part, MOVE_NUMBERS.includes(part) ? readNumber(value) : value]]
      }),
    ),
)

const LAYER_STEPS = under(
  'layer steps',
  'layers',
  'steps',
  ({ steps = [] }) => (steps as string[]).map((step) => [step]),
  (values) => values.join(' | '),
)

const HELPER_PARTS = ['does', 'height', 'angle', 'when', 'watch', 'safety', 'forParents'] as const

/** Entries `layer | what | value`: `2 | jumps | 1`, `2 | demand hips | 3`, `3 | hazard | …`, `3 | helper does | …`. */
const LAYER_FIGURES: Column = {
  header: 'layer figures',
  field: 'layers',
  write: (item) =>
    writeEntries(
      item.layers.flatMap((layer, n) =>
        OF_A_LAYER.flatMap((what) => {
          const value = layer[what]
          if (value === undefined) return []
          if (typeof value !== 'object') return [[n + 1, what, value]]
          return Object.entries(value).map(([part, one]) => [n + 1, `${what} ${part}`, one])
        }),
      ),
    ),
  read(cell, raw) {
    const entries = readEntries(cell).map(([number = '', what = '', ...said]) => ({
      of: readNumber(number),
      path: what.split(' '),
      value: said.join(' | '),
    }))
    return ((raw.layers ?? []) as Raw[]).map((layer, n) => {
      const next: Raw = Object.fromEntries(
        Object.entries(layer).filter(([name]) => !(OF_A_LAYER as readonly string[]).includes(name)),
      )
      for (const {
        of,
        path: [what = '', part],
        value,
      } of entries) {
        if (of !== n + 1) continue
        const told = what === 'jumps' || what === 'demand' ? readNumber(value) : value
        next[what] = part ? { ...(next[what] as Raw | undefined), [part]: told } : told
      }
      return next
    })
  },
}

const COLUMNS: Column[] = [
  plain('name', 'name'),
  lines('aliases', 'aliases'),
  plain('preferred', 'preferred'),
  word('category', 'category'),
  figure('sides', 'sides'),
  word('partner', 'partner'),
  plain('solo form', 'soloForm'),
  keeping(['steps', 'links', ...OF_A_LAYER], {
    header: 'layers',
    field: 'layers',
    write: (item) => writeEntries(item.layers.map(({ name, change, points }) => [name, change, ...points])),
    read: (cell) =>
      readEntries(cell).map(([name, change, ...points]) => ({
        name,
        ...(change ? { change } : {}),
        points: points.filter(Boolean),
      })),
  }),
  lines('key points', 'keyPoints'),
  records('faults', 'faults', ['fault', 'correction']),
  records('prerequisites', 'prerequisites', ['item', 'layer', 'from'], ['layer', 'from']),
  regions('demand', 'demand'),
  regions('prepares', 'prepares'),
  figure('intensity', 'intensity'),
  figure('jumps', 'jumps'),
  word('contact', 'contact'),
  {
    header: 'head contact',
    field: 'headContact',
    write: (item) => (item.headContact ? 'yes' : 'no'),
    read: readYesNo,
  },
  records('kit', 'kit', ['name', 'each', 'count'], ['count']),
  figure('footprint m2', 'footprintM2'),
  plain('hazard', 'hazard'),
  {
    header: 'rep seconds',
    field: 'repSec',
    write: ({ repSec }) => (repSec ? `${repSec.teach} | ${repSec.full}` : ''),
    read: (cell) => {
      const [teach, full] = readEntries(cell)[0] ?? []
      return teach === undefined ? undefined : { teach: readNumber(teach), full: readNumber(full ?? teach) }
    },
  },
  keeping(['moves'], records('sections', 'sections', ['name', 'sec'], ['sec'])),
  MOVES,
  lines('steps', 'steps'),
  LAYER_STEPS,
  LAYER_FIGURES,
  keeping(
    ['links', 'instead'],
    records('ladder', 'ladder', ['title', 'does', 'partner', 'allowed', 'distance', 'solo', 'contact']),
    'title',
  ),
  orNone(records('parts', 'parts', ['technique', 'layer', 'times', 'side'], ['layer', 'times'])),
  LINKS,
  linksUnder('layer links', 'layers'),
  linksUnder('rung links', 'ladder'),
  CALLS,
  orNone(records('instead', 'instead', ['if', 'do', 'technique', 'layer'], ['layer'])),
  {
    header: 'helper',
    field: 'helper',
    write: ({ helper }) =>
      writeEntries(HELPER_PARTS.flatMap((part) => (helper?.[part] ? [[part, helper[part]]] : []))),
    read: (cell) => {
      const entries = readEntries(cell).map(([part = '', ...said]) => [part, said.join(' | ')])
      return entries.length ? Object.fromEntries(entries) : undefined
    },
  },
  plain('meets', 'meets'),
  plain('why', 'why'),
  orNone(records('references', 'references', ['title', 'where', 'fromSec'], ['fromSec'])),
]

export const LIBRARY_HEADERS = ['id', ...COLUMNS.map(({ header }) => header)]

/** A library as CSV text; read again it is the same library. */
export function writeLibraryCsv(items: readonly Item[]): string {
  return writeTable(
    LIBRARY_HEADERS,
    items.map((item) => [item.id, ...COLUMNS.map((column) => column.write(item))]),
  )
}

/** What a new item has where the file says nothing of it, as one that is added by hand. */
const FRESH: Raw = { layers: [{ name: 'As it is' }] }
const inOneCase = (name: string) => name.trim().toLowerCase()

/** A fault of a field is told under the column it came from. */
function asColumn({ path, message }: Fault): Fault {
  const field = /^\w+/.exec(path)?.[0]
  const column = COLUMNS.find((one) => one.field === field)
  return { path: column ? path.replace(field ?? '', column.header) : path, message }
}

export type ReadRows = { ok: true; incoming: Incoming[] } | { ok: false; wrong: string }

/**
 * Rows of a CSV as items. A row belongs to the item with its id, else with its name or alias, else it is a new one; an item that was known
 * by an alias keeps its name. A column that is not in the file leaves what an item has; an empty cell takes the default. A name that
 * stands in two rows is refused the second time, and so are cells for which there is no column.
 *
 * @param onRow told after each row, for a progress bar
 */
export function readLibraryCsv(
  text: string,
  library: readonly Item[],
  onRow: (done: number, of: number) => void = () => undefined,
): ReadRows {
  const table = readTable(text)
  if ('wrong' in table) return { ok: false, wrong: table.wrong }
  const unknown = table.headers.filter((header) => !LIBRARY_HEADERS.includes(header))
  if (unknown.length)
    return {
      ok: false,
      wrong: `There is no column "${unknown[0]}". The columns are: ${LIBRARY_HEADERS.join(', ')}.`,
    }
  if (!table.headers.includes('name') && !table.headers.includes('id'))
    return { ok: false, wrong: 'A column "name" or "id" is needed to know the items by.' }
  const named = new Map(
    library.flatMap((item) => [...item.aliases, item.name].map((name) => [inOneCase(name), item] as const)),
  )
  const known = new Map(library.map((item) => [item.id, item]))
  const columns = COLUMNS.filter(({ header }) => table.headers.includes(header))
  const taken = new Set(known.keys())
  const rowOf = new Map<string, number>()
  const incoming = table.rows.map(({ row, cells, surplus }, n): Incoming => {
    const [id, name] = [cells.id?.trim() ?? '', cells.name?.trim() ?? '']
    const before = known.get(id) ?? (id ? undefined : named.get(inOneCase(name)))
    const raw: Raw = { ...(before ?? FRESH) }
    for (const { header, field, read } of columns) {
      const value = read(cells[header] ?? '', raw)
      if (value !== undefined) raw[field] = value
      else if (!before && field in FRESH) raw[field] = FRESH[field]
      else delete raw[field]
    }
    if (before && !id && inOneCase(name) !== inOneCase(before.name)) raw.name = before.name
    raw.id = before?.id ?? (id || freshId(String(raw.name ?? ''), taken, 'item'))
    taken.add(String(raw.id))
    const item = readItem(raw)
    onRow(n + 1, table.rows.length)
    // An id and a name may be spelled alike and mean two items.
    const itemId = before?.id ?? id
    const key = itemId ? `id ${itemId}` : `name ${inOneCase(name)}`
    const first = itemId || name ? rowOf.get(key) : undefined
    if (first === undefined) rowOf.set(key, row)
    const faults = [
      ...(first === undefined
        ? []
        : [fault([id ? 'id' : 'name'], `"${id || name}" is in row ${first} already`)]),
      ...(surplus === undefined ? [] : [fault([], surplus)]),
      ...(item.ok ? [] : item.faults.map(asColumn)),
    ]
    return {
      row,
      name: String(raw.name ?? raw.id),
      item: item.ok && faults.length === 0 ? item.item : undefined,
      faults,
    }
  })
  return { ok: true, incoming }
}
