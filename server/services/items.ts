import { rungsOpen, partnerLadder, type LastLadder } from '../../core/curriculum/partner-ladder'
import { readItem } from '../../core/curriculum/item-rules'
import { itemsInside } from '../../core/curriculum/made-of'
import { libraryFaults } from '../../core/curriculum/library-rules'
import { byId } from '../../core/curriculum/prerequisites'
import type { Item } from '../../core/curriculum/item'
import { leadingTechnique } from '../../core/plan/edit'
import { fault } from '../../core/kernel/faults'
import type { Dose } from '../../core/plan/doses'
import type { ItemPage, Uses } from '../../shared/answers'
import type { Club } from '../db/in-club'
import { itemsOf, syllabusRowsOf } from './library'
import { badFields, notFound, stale } from './refusal'

const asRow = (item: Item, version: number) => ({
  id: item.id,
  name: item.name,
  category: item.category,
  body: item,
  version,
  archived: false,
})

/**
 * Saves an item over the version it was made from; base 0 adds a new one. The club is locked, so that two savers cannot close
 * a circle between them.
 *
 * @returns the version that stands now
 * @throws Refusal with the fields at fault (a circle in the prerequisites is named), or with theirs when somebody else saved first
 */
export async function saveItem(
  club: Club,
  userId: string,
  id: string,
  base: number,
  document: unknown,
): Promise<{ version: number }> {
  const read = readItem(document)
  if (!read.ok) throw badFields(read.faults)
  if (read.item.id !== id) throw badFields([fault(['id'], `must be "${id}"`)])
  await club.lock()
  const row = await club.items.locked({ id })
  if (!row && base !== 0) throw notFound('item')
  if (row && row.version !== base) {
    if (JSON.stringify(row.body) === JSON.stringify(read.item)) return { version: row.version }
    throw stale('item’s details', row.body, read.item, row.version)
  }
  const library = byId(await itemsOf(club)).set(id, read.item)
  const faults = libraryFaults([read.item], library, await syllabusRowsOf(club))
  if (faults.length) throw badFields(faults.map(({ path, message }) => ({ path, message })))
  const version = (row?.version ?? 0) + 1
  if (row) await club.items.change({ id }, { ...asRow(read.item, version), archived: row.archived })
  else await club.items.add(asRow(read.item, version))
  await club.changed('library', 'items', 'saved', userId)
  return { version }
}

/** What speaks of an item: plans and their versions, what was practised, marked and seen, whoever works at a version of it, the syllabus, other items, shapes, series, themes, and the term. */
export async function usesOf(club: Club, id: string): Promise<Uses> {
  const quoted = `%"${id.replace(/[\\%_]/g, '\\$&')}"%`
  const naming = async (table: 'shapes' | 'series' | 'programmes') => {
    const [row] = await club.select<{ n: number }>(
      // As text: a value compared with a JSON column would be written as JSON first.
      `SELECT COUNT(*) AS n FROM ${table} WHERE club_id = :club AND CONCAT(body) LIKE :quoted`,
      { quoted },
    )
    return Number(row?.n ?? 0)
  }
  return {
    plans: await club.planItems.count({ itemId: id }),
    ledger: (await club.ledger.count({ itemId: id })) + (await club.marks.count({ itemId: id })),
    syllabus: await club.syllabus.count({ itemId: id }),
    items: (await itemsOf(club)).filter(
      (item) =>
        item.prerequisites.some((need) => need.item === id) ||
        itemsInside(item).some(({ technique }) => technique === id),
    ).length,
    shapes: await naming('shapes'),
    series: await naming('series'),
    themes: await naming('programmes'),
    term: await club.termPlaces.count({ itemId: id }),
    people:
      (await club.studentLayers.count({ itemId: id })) +
      (await club.sightings.count({ itemId: id })) +
      (await club.results.count({ itemId: id })),
  }
}

/**
 * Takes an item out of the library. One that anything speaks of is put away, never lost, and can be brought back; only one
 * that nothing knows is deleted.
 */
export async function discardItem(
  club: Club,
  userId: string,
  id: string,
): Promise<{ outcome: 'archived' | 'deleted'; uses: Uses }> {
  await club.lock()
  const row = await club.items.locked({ id })
  if (!row) throw notFound('item')
  const uses = await usesOf(club, id)
  // Its share of the term goes with it; anything else would be left naming nothing.
  const used = Object.entries(uses).some(([what, count]) => what !== 'term' && count > 0)
  if (used) await club.items.change({ id }, { archived: true })
  else {
    await club.summary.remove({ itemId: id })
    await club.items.remove({ id })
  }
  const outcome = used ? 'archived' : 'deleted'
  await club.changed('library', 'items', outcome, userId)
  return { outcome, uses }
}

export async function restoreItem(club: Club, userId: string, id: string): Promise<void> {
  if (!(await club.items.locked({ id }, ['id']))) throw notFound('item')
  await club.items.change({ id }, { archived: false })
  await club.changed('library', 'items', 'restored', userId)
}

function rungsOf(dose: Dose | undefined): number {
  return dose?.kind === 'ladder' ? dose.stages.length : 0
}

/** So many classes back a ladder is looked for. */
const CLASSES_BACK = 30

/** The last class whose plan had this item on a partner ladder: how many rungs it had, and the marks given there. */
async function lastLadder(club: Club, id: string): Promise<(LastLadder & { day: string }) | undefined> {
  const classes = await club.select<{ id: string; day: string; runPlan: string }>(
    `SELECT c.id, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, CONCAT(c.run_plan) AS runPlan
      FROM (SELECT k.id FROM plan_items p JOIN classes k ON k.club_id = p.club_id AND k.plan_id = p.plan_id
        WHERE p.club_id = :club AND p.item_id = :id AND k.state = 'finished'
        ORDER BY k.day DESC, k.start_time DESC LIMIT ${CLASSES_BACK}) found
      JOIN classes c ON c.club_id = :club AND c.id = found.id
      WHERE CONCAT(c.run_plan) LIKE '%"ladder"%' ORDER BY c.day DESC, c.start_time DESC`,
    { id },
  )
  for (const held of classes) {
    const plan = JSON.parse(held.runPlan) as { blocks: Parameters<typeof leadingTechnique>[0][] }
    const rungs = Math.max(
      0,
      ...plan.blocks
        .filter((block) => block.phase !== 'technique' && leadingTechnique(block) === id)
        .map((block) => rungsOf(block.dose)),
    )
    if (rungs === 0) continue
    const marks = await club.marks.all({ classId: held.id, itemId: id })
    return { day: held.day, rungsRun: rungs, marks: newestEach(marks).map(({ mark }) => mark) }
  }
  return undefined
}

/** Of several marks of one student the latest stands. */
export function newestEach<M extends { studentId: string; givenAt: Date }>(marks: readonly M[]): M[] {
  const newest = new Map<string, M>()
  for (const mark of [...marks].sort((a, b) => a.givenAt.getTime() - b.givenAt.getTime()))
    newest.set(mark.studentId, mark)
  return [...newest.values()]
}

/** What an item's page tells beyond the item: where it is used, when it was last worked, how far its ladder is open. */
export async function itemPage(club: Club, id: string): Promise<ItemPage> {
  const row = await club.items.one({ id })
  if (!row) throw notFound('item')
  const [practised] = await club.select<{ last: string | null }>(
    `SELECT DATE_FORMAT(MAX(last_day), '%Y-%m-%d') AS last FROM practice_summary WHERE club_id = :club AND item_id = :id`,
    { id },
  )
  const last = await lastLadder(club, id)
  const rungs = partnerLadder([row.body]).length
  return {
    uses: await usesOf(club, id),
    lastPractised: practised?.last ?? null,
    ladder: {
      open: rungsOpen(rungs, last),
      last: last ? { day: last.day, rungsRun: last.rungsRun, marks: [...last.marks] } : null,
    },
  }
}
