import { correctionsOf, type Sighting } from '../../core/people/corrections'
import { fault, type Fault } from '../../core/kernel/faults'
import type { ItemCorrection } from '../../shared/answers'
import { databaseError, NO_SUCH_PARENT, type Club } from '../db/in-club'
import type { SightingRow } from '../db/rows'
import type { Clocked } from './clocked'
import { addOnce, eventOf, eventRow } from './event-rows'
import { namesOf } from './names'
import { mergedRecords } from './one-person'
import { badFields } from './refusal'

/** Corrections that stay open: sightings are appended like every event, and what stands is worked out from those of an item or a student. */

const rowOf = (sighting: Sighting, classId: string | null, sentBy: string, time: Clocked) => ({
  ...eventRow(sighting, classId, sentBy, time),
  studentId: sighting.student ?? null,
  itemId: sighting.item ?? null,
  said: sighting.said?.normalize('NFC').trim().replace(/\s+/g, ' ') ?? null,
  oral: sighting.oral ?? null,
})

const asSighting = (row: SightingRow): Sighting => ({
  ...eventOf<Sighting['kind']>(row),
  ...(row.studentId === null ? {} : { student: row.studentId }),
  ...(row.itemId === null ? {} : { item: row.itemId }),
  ...(row.said === null ? {} : { said: row.said }),
  ...(row.oral === null ? {} : { oral: Boolean(row.oral) }),
})

/** What a sighting must say: who, of which item, and in words; an undo, of which. */
function faultsIn({ kind, student, item, said, undoes }: Sighting, path: (string | number)[]): Fault[] {
  if (kind === 'undo')
    return undoes ? [] : [fault([...path, 'undoes'], 'is missing: it says what is taken back')]
  return [
    ...(student ? [] : [fault([...path, 'student'], 'is missing: it says whose fault it is')]),
    ...(item ? [] : [fault([...path, 'item'], 'is missing: it says of which item')]),
    ...(said ? [] : [fault([...path, 'said'], 'is missing: it says what was seen')]),
  ]
}

/**
 * Writes down what was seen, each sighting once. The taking back of one is kept with the student and item it was of.
 *
 * @param classId the class in which it was seen; nothing when it is told on a student's page
 * @returns how many were new
 */
export async function addSightings(
  club: Club,
  userId: string,
  classId: string | null,
  sightings: readonly Sighting[],
  time: (at: number) => Clocked,
): Promise<number> {
  if (sightings.length === 0) return 0
  // Told on a student's page it is the whole of what is sent; of a class it is one of a list.
  const path = (n: number) => (classId === null ? [] : ['sightings', n])
  const faults = sightings.flatMap((one, n) => faultsIn(one, path(n)))
  if (faults.length) throw badFields(faults)
  const items = [...new Set(sightings.flatMap(({ item }) => item ?? []))]
  const known = new Set((await club.items.all({ id: items }, { columns: ['id'] })).map(({ id }) => id))
  const strange = sightings.flatMap(({ item }, n) =>
    item && !known.has(item) ? [fault([...path(n), 'item'], `"${item}" is not in the library`)] : [],
  )
  if (strange.length) throw badFields(strange)
  const taken = await takenBack(club, sightings)
  const rows = sightings.map((one) => {
    const of = taken.get(one.undoes ?? '')
    const whole = of ? { ...one, student: of.studentId ?? undefined, item: of.itemId ?? undefined } : one
    return rowOf(whole, classId, userId, time(one.at))
  })
  try {
    return await addOnce(club.sightings, rows)
  } catch (error) {
    if (databaseError(error) !== NO_SUCH_PARENT) throw error
    throw badFields([fault(['student'], 'is no student of this club')])
  }
}

/** What is taken back: of this batch, or kept before. */
async function takenBack(club: Club, sightings: readonly Sighting[]) {
  const ids = sightings.flatMap(({ undoes }) => undoes ?? [])
  const kept = ids.length
    ? await club.sightings.all({ id: ids }, { columns: ['id', 'studentId', 'itemId'] })
    : []
  const here = sightings.map(({ id, student, item }) => ({
    id,
    studentId: student ?? null,
    itemId: item ?? null,
  }))
  return new Map([...here, ...kept].map((row) => [row.id, row]))
}

/** The sightings of some students, of all items or some; those of a record that was merged are the kept one's. */
export async function sightingsOf(
  club: Club,
  where: { studentId?: readonly string[]; itemId?: readonly string[] },
): Promise<Sighting[]> {
  if (where.studentId?.length === 0 || where.itemId?.length === 0) return []
  const merged = await mergedRecords(club)
  const wanted = where.studentId && new Set(where.studentId)
  const also = [...merged].flatMap(([gone, kept]) => (wanted?.has(kept) ? [gone] : []))
  const rows = await club.sightings.all(
    { ...where, ...(wanted ? { studentId: [...wanted, ...also] } : {}) },
    { raw: true },
  )
  return rows.map((row) =>
    asSighting({ ...row, studentId: merged.get(row.studentId ?? '') ?? row.studentId }),
  )
}

/** Keeps what was told on a student's page, at the moment it is told. */
export async function tellSighting(
  club: Club,
  userId: string,
  sighting: Sighting,
  now: number,
): Promise<void> {
  const time = { atMs: now, deviceAtMs: sighting.at, doubt: null }
  const added = await addSightings(club, userId, null, [sighting], () => time)
  if (added > 0)
    await club.changed('students', sighting.student ?? sighting.undoes ?? '', 'corrected', userId)
}

/** What stays open of an item, by student; of those who are on the roster. */
export async function correctionsOfItem(club: Club, itemId: string): Promise<ItemCorrection[]> {
  const open = correctionsOf(await sightingsOf(club, { itemId: [itemId] })).filter(
    ({ state }) => state === 'open',
  )
  const nameOf = await namesOf(
    club,
    'active students',
    open.map(({ student }) => student),
  )
  return open.flatMap((one) => {
    const name = nameOf.get(one.student)
    return name === undefined ? [] : [{ ...one, name }]
  })
}
