import { rungsOpen, partnerLadder, type LastLadder } from '../../core/curriculum/partner-ladder'
import { readItem } from '../../core/curriculum/item-rules'
import { prerequisiteFaults } from '../../core/curriculum/prerequisites'
import type { Item } from '../../core/curriculum/item'
import { leadingTechnique } from '../../core/plan/edit'
import { fault } from '../../core/kernel/faults'
import type { Dose } from '../../core/plan/doses'
import type { Club } from '../db/in-club'
import { badFields, notFound } from '../http/problem'
import { eventsOf } from './classes'
import { itemsOf } from './library'
import { stale } from './stale'

const asRow = (item: Item, version: number) => ({
  id: item.id,
  name: item.name,
  category: item.category,
  body: item,
  version,
  archived: false,
})

/**
 * Saves an item over the version it was made from; base 0 adds a new one.
 *
 * @returns the version that stands now
 * @throws Problem 422 with the fields at fault (a circle in the prerequisites is named), 409 when somebody else saved first
 */
export async function saveItem(
  club: Club,
  id: string,
  base: number,
  document: unknown,
): Promise<{ version: number }> {
  const read = readItem(document)
  if (!read.ok) throw badFields(read.faults)
  if (read.item.id !== id) throw badFields([fault(['id'], `must be "${id}"`)])
  const faults = prerequisiteFaults(read.item, await itemsOf(club))
  if (faults.length) throw badFields(faults)
  const row = await club.items.held({ id })
  if (!row && base === 0) {
    await club.items.add(asRow(read.item, 1))
    return { version: 1 }
  }
  if (!row) throw notFound('item')
  if (row.version !== base) {
    if (JSON.stringify(row.body) === JSON.stringify(read.item)) return { version: row.version }
    throw stale('item’s details', row.body, read.item)
  }
  await refuseLostLayers(club, row.body, read.item)
  const version = row.version + 1
  await club.items.change({ id }, { ...asRow(read.item, version), archived: row.archived })
  return { version }
}

/** Layers that the syllabus or another item asks for cannot be cut off. */
async function refuseLostLayers(club: Club, before: Item, after: Item): Promise<void> {
  const left = after.layers.length
  if (left >= before.layers.length) return
  const asked = (await club.syllabus.all({ itemId: after.id })).find(({ layer }) => layer > left)
  if (asked)
    throw badFields([
      fault(['layers'], `must be at least ${asked.layer}: the syllabus of ${asked.rankId} asks for it`),
    ])
  const needing = (await itemsOf(club)).find(({ prerequisites }) =>
    prerequisites.some(({ item, layer }) => item === after.id && layer > left),
  )
  if (needing) throw badFields([fault(['layers'], `cannot be fewer: ${needing.name} builds on a later one`)])
}

export interface Uses {
  plans: number
  ledger: number
  syllabus: number
  items: number
  shapes: number
}

/** What speaks of an item: plans and their history, what was practised and marked, the syllabus, other items, shapes. */
export async function usesOf(club: Club, id: string): Promise<Uses> {
  const quoted = `"${id}"`
  const ledger = (await club.ledger.all({ itemId: id }, { columns: ['classId'] })).length
  const marks = (await club.marks.all({ itemId: id }, { columns: ['id'] })).length
  return {
    plans:
      (await club.planVersions.countHolding('body', quoted)) +
      (await club.classes.countHolding('runPlan', quoted)),
    ledger: ledger + marks,
    syllabus: (await club.syllabus.all({ itemId: id }, { columns: ['rankId'] })).length,
    items: (await itemsOf(club)).filter((item) => item.prerequisites.some((need) => need.item === id)).length,
    shapes: await club.shapes.countHolding('body', quoted),
  }
}

/**
 * Takes an item out of the library. One that anything speaks of is put away, never lost, and can be brought back; only one
 * that nothing knows is deleted.
 */
export async function discardItem(
  club: Club,
  id: string,
): Promise<{ outcome: 'archived' | 'deleted'; uses: Uses }> {
  const row = await club.items.held({ id })
  if (!row) throw notFound('item')
  const uses = await usesOf(club, id)
  const used = Object.values(uses).some((count) => count > 0)
  if (used) await club.items.change({ id }, { archived: true })
  else await club.items.remove({ id })
  return { outcome: used ? 'archived' : 'deleted', uses }
}

export async function restoreItem(club: Club, id: string): Promise<void> {
  if (!(await club.items.held({ id }))) throw notFound('item')
  await club.items.change({ id }, { archived: false })
}

function rungsOf(dose: Dose | undefined): number {
  return dose?.kind === 'ladder' ? dose.stages.length : 0
}

/** The last class whose plan had this item on a partner ladder: how many rungs it had, and the marks given there. */
async function lastLadder(club: Club, id: string): Promise<(LastLadder & { day: string }) | undefined> {
  const classes = await club.classes.all({ state: 'finished' }, { order: [['day', 'DESC']] })
  for (const held of classes) {
    const rungs = Math.max(
      0,
      ...(held.runPlan?.blocks ?? [])
        .filter((block) => block.phase !== 'technique' && leadingTechnique(block) === id)
        .map((block) => rungsOf(block.dose)),
    )
    if (rungs === 0 || (await eventsOf(club, held.id)).length === 0) continue
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
export async function itemPage(club: Club, id: string) {
  const row = await club.items.one({ id })
  if (!row) throw notFound('item')
  const practised = await club.ledger.all(
    { itemId: id },
    { order: [['day', 'DESC']], limit: 1, columns: ['day'] },
  )
  const last = await lastLadder(club, id)
  const rungs = partnerLadder([row.body]).length
  return {
    uses: await usesOf(club, id),
    lastPractised: practised[0]?.day ?? null,
    ladder: {
      open: rungsOpen(rungs, last),
      last: last ? { day: last.day, rungsRun: last.rungsRun, marks: last.marks } : null,
    },
  }
}
export type ItemPage = Awaited<ReturnType<typeof itemPage>>
