import { randomUUID } from 'node:crypto'
import { fault } from '../../core/kernel/faults'
import type { Club } from '../db/in-club'
import { dayIn } from './calendar'
import { mergedRecords } from './one-person'
import { badFields, notFound } from './refusal'

/** The versions students work at themselves, where they are not the class's. Each change is a row of its own. */

export type OwnLayers = Map<string, Record<string, number>>

/** What stood on a day, by student and item. */
export async function ownLayers(club: Club, day: string, studentIds?: readonly string[]): Promise<OwnLayers> {
  const own: OwnLayers = new Map()
  if (studentIds?.length === 0) return own
  const merged = await mergedRecords(club)
  const records = studentIds && [
    ...studentIds,
    ...[...merged].flatMap(([gone, kept]) => (studentIds.includes(kept) ? [gone] : [])),
  ]
  const rows = await club.select<{ studentId: string; itemId: string; layer: number }>(
    `SELECT l.student_id AS studentId, l.item_id AS itemId, l.layer FROM student_layers l
      WHERE l.club_id = :club AND l.day <= :day ${studentIds ? 'AND l.student_id IN (:studentIds)' : ''} AND l.layer > 0
        AND NOT EXISTS (SELECT 1 FROM student_layers n
          WHERE n.club_id = l.club_id AND n.student_id = l.student_id AND n.item_id = l.item_id AND n.day <= :day
            AND (n.given_at, n.id) > (l.given_at, l.id))`,
    { day, studentIds: records ?? [] },
  )
  for (const { studentId, itemId, layer } of rows)
    own.set(studentId, { ...own.get(studentId), [itemId]: Number(layer) })
  for (const [gone, kept] of merged) {
    const had = own.get(gone)
    if (had) own.set(kept, { ...had, ...own.get(kept) })
    own.delete(gone)
  }
  return own
}

/**
 * Gives a student a version of their own of an item; it stays until it is changed. Layer 0 lets them do as the class does again.
 */
export async function giveOwnLayer(
  club: Club,
  userId: string,
  studentId: string,
  itemId: string,
  layer: number,
  now: number,
): Promise<void> {
  if (!(await club.students.locked({ id: studentId }, ['id']))) throw notFound('student')
  const item = await club.items.one({ id: itemId })
  if (!item) throw badFields([fault(['item'], `"${itemId}" is not in the library`)])
  if (layer > item.body.layers.length)
    throw badFields([fault(['layer'], `must be one of its ${item.body.layers.length} layers`)])
  const { zone } = await club.row()
  const day = dayIn(zone, now)
  const standing = (await ownLayers(club, day, [studentId])).get(studentId)?.[itemId] ?? 0
  if (standing === layer) return
  await club.studentLayers.add({
    id: randomUUID(),
    studentId,
    itemId,
    layer,
    day,
    givenBy: userId,
    givenAt: new Date(now),
  })
  await club.changed('students', studentId, 'layer', userId)
}
