import { fault, faultsOf, type Fault } from '../kernel/faults'
import { readNumber, readTable, writeTable } from '../kernel/csv-cells'
import { spokenName, type Item } from './item'
import type { Ladder } from './ladder'
import { syllabusEntrySchema, type Syllabus, type SyllabusEntry } from './syllabus'

/** A syllabus as CSV, one entry per row: rank and item by id or by name. */

export const SYLLABUS_HEADERS = ['rank', 'item', 'layer', 'target', 'unit', 'asks', 'part']

export function writeSyllabusCsv(syllabus: Syllabus): string {
  return writeTable(
    SYLLABUS_HEADERS,
    syllabus.map(({ rank, item, layer, target, asks, part }) => [
      rank,
      item,
      String(layer),
      target ? String(target.amount) : '',
      target?.unit ?? '',
      asks ?? '',
      part ?? '',
    ]),
  )
}

export interface SyllabusRow {
  row: number
  /** What the row says, in its own words. */
  name: string
  entry: SyllabusEntry | undefined
  outcome: 'added' | 'changed' | 'same' | 'refused'
  faults: Fault[]
}

export interface SyllabusPreview {
  rows: SyllabusRow[]
  counts: Record<SyllabusRow['outcome'], number>
  /** The syllabus as it would be; nothing while a row is refused. */
  syllabus: Syllabus | undefined
}

/** Ids and names, without regard to case, to the id. */
function finder(
  entries: Iterable<readonly [id: string, names: readonly string[]]>,
): (text: string) => string | undefined {
  const found = new Map<string, string>()
  const all = [...entries]
  for (const [id, names] of all) for (const name of names) found.set(name.trim().toLowerCase(), id)
  for (const [id] of all) found.set(id, id)
  return (text) => found.get(text.trim().toLowerCase())
}

/**
 * Lays the rows of a CSV over a syllabus: a rank and item that stand there are changed, others added, nothing taken away.
 * All or nothing: one refused row, and the syllabus stays.
 */
export function previewSyllabusCsv(
  text: string,
  ladder: Ladder,
  items: readonly Item[],
  syllabus: Syllabus,
): { ok: true; preview: SyllabusPreview } | { ok: false; wrong: string } {
  const table = readTable(text)
  if ('wrong' in table) return { ok: false, wrong: table.wrong }
  const missing = ['rank', 'item'].find((header) => !table.headers.includes(header))
  if (missing)
    return {
      ok: false,
      wrong: `The column "${missing}" is missing. The columns are: ${SYLLABUS_HEADERS.join(', ')}.`,
    }
  const unknown = table.headers.find((header) => !SYLLABUS_HEADERS.includes(header))
  if (unknown)
    return {
      ok: false,
      wrong: `There is no column "${unknown}". The columns are: ${SYLLABUS_HEADERS.join(', ')}.`,
    }
  const rankOf = finder(ladder.ranks.map(({ id, name }) => [id, [name]]))
  const itemOf = finder(items.map((item) => [item.id, [...item.aliases, item.name]]))
  const known = new Map(items.map((item) => [item.id, item]))
  const merged = new Map(syllabus.map((entry) => [`${entry.rank} ${entry.item}`, entry]))
  const seen = new Map<string, number>()

  const rows = table.rows.map(({ row, cells, surplus }): SyllabusRow => {
    const { entry, faults } = readRow(cells, rankOf, itemOf, known)
    if (surplus !== undefined) faults.push(fault([], surplus))
    const name = `${cells.rank ?? ''}: ${cells.item ?? ''}`
    if (!entry || faults.length) return { row, name, entry, outcome: 'refused', faults }
    const key = `${entry.rank} ${entry.item}`
    const first = seen.get(key)
    if (first !== undefined)
      return {
        row,
        name,
        entry,
        outcome: 'refused',
        faults: [fault(['item'], `stands in row ${first} already`)],
      }
    seen.set(key, row)
    const before = merged.get(key)
    merged.set(key, entry)
    const outcome = !before ? 'added' : sameEntry(before, entry) ? 'same' : 'changed'
    return { row, name, entry, outcome, faults: [] }
  })
  const counts: SyllabusPreview['counts'] = { added: 0, changed: 0, same: 0, refused: 0 }
  for (const { outcome } of rows) counts[outcome]++
  return { ok: true, preview: { rows, counts, syllabus: counts.refused ? undefined : [...merged.values()] } }
}

function readRow(
  cells: Record<string, string>,
  rankOf: (text: string) => string | undefined,
  itemOf: (text: string) => string | undefined,
  known: ReadonlyMap<string, Item>,
): { entry: SyllabusEntry | undefined; faults: Fault[] } {
  const faults: Fault[] = []
  const text = (name: string) => cells[name]?.trim() || undefined
  const rank = rankOf(cells.rank ?? '')
  const itemId = itemOf(cells.item ?? '')
  if (!rank) faults.push(fault(['rank'], `"${cells.rank ?? ''}" is not a rank of the ladder`))
  if (!itemId) faults.push(fault(['item'], `"${cells.item ?? ''}" is not in the library`))
  const amount = text('target')
  const unit = text('unit')?.toLowerCase() ?? 'reps'
  const read = syllabusEntrySchema.safeParse({
    rank: rank ?? 'none',
    item: itemId ?? 'none',
    ...(text('layer') ? { layer: readNumber(text('layer') ?? '') } : {}),
    ...(amount ? { target: { unit, amount: readNumber(amount) } } : {}),
    ...(text('asks') ? { asks: text('asks') } : {}),
    ...(text('part') ? { part: text('part') } : {}),
  })
  if (!read.success) return { entry: undefined, faults: [...faults, ...faultsOf(read.error)] }
  const item = itemId ? known.get(itemId) : undefined
  if (item && read.data.layer > item.layers.length)
    faults.push(fault(['layer'], `${spokenName(item)} has only ${item.layers.length} layers`))
  return { entry: faults.length ? undefined : read.data, faults }
}

function sameEntry(a: SyllabusEntry, b: SyllabusEntry): boolean {
  return (
    a.layer === b.layer &&
    a.asks === b.asks &&
    a.part === b.part &&
    a.target?.unit === b.target?.unit &&
    a.target?.amount === b.target?.amount
  )
}
