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
import { overwriteNamed } from './named-document'
import { badFields } from './refusal'
import { dropStaged, stage, staged, type Import } from './staging'
import { putSyllabus } from './syllabus'

/** A library that is read in: by the same rules as a form, once all of it has come (`staging.ts`). */

const importOf = (sentBy: string, importId: string): Import => ({ kind: 'library', importId, sentBy })

/** Puts a piece of an import aside, once every item of it can stand. */
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
  return stage(
    club,
    importOf(userId, importId),
    items.map((body) => ({ id: body.id, body })),
  )
}

export const dropImport = (club: Club, userId: string, importId: string): Promise<void> =>
  dropStaged(club, importOf(userId, importId))

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
  const of = importOf(userId, importId)
  const items = await staged<Item>(club, of, wanted.items, 'items')
  const incoming = wanted.syllabus === undefined ? [] : readEntries(wanted.syllabus)
  const syllabus = layOver(await syllabusRowsOf(club), incoming)
  const changed = await writeItems(club, items, syllabus)
  if (wanted.ladder !== undefined) await writeLadder(club, wanted.ladder)
  if (wanted.shapes) await writeShapes(club, wanted.shapes)
  if (wanted.series) await writeSeries(club, wanted.series)
  if (incoming.length) {
    await club.changeRow({ syllabusVersion: (await club.row()).syllabusVersion + 1 })
    await putSyllabus(club, syllabus)
  }
  await dropStaged(club, of)
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
  await overwriteNamed(club, 'shapes', shapes)
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
  await overwriteNamed(
    club,
    'series',
    series.map((one) => ({
      ...one,
      lessons: one.lessons.map(({ plan, ...lesson }) =>
        plan !== undefined && plans.has(plan) ? { ...lesson, plan } : lesson,
      ),
    })),
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
