import { fault, type Fault } from '../kernel/faults'
import { freshId } from '../kernel/ids'
import { readEntries, readNumber, readTable, readYesNo, writeEntries, writeTable } from '../kernel/csv-cells'
import { OF_A_LAYER, REGIONS, type Item, type Move } from './item'
import { readItem } from './item-rules'
import type { Incoming } from './merge'

/** The library as CSV, one item a row. A column is a line here; `docs/formats.md` documents them. */

type Raw = Record<string, unknown>

interface Column {
  header: string
  field: keyof Item
  write(item: Item): string
  /** The value of the field; undefined takes the default. `raw`: what the columns before it gave. */
  read(cell: string, raw: Raw): unknown
}

const orNothing = (cell: string): string | undefined => (cell.trim() === '' ? undefined : cell.trim())
const plain = (
  header: string,
  field: 'name' | 'preferred' | 'soloForm' | 'hazard' | 'meets' | 'why',
): Column => ({
  header,
  field,
  write: (item) => item[field] ?? '',
  read: orNothing,
})
const word = (header: string, field: 'category' | 'partner' | 'contact'): Column => ({
  header,
  field,
  write: (item) => item[field],
  read: (cell) => orNothing(cell)?.toLowerCase(),
})
const figure = (header: string, field: 'sides' | 'intensity' | 'jumps' | 'footprintM2'): Column => ({
  header,
  field,
  write: (item) => String(item[field] ?? ''),
  read: (cell) => (orNothing(cell) === undefined ? undefined : readNumber(cell)),
})
const lines = (header: string, field: 'aliases' | 'keyPoints' | 'steps'): Column => ({
  header,
  field,
  write: (item) => writeEntries(item[field].map((line) => [line])),
  read: (cell) => readEntries(cell).map((parts) => parts.join(' | ')),
})
/** Entries whose parts become the named fields of a record, in their order. */
const records = (
  header: string,
  field: 'prerequisites' | 'faults' | 'kit' | 'sections' | 'ladder' | 'parts' | 'references',
  parts: readonly string[],
  numbers: readonly string[] = [],
): Column => ({
  header,
  field,
  write: (item) =>
    writeEntries(
      (item[field] ?? []).map((entry) => parts.map((part) => (entry as Raw)[part] as string | number)),
    ),
  read: (cell) =>
    readEntries(cell).map((values) =>
      Object.fromEntries(
        parts.flatMap((part, p) => {
          const value = values[p]
          return value === undefined || value === ''
            ? []
            : [[part, numbers.includes(part) ? readNumber(value) : value]]
        }),
      ),
    ),
})
const regions = (header: string, field: 'demand' | 'prepares'): Column => ({
  header,
  field,
  write: (item) =>
    REGIONS.flatMap((region) => (item[field][region] ? [`${region} ${item[field][region]}`] : [])).join('\n'),
  read: (cell) =>
    Object.fromEntries(
      cell
        .split(/[\n;]|,(?!\d)/)
        .map((entry) => entry.trim())
        .filter(Boolean)
        .map((entry) => {
          const [region = '', amount = ''] = entry.split(/\s+/)
          return [region.toLowerCase(), readNumber(amount)]
        }),
    ),
})

/** A list that is left out where there is nothing in it. */
const orNone = (column: Column): Column => ({
  ...column,
  read: (cell, raw) => {
    const list = column.read(cell, raw) as unknown[]
    return list.length ? list : undefined
  },
})

/** A list whose entries keep what they hold that this column does not say, as long as they are called the same. */
const keeping = (inside: readonly string[], column: Column): Column => ({
  ...column,
  read(cell, raw) {
    const before = (raw[column.field] ?? []) as Raw[]
    return (column.read(cell, raw) as Raw[]).map((entry) => {
      const had = before.find(({ name }) => name === entry.name)
      const kept = inside.flatMap((field) => (had?.[field] === undefined ? [] : [[field, had[field]]]))
      return kept.length ? { ...entry, ...Object.fromEntries(kept) } : entry
    })
  },
})

/** Entries that belong to the sections or the layers, each after the number of the one it belongs to. */
function under<F extends 'sections' | 'layers'>(
  header: string,
  field: F,
  inside: string,
  writeOne: (one: Raw) => (string | number | undefined)[][],
  readOne: (values: readonly string[]) => unknown,
): Column {
  return {
    header,
    field,
    write: (item) =>
      writeEntries(item[field].flatMap((one, n) => writeOne(one as Raw).map((parts) => [n + 1, ...parts]))),
    read(cell, raw) {
      const entries = readEntries(cell).map(([number = '', ...values]) => ({
        of: readNumber(number),
        entry: readOne(values),
      }))
      return ((raw[field] ?? []) as Raw[]).map((one, n) => {
        const { [inside]: _had, ...rest } = one
        const own = entries.filter(({ of }) => of === n + 1).map(({ entry }) => entry)
        return own.length ? { ...rest, [inside]: own } : rest
      })
    },
  }
}

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
  keeping(['steps', ...OF_A_LAYER], {
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
  records('ladder', 'ladder', ['title', 'does', 'partner', 'allowed', 'distance', 'solo', 'contact']),
  orNone(records('parts', 'parts', ['technique', 'layer', 'times', 'side'], ['layer', 'times'])),
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
