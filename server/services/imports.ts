import { readItem } from '../../core/curriculum/item-rules'
import { byId, cycleInWords, findCycle, unmetFaults } from '../../core/curriculum/prerequisites'
import { readShape } from '../../core/curriculum/shapes'
import type { Item } from '../../core/curriculum/item'
import { fault, type Fault } from '../../core/kernel/faults'
import type { Club } from '../db/in-club'
import { badFields, Problem } from '../http/problem'
import { readLadder } from '../../core/curriculum/ladder'
import { groupsFor, putLadder } from './ladder'
import { groupsOf, itemsOf, ladderOf } from './library'
import { putSyllabus } from './syllabus'

/**
 * An import comes in pieces, so that it can show how far it is and be stopped; nothing of the library changes until it is
 * taken over, and then all of it in one transaction.
 */

/** Puts a piece of an import aside. Sent again it is the same piece; pieces of an older import of this person go. */
export async function stageItems(
  club: Club,
  userId: string,
  importId: string,
  documents: unknown[],
): Promise<{ staged: number }> {
  const faults: Fault[] = []
  const items = documents.flatMap((document, n): Item[] => {
    const read = readItem(document)
    if (read.ok) return [read.item]
    faults.push(...read.faults.map((one) => ({ ...one, path: `items[${n}].${one.path}` })))
    return []
  })
  if (faults.length) throw badFields(faults)
  const older = await club.importRows.all({ sentBy: userId }, { columns: ['importId'] })
  for (const id of new Set(older.map((row) => row.importId)))
    if (id !== importId) await club.importRows.remove({ importId: id, sentBy: userId })
  await club.importRows.putAll(
    items.map((body) => ({ importId, itemId: body.id, sentBy: userId, body })),
    ['body'],
  )
  return { staged: items.length }
}

export async function dropImport(club: Club, userId: string, importId: string): Promise<void> {
  await club.importRows.remove({ importId, sentBy: userId })
}

export interface TakeOver {
  /** How many items were sent: a piece that got lost is noticed. */
  items: number
  ladder?: unknown
  syllabus?: unknown
  shapes?: unknown[]
}

/** Takes an import over: items, ladder, shapes, syllabus, all or nothing. */
export async function takeOver(club: Club, userId: string, importId: string, wanted: TakeOver) {
  const rows = await club.importRows.all({ importId, sentBy: userId })
  if (rows.length !== wanted.items)
    throw new Problem(
      409,
      'incomplete',
      `${rows.length} of ${wanted.items} items have arrived. Send the file again.`,
    )
  const changed = await writeItems(
    club,
    rows.map(({ body }) => body),
  )
  if (wanted.ladder !== undefined) await writeLadder(club, wanted.ladder)
  if (wanted.shapes) await writeShapes(club, wanted.shapes)
  if (wanted.syllabus !== undefined) {
    await club.settle({ syllabusVersion: club.settings.syllabusVersion + 1 })
    await putSyllabus(club, wanted.syllabus)
  }
  await club.importRows.remove({ importId, sentBy: userId })
  return changed
}

async function writeLadder(club: Club, document: unknown): Promise<void> {
  const read = readLadder(document)
  if (!read.ok) throw badFields(read.faults)
  if (JSON.stringify(read.ladder) === JSON.stringify(await ladderOf(club))) return
  await club.settle({ ladderVersion: club.settings.ladderVersion + 1 })
  await putLadder(club, read.ladder, groupsFor(read.ladder, await groupsOf(club)))
}

async function writeShapes(club: Club, documents: unknown[]): Promise<void> {
  const shapes = documents.map((document, s) => {
    const read = readShape(document)
    if (read.ok) return read.shape
    throw badFields(read.faults.map((one) => ({ ...one, path: `shapes[${s}].${one.path}` })))
  })
  await club.shapes.putAll(
    shapes.map((body) => ({ id: body.id, name: body.name, body, version: 1 })),
    ['name', 'body'],
  )
}

/** Writes items into the library: new ones are added, changed ones stand one version on, the same are left alone. */
export async function writeItems(club: Club, items: readonly Item[]) {
  const before = await itemsOf(club)
  const known = new Map(before.map((item) => [item.id, item]))
  const merged = byId([...before, ...items])
  const faults = items.flatMap((item) =>
    unmetFaults(item, merged).map((one) => ({ ...one, path: `${item.id}.${one.path}` })),
  )
  if (faults.length) throw badFields(faults)
  const cycle = findCycle(merged)
  if (cycle)
    throw badFields([fault(['prerequisites'], `would go in a circle: ${cycleInWords(cycle, merged)}`)])
  const rows = items.flatMap((body) => {
    const had = known.get(body.id)
    if (had) {
      const { version: _v, archived: _a, ...document } = had
      if (JSON.stringify(document) === JSON.stringify(body)) return []
    }
    const { id, name, category } = body
    return [{ id, name, category, body, version: (had?.version ?? 0) + 1, archived: had?.archived ?? false }]
  })
  await club.items.putAll(rows, ['name', 'category', 'body', 'version', 'archived'])
  return {
    added: rows.filter(({ version }) => version === 1).length,
    changed: rows.filter(({ version }) => version > 1).length,
  }
}
