import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { fault, type Fault } from '../../core/kernel/faults'
import { equalDocuments } from '../../core/kernel/merge-documents'
import { writeRosterCsv } from '../../core/people/roster-csv'
import { ageOn, type Student } from '../../core/people/student'
import type { RosterEntry, RosterPage } from '../../shared/answers'
import { seesHealth } from '../../shared/access'
import { databaseError, DUPLICATE, type Club } from '../db/in-club'
import type { StudentRow } from '../db/rows'
import { dayIn } from './calendar'
import { mergesOf } from './merging'
import { namesOf } from './names'
import { recordsOf } from './one-person'
import { badFields, notFound, Refusal, stale } from './refusal'
import { asDocument, asSeen, columnsOf, groundOf, HEALTH, readAs, type Keeper } from './student-rows'

/** The roster: who is known, edited as one document a student. What somebody practised hangs on their id and is never touched here. */

/** Everybody, by name, for the roster. That it was read is written down: minors are among them. */
export async function rosterList(
  club: Club,
  { id: userId, role }: Keeper,
  now: number,
): Promise<RosterEntry[]> {
  await club.changed('private', 'roster', 'read', userId)
  const { zone } = await club.row()
  const today = dayIn(zone, now)
  const rows = await club.students.all(
    { sameAs: null, erasedAt: null },
    {
      order: [
        ['firstName', 'ASC'],
        ['lastName', 'ASC'],
        ['id', 'ASC'],
      ],
    },
  )
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    student: asSeen(asDocument(row), role),
    groupId: row.groupId,
    age: ageOn(row, today),
    active: row.active,
    kind: row.kind,
  }))
}

/** The roster as a file, the archived too; without health for who does not teach. That it left the house is written down. */
export async function rosterFile(club: Club, { id: userId, role }: Keeper, now: number): Promise<string> {
  const ground = await groundOf(club, now)
  const rows = await club.students.all(
    { sameAs: null, erasedAt: null },
    {
      order: [
        ['firstName', 'ASC'],
        ['lastName', 'ASC'],
        ['id', 'ASC'],
      ],
    },
  )
  await club.changed('private', 'roster', 'saved as a file', userId)
  return writeRosterCsv(
    rows.map((row) => ({ id: row.id, student: asDocument(row) })),
    ground,
    seesHealth(role),
  )
}

/** Writes down that somebody's private data were read, where they are a minor or may be one. */
export async function noteReading(club: Club, userId: string, row: StudentRow, now: number): Promise<void> {
  const { zone } = await club.row()
  const age = ageOn(row, dayIn(zone, now))
  if (age === null || age < OF_AGE) await club.changed('private', row.id, 'read', userId)
}
const OF_AGE = 18

/** All that the roster knows of one student. Reading a minor's is written down. */
export async function rosterPage(
  club: Club,
  { id: userId, role }: Keeper,
  id: string,
  now: number,
): Promise<RosterPage> {
  const row = await club.students.one({ id, erasedAt: null })
  if (!row) throw notFound('student')
  await noteReading(club, userId, row, now)
  return {
    id,
    version: row.version,
    student: asSeen(asDocument(row), role),
    active: row.active,
    kind: row.kind,
    awards: await awardsOf(club, await recordsOf(club, id)),
    sameAs: row.sameAs,
    merges: await mergesOf(club, id),
  }
}

/** The ranks somebody was given, the newest first. */
export async function awardsOf(club: Club, studentIds: readonly string[]): Promise<RosterPage['awards']> {
  const awards = await club.rankAwards.all({ studentId: studentIds }, { order: [['givenAt', 'DESC']] })
  const nameOf = await namesOf(
    club,
    'users',
    awards.map(({ givenBy }) => givenBy),
  )
  return awards.map(({ rankId, notches, day, givenBy, givenAt }) => ({
    rank: rankId,
    notches,
    day,
    by: nameOf.get(givenBy) ?? '',
    at: givenAt,
  }))
}

export const newStudentBody = z.object({ id: z.uuid({ error: 'must be a UUID' }), student: z.unknown() })

/** Adds a student. Sent again it is the same one. */
export async function addStudent(
  club: Club,
  keeper: Keeper,
  { id, student: document }: z.infer<typeof newStudentBody>,
  now: number,
): Promise<void> {
  const ground = await groundOf(club, now)
  const student = readAs(document, ground, keeper.role)
  await refuseStrangers(club, student, id)
  const joined = student.joined ?? ground.today
  try {
    await club.students.add({ id, ...columnsOf({ ...student, joined }, ground.byRank), active: true })
  } catch (error) {
    if (databaseError(error) !== DUPLICATE) throw error
    const before = await club.students.one({ id })
    if (!before) throw tagTaken()
    if (equalDocuments(asDocument(before), { ...student, joined })) return
    throw new Refusal('known-elsewhere', 'A student of this id is known already, with other contents.')
  }
  await award(club, keeper.id, id, student)
  await club.changed('students', id, 'added', keeper.id)
}

export const savedStudentBody = z.object({ base: z.number().int(), student: z.unknown() })

/**
 * Saves a student over the version it was made from. Another rank, or other notches, is a line more in their history.
 *
 * @throws Refusal with the fields at fault, or with theirs when somebody else saved first
 */
export async function saveStudent(
  club: Club,
  keeper: Keeper,
  id: string,
  { base, student: document }: z.infer<typeof savedStudentBody>,
  now: number,
): Promise<{ version: number }> {
  const row = await club.students.locked({ id, erasedAt: null })
  if (!row) throw notFound('student')
  const ground = await groundOf(club, now)
  const before = asDocument(row)
  const given = readAs(document, ground, keeper.role)
  if (row.version !== base) throw stale('student', asSeen(before, keeper.role), given, row.version)
  await refuseStrangers(club, given, id)
  return { version: await writeStudent(club, keeper, row, given, ground.byRank) }
}

/** Writes a document over the one that stands; the notes stay where whoever writes does not see them. */
export async function writeStudent(
  club: Club,
  keeper: Keeper,
  row: StudentRow,
  given: Student,
  byRank: ReadonlyMap<string, string>,
): Promise<number> {
  const before = asDocument(row)
  const student = withHidden(row, given, keeper)
  const version = row.version + 1
  try {
    await club.students.change({ id: row.id }, { ...columnsOf(student, byRank), version })
  } catch (error) {
    if (databaseError(error) === DUPLICATE) throw tagTaken()
    throw error
  }
  if (isAward(before, student)) await award(club, keeper.id, row.id, student)
  await club.changed('students', row.id, 'saved', keeper.id)
  return version
}

const tagTaken = () => badFields([fault(['tag'], 'is another student’s')])

/** What whoever writes does not see stays. */
export function withHidden(row: StudentRow, given: Student, { role }: Keeper): Student {
  if (seesHealth(role)) return given
  const before = asDocument(row)
  const hidden = HEALTH.flatMap((field) => (before[field] === undefined ? [] : [[field, before[field]]]))
  return { ...given, ...Object.fromEntries(hidden) } as Student
}

/** Another rank, other notches or another day of them is a line more in their history. */
export const isAward = (before: Student, after: Student): boolean =>
  after.rank !== before.rank || after.notches !== before.notches || after.rankSince !== before.rankSince

export const awardRow = (userId: string, studentId: string, { rank, notches, rankSince }: Student) => ({
  id: randomUUID(),
  studentId,
  rankId: rank,
  notches,
  day: rankSince ?? null,
  givenBy: userId,
})

const award = (club: Club, userId: string, studentId: string, student: Student) =>
  club.rankAwards.add(awardRow(userId, studentId, student))

/** Those to be kept apart or together are students of this club, and others than the student. */
export const strangersIn = (student: Student, id: string, known: ReadonlySet<string>): Fault[] =>
  (['apart', 'together'] as const).flatMap((list) =>
    student[list].flatMap((other, n) =>
      other === id
        ? [fault([list, n], 'must be somebody else')]
        : known.has(other)
          ? []
          : [fault([list, n], 'is no student of this club')],
    ),
  )

async function refuseStrangers(club: Club, student: Student, id: string): Promise<void> {
  const ids = [...student.apart, ...student.together]
  if (ids.length === 0) return
  const known = new Set((await club.students.all({ id: ids }, { columns: ['id'] })).map((row) => row.id))
  const faults = strangersIn(student, id, known)
  if (faults.length) throw badFields(faults)
}

/** Archives a student or brings them back: out of the registers to come, never out of what was. */
export async function archiveStudent(
  club: Club,
  keeper: Keeper,
  id: string,
  archived: boolean,
): Promise<{ active: boolean }> {
  const row = await club.students.locked({ id, erasedAt: null })
  if (!row) throw notFound('student')
  if (row.sameAs)
    throw new Refusal('in-use', 'This record was merged: it comes back when the merge is undone.')
  if (row.active === archived) {
    await club.students.change({ id }, { active: !archived, version: row.version + 1 })
    await club.changed('students', id, archived ? 'archived' : 'brought back', keeper.id)
  }
  return { active: !archived }
}
