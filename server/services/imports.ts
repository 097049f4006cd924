import { readItem } from '../../core/curriculum/item-rules'
import { layOver, libraryFaults } from '../../core/curriculum/library-rules'
import { byId } from '../../core/curriculum/prerequisites'
import { readSeries } from '../../core/curriculum/series'
import { readShape } from '../../core/curriculum/shapes'
import type { Item } from '../../core/curriculum/item'
import { syllabusSchema, type Syllabus } from '../../core/curriculum/syllabus'
import { faultsOf, type Fault } from '../../core/kernel/faults'
import type { Club } from '../db/in-club'
import { readLadder } from '../../core/curriculum/ladder'
import { groupsFor, putLadder } from './ladder'
import { groupsOf, itemsOf, ladderOf, syllabusRowsOf } from './library'
import { badFields, Refusal } from './refusal'
import { putSyllabus } from './syllabus'

/**
 * An import comes in pieces, so that it can show how far it is and be stopped; nothing of the library changes until it is
 * taken over, and then all of it in one transaction with the club locked, by the same rules as a form.
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
  /** Entries of a syllabus, laid over the one that stands: what both speak of is the file's, nothing is taken away. */
  syllabus?: unknown
  shapes?: unknown[] | undefined
  series?: unknown[] | undefined
}

/** Takes an import over: items, ladder, shapes, syllabus, all or nothing. */
export async function takeOver(club: Club, userId: string, importId: string, wanted: TakeOver) {
  await club.lock()
  const rows = await club.importRows.all({ importId, sentBy: userId })
  if (rows.length !== wanted.items)
    throw new Refusal(
      'incomplete',
      `${rows.length} of ${wanted.items} items have arrived. Send the file again.`,
    )
  const incoming = wanted.syllabus === undefined ? [] : readEntries(wanted.syllabus)
  const syllabus = layOver(await syllabusRowsOf(club), incoming)
  const changed = await writeItems(
    club,
    rows.map(({ body }) => body),
    syllabus,
  )
  if (wanted.ladder !== undefined) await writeLadder(club, wanted.ladder)
  if (wanted.shapes) await writeShapes(club, wanted.shapes)
  if (wanted.series) await writeSeries(club, wanted.series)
  if (incoming.length) {
    await club.changeRow({ syllabusVersion: (await club.row()).syllabusVersion + 1 })
    await putSyllabus(club, syllabus)
  }
  await club.importRows.remove({ importId, sentBy: userId })
  await club.changed('library', 'items', 'imported', userId)
  return changed
}

function readEntries(document: unknown): Syllabus {
  const read = syllabusSchema.safeParse(document)
  if (!read.success)
    throw badFields(faultsOf(read.error).map((one) => ({ ...one, path: `syllabus${one.path}` })))
  return read.data
}

async function writeLadder(club: Club, document: unknown): Promise<void> {
  const read = readLadder(document)
  if (!read.ok) throw badFields(read.faults)
  if (JSON.stringify(read.ladder) === JSON.stringify(await ladderOf(club))) return
  await club.changeRow({ ladderVersion: (await club.row()).ladderVersion + 1 })
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

/** Series of a file. A lesson that was made from a plan of another club keeps its title, and has to be given a plan anew. */
async function writeSeries(club: Club, documents: unknown[]): Promise<void> {
  const series = documents.map((document, s) => {
    const read = readSeries(document)
    if (read.ok) return read.series
    throw badFields(read.faults.map((one) => ({ ...one, path: `series[${s}].${one.path}` })))
  })
  const plans = new Set(
    (
      await club.plans.all(
        { id: series.flatMap(({ lessons }) => lessons.flatMap(({ plan }) => plan ?? [])) },
        { columns: ['id'] },
      )
    ).map(({ id }) => id),
  )
  await club.series.putAll(
    series.map((one) => {
      const lessons = one.lessons.map(({ plan, ...lesson }) =>
        plan !== undefined && plans.has(plan) ? { ...lesson, plan } : lesson,
      )
      return { id: one.id, name: one.name, body: { ...one, lessons }, version: 1 }
    }),
    ['name', 'body'],
  )
}

/**
 * Writes items into the library: new ones are added, changed ones stand one version on, equal ones are left alone.
 *
 * @param syllabus the syllabus as it will be: what it asks for must still be there
 */
export async function writeItems(club: Club, items: readonly Item[], syllabus: Syllabus) {
  const before = await itemsOf(club)
  const known = new Map(before.map((item) => [item.id, item]))
  const rows = items.flatMap((body) => {
    const had = known.get(body.id)
    if (had) {
      const { version: _v, archived: _a, ...document } = had
      if (JSON.stringify(document) === JSON.stringify(body)) return []
    }
    const { id, name, category } = body
    return [{ id, name, category, body, version: (had?.version ?? 0) + 1, archived: had?.archived ?? false }]
  })
  const faults = libraryFaults(
    rows.map(({ body }) => body),
    byId([...before, ...items]),
    syllabus,
  )
  if (faults.length)
    throw badFields(faults.map(({ item, path, message }) => ({ path: `${item}.${path}`, message })))
  await club.items.putAll(rows, ['name', 'category', 'body', 'version', 'archived'])
  return {
    added: rows.filter(({ version }) => version === 1).length,
    changed: rows.filter(({ version }) => version > 1).length,
  }
}
