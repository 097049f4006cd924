import { equalDocuments } from '~~/core/kernel/merge-documents'
import type { Fault } from '~~/core/kernel/faults'
import { pathParts } from '~~/core/kernel/said-fields'

/**
 * What of a document can be kept although some of its fields are at fault: those fields (of a list, the row) as they were. Nothing where a
 * fault is about the document as a whole, or where nothing else was changed.
 */
export function soundPart<T extends object>(value: T, before: T, faults: readonly Fault[]): T | undefined {
  const sound = { ...value } as Record<string, unknown>
  const rows = new Map<string, Set<number>>()
  for (const { path } of faults) {
    const [field, within] = pathParts(path)
    if (typeof field !== 'string' || field === '$' || !(field in value)) return undefined
    if (typeof within === 'number') rows.set(field, (rows.get(field) ?? new Set()).add(within))
    else sound[field] = before[field as keyof T]
  }
  for (const [field, wrong] of rows) {
    const [now, had] = [sound[field], before[field as keyof T]]
    if (!Array.isArray(now) || !Array.isArray(had)) continue
    sound[field] = now.flatMap((row, at) => (wrong.has(at) ? (at < had.length ? [had[at]] : []) : [row]))
  }
  return equalDocuments(sound, before) ? undefined : (sound as T)
}
