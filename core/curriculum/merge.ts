import { equalDocuments } from '../kernel/merge-documents'
import { libraryFaults } from './library-rules'
import type { Syllabus } from './syllabus'
import { fault, type Fault } from '../kernel/faults'
import type { Item } from './item'
import { byId, cycleInWords, findCycle, unmetFaults } from './prerequisites'

/** What a file would do to a library, item by item, before anything is done: added, changed, the same, or refused and why. */

export type Outcome = 'added' | 'changed' | 'same' | 'refused'

export interface Incoming {
  /** Where it stands in its file: a row of a CSV, counted from 1 with the header as row 1, or a place in a list. */
  row: number
  name: string
  item: Item | undefined
  faults: Fault[]
}

export interface PreviewRow {
  row: number
  id: string
  name: string
  outcome: Outcome
  /** The fields that would change. */
  changes: string[]
  faults: Fault[]
}

export interface Preview {
  rows: PreviewRow[]
  counts: Record<Outcome, number>
  /** What would be written: the added and the changed; empty while anything is refused. */
  write: Item[]
}

/** The names of the fields in which two items differ. */
export function changedFields(before: Item, after: Item): string[] {
  const fields = new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof Item>
  return [...fields].filter((field) => !equalDocuments(before[field], after[field]))
}

/**
 * Lays incoming items over a library, by the rules the server goes by. All or nothing: while a row is refused, nothing would be written. Reading the same
 * file again finds everything the same.
 */
export function previewImport(
  library: Iterable<Item>,
  incoming: readonly Incoming[],
  syllabus: Syllabus = [],
): Preview {
  const existing = byId(library)
  const merged = new Map(existing)
  const seen = new Map<string, number>()
  const faultsOfRow = incoming.map(({ row, item, faults }) => {
    if (!item) return faults
    const first = seen.get(item.id)
    if (first !== undefined) return [...faults, fault(['id'], `"${item.id}" is in row ${first} already`)]
    seen.set(item.id, row)
    if (faults.length === 0) merged.set(item.id, item)
    return faults
  })
  incoming.forEach(({ item }, n) => {
    if (item && faultsOfRow[n]?.length === 0) faultsOfRow[n] = unmetFaults(item, merged)
  })
  refuseLostLayers(existing, merged, syllabus, incoming, faultsOfRow)
  refuseCycle(merged, incoming, faultsOfRow)
  const rows = incoming.map(({ row, name, item }, n): PreviewRow => {
    const faults = faultsOfRow[n] ?? []
    const before = item && existing.get(item.id)
    const changes = item && before ? changedFields(before, item) : []
    const outcome =
      faults.length || !item ? 'refused' : !before ? 'added' : changes.length ? 'changed' : 'same'
    return { row, id: item?.id ?? '', name, outcome, changes, faults }
  })
  const counts: Preview['counts'] = { added: 0, changed: 0, same: 0, refused: 0 }
  for (const { outcome } of rows) counts[outcome]++
  const write = incoming.flatMap(({ item }, n) => {
    const outcome = rows[n]?.outcome
    return item && (outcome === 'added' || outcome === 'changed') ? [item] : []
  })
  return { rows, counts, write: counts.refused ? [] : write }
}

/** Layers that the syllabus or another item asks for cannot be cut off: the rule the server goes by. */
function refuseLostLayers(
  existing: ReadonlyMap<string, Item>,
  merged: ReadonlyMap<string, Item>,
  syllabus: Syllabus,
  incoming: readonly Incoming[],
  faultsOfRow: Fault[][],
): void {
  const fewer = incoming.flatMap(({ item }) =>
    item && item.layers.length < (existing.get(item.id)?.layers.length ?? 0) ? [item] : [],
  )
  const faults = libraryFaults(fewer, merged, syllabus).filter(({ path }) => path === 'layers')
  incoming.forEach(({ item }, n) => {
    const own = faults.filter((one) => one.item === item?.id).map(({ path, message }) => ({ path, message }))
    if (own.length && faultsOfRow[n]?.length === 0) faultsOfRow[n] = own
  })
}

/** A circle is refused in every row that stands in it. */
function refuseCycle(
  merged: ReadonlyMap<string, Item>,
  incoming: readonly Incoming[],
  faultsOfRow: Fault[][],
): void {
  const cycle = findCycle(merged)
  if (!cycle) return
  const within = new Set(cycle.map(({ item }) => item))
  const told = fault(['prerequisites'], `go in a circle: ${cycleInWords(cycle, merged)}`)
  incoming.forEach(({ item }, n) => {
    if (item && within.has(item.id) && faultsOfRow[n]?.length === 0) faultsOfRow[n] = [told]
  })
}
