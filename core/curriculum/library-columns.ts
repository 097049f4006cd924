import { readEntries, readNumber, writeEntries } from '../kernel/csv-cells'
import { REGIONS, type Item } from './item'

/** Columns of the library's CSV: how a field of an item is written into a cell, and read from it. */

export type Raw = Record<string, unknown>

export interface Column {
  header: string
  field: keyof Item
  write(item: Item): string
  /** The value of the field; undefined takes the default. `raw`: what the columns before it gave. */
  read(cell: string, raw: Raw): unknown
}

export const orNothing = (cell: string): string | undefined => (cell.trim() === '' ? undefined : cell.trim())
export const plain = (
  header: string,
  field: 'name' | 'preferred' | 'soloForm' | 'hazard' | 'meets' | 'why',
): Column => ({
  header,
  field,
  write: (item) => item[field] ?? '',
  read: orNothing,
})
export const word = (header: string, field: 'category' | 'partner' | 'contact'): Column => ({
  header,
  field,
  write: (item) => item[field],
  read: (cell) => orNothing(cell)?.toLowerCase(),
})
export const figure = (header: string, field: 'sides' | 'intensity' | 'jumps' | 'footprintM2'): Column => ({
  header,
  field,
  write: (item) => String(item[field] ?? ''),
  read: (cell) => (orNothing(cell) === undefined ? undefined : readNumber(cell)),
})
export const lines = (header: string, field: 'aliases' | 'keyPoints' | 'steps'): Column => ({
  header,
  field,
  write: (item) => writeEntries(item[field].map((line) => [line])),
  read: (cell) => readEntries(cell).map((parts) => parts.join(' | ')),
})
/** Entries whose parts become the named fields of a record, in their order. */
export const records = (
  header: string,
  field: 'prerequisites' | 'faults' | 'kit' | 'sections' | 'ladder' | 'parts' | 'instead' | 'references',
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
export const regions = (header: string, field: 'demand' | 'prepares'): Column => ({
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
export const orNone = (column: Column): Column => ({
  ...column,
  read: (cell, raw) => {
    const list = column.read(cell, raw) as unknown[]
    return list.length ? list : undefined
  },
})

/** A list whose entries keep what they hold that this column does not say, as long as they are called the same. */
export const keeping = (inside: readonly string[], column: Column, by = 'name'): Column => ({
  ...column,
  read(cell, raw) {
    const before = (raw[column.field] ?? []) as Raw[]
    return (column.read(cell, raw) as Raw[]).map((entry) => {
      const had = before.find((one) => one[by] === entry[by])
      const kept = inside.flatMap((field) => (had?.[field] === undefined ? [] : [[field, had[field]]]))
      return kept.length ? { ...entry, ...Object.fromEntries(kept) } : entry
    })
  },
})

/** Entries that belong to the sections or the layers, each after the number of the one it belongs to. */
export function under<F extends 'sections' | 'layers' | 'ladder'>(
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
