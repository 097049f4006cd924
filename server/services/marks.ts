import { randomUUID } from 'node:crypto'
import { MARKS, type Mark } from '../../core/people/marks'
import { layerNumber, oneOf, record, slug, text } from '../../core/kernel/fields'
import { fault } from '../../core/kernel/faults'
import { z } from 'zod'
import type { Sighting } from '../../core/people/corrections'
import { databaseError, DUPLICATE, type Club } from '../db/in-club'
import type { MarkRow } from '../db/rows'
import { addSightings } from './corrections'
import { badFields, notFound, Refusal } from './refusal'

export const markSchema = record({
  id: z.uuid({ error: 'must be a UUID' }),
  class: z.uuid({ error: 'must be a UUID' }),
  student: z.uuid({ error: 'must be a UUID' }),
  item: slug(),
  layer: layerNumber().default(1),
  mark: oneOf(MARKS),
  fault: text(200).optional(),
})

/**
 * Keeps a mark; a later one of the same class and item is added beside it, and nothing is overwritten. The mark that stands is
 * the newest, and is kept with the summary of the student's item. Sent again it is the same mark.
 */
export async function giveMark(club: Club, userId: string, given: z.infer<typeof markSchema>): Promise<void> {
  const student = await club.students.locked({ id: given.student }, ['id'])
  if (!student) throw badFields([fault(['student'], 'is not a student of this club')])
  if (!(await club.classes.one({ id: given.class }, ['id']))) throw notFound('class')
  const item = await club.items.one({ id: given.item })
  if (!item) throw badFields([fault(['item'], `"${given.item}" is not in the library`)])
  if (given.fault !== undefined && !item.body.faults.some((known) => known.fault === given.fault))
    throw badFields([fault(['fault'], 'must be one of the item’s own faults')])
  const row = {
    id: given.id,
    classId: given.class,
    studentId: given.student,
    itemId: given.item,
    layer: given.layer,
    mark: given.mark,
    fault: given.fault ?? null,
    givenBy: userId,
  }
  const givenAt = new Date()
  const [before] = await club.marks.all(
    { classId: row.classId, studentId: row.studentId, itemId: row.itemId, layer: row.layer },
    { order: [['givenAt', 'DESC']], limit: 1 },
  )
  try {
    await club.marks.add({ ...row, givenAt })
  } catch (error) {
    if (databaseError(error) !== DUPLICATE) throw error
    return refuseUnlessEqual(club, row)
  }
  await putMark(club, given.student, given.item, given.mark)
  await seeFault(club, userId, row, before, givenAt.getTime())
  await club.changed('students', given.student, 'marked', userId)
}

/** A fault that is named with a mark is one that was seen; where a mark stands over an earlier one, the earlier one's fault is taken back. */
async function seeFault(
  club: Club,
  userId: string,
  { id, classId, studentId, itemId, fault: said }: Omit<MarkRow, 'clubId' | 'givenAt'>,
  before: MarkRow | undefined,
  at: number,
): Promise<void> {
  if (before?.id === id || (!before?.fault && !said)) return
  const of = { at, student: studentId, item: itemId }
  const sightings: Sighting[] = []
  if (before?.fault) sightings.push({ ...of, id: randomUUID(), kind: 'undo', undoes: before.id })
  if (said) sightings.push({ ...of, id, kind: 'seen', said })
  const now = { atMs: at, deviceAtMs: at, doubt: null }
  if (await addSightings(club, userId, classId, sightings, () => now))
    await club.changed('class', classId, 'corrected', userId)
}

async function refuseUnlessEqual(club: Club, row: { id: string } & Record<string, unknown>): Promise<void> {
  const [known] = await club.marks.all({ id: row.id })
  const kept: Record<string, unknown> | undefined = known && { ...known }
  if (!kept || Object.entries(row).some(([name, value]) => kept[name] !== value))
    throw new Refusal('known-elsewhere', 'This mark is known already, with other contents.')
}

/** Keeps the mark that stands with the summary; an item that was only marked has a summary without practice. */
export async function putMark(club: Club, studentId: string, itemId: string, mark: Mark): Promise<void> {
  const nothing = {
    days: 0,
    lastDay: null,
    layer: 0,
    workMs: 0,
    holdingMs: 0,
    repsL: 0,
    repsR: 0,
    repsN: 0,
    received: 0,
  }
  await club.summary.putAll([{ studentId, itemId, ...nothing, mark }], ['mark'])
}
