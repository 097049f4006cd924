import type { Mark } from '../core/people/marks'
import type { Club } from '../server/db/in-club'
import type { Seeded } from './seeded'

/** One row of practice in so many gets a mark after a class. */
const MARKED = 0.16

/** What an instructor would have said: better with rank and with notches, and now and then a fault is named. */
function markFor(notches: number, layer: number, chance: Seeded): Mark {
  const luck = chance.next() + notches * 0.06 - layer * 0.05
  return luck < 0.12 ? 'not yet' : luck < 0.42 ? 'shaky' : luck < 0.86 ? 'sound' : 'sharp'
}

/** Marks given a few minutes after a class, on what the ledger says was practised there. */
export async function marksAfter(
  club: Club,
  classId: string,
  givenBy: string,
  endedAt: number,
  chance: Seeded,
) {
  const students = new Map((await club.students.all()).map((row) => [row.id, row]))
  const faults = new Map((await club.items.all()).map(({ id, body }) => [id, body.faults]))
  const rows = await club.ledger.all(
    { classId },
    {
      order: [
        ['studentId', 'ASC'],
        ['itemId', 'ASC'],
        ['layer', 'ASC'],
      ],
    },
  )
  // What was only part of something else is not marked by itself.
  const worked = rows.filter(({ workMs, holdingMs }) => workMs + holdingMs > 0)
  return worked.flatMap(({ studentId, itemId, layer }) => {
    if (chance.next() > MARKED) return []
    const mark = markFor(students.get(studentId)?.notches ?? 0, layer, chance)
    const usual = faults.get(itemId) ?? []
    const seen = mark === 'sound' || mark === 'sharp' ? undefined : usual[chance.whole(0, usual.length)]
    return [
      {
        id: chance.uuid(),
        classId,
        studentId,
        itemId,
        layer,
        mark,
        fault: seen?.fault ?? null,
        givenBy,
        givenAt: new Date(endedAt + chance.whole(2, 20) * 60_000),
      },
    ]
  })
}
