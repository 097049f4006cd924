import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { fault, type Fault } from '../../core/kernel/faults'
import { oneOf, record, slug, text } from '../../core/kernel/fields'
import { equalDocuments } from '../../core/kernel/merge-documents'
import { isKnown, writeRosterCsv } from '../../core/people/roster-csv'
import { ageOn, fullName, readStudent, type RosterGround, type Student } from '../../core/people/student'
import type { RosterEntry, RosterPage } from '../../shared/answers'
import type { Role } from '../../shared/roles'
import { seesHealth } from '../access'
import { databaseError, DUPLICATE, type Club } from '../db/in-club'
import type { StudentRow } from '../db/rows'
import { dayIn } from './calendar'
import { classForActing } from './events'
import { groupsOf, ladderOf } from './library'
import { recordsOf } from './one-person'
import { badFields, notFound, Refusal, stale } from './refusal'
import type { SignedIn } from './sessions'

/** The roster: who is known, edited as one document a student. What somebody practised hangs on their id and is never touched here. */

/** Fields that only those who teach read and write; a document of the others comes and goes without them. */
const HEALTH = ['floorNote', 'healthNote'] as const satisfies (keyof Student)[]

interface Keeper {
  id: string
  role: Role
}

const asDocument = (row: StudentRow): Student => {
  const optional = {
    birthDate: row.birthDate,
    ageBand: row.ageBand,
    rankSince: row.rankSince,
    group: row.placed ? row.groupId : null,
    heightCm: row.heightCm,
    massKg: row.massKg,
    floorNote: row.floorNote,
    healthNote: row.healthNote,
    family: row.family,
    joined: row.joined,
    tag: row.tag,
  }
  return {
    firstName: row.firstName,
    lastName: row.lastName,
    rank: row.rankId,
    notches: row.notches,
    ...(Object.fromEntries(
      Object.entries(optional).filter(([, value]) => value !== null && value !== undefined),
    ) as Partial<Student>),
    contacts: row.contacts,
    consents: row.consents,
    apart: row.apart,
    together: row.together,
  }
}

function asSeen(student: Student, role: Role): Student {
  if (seesHealth(role)) return student
  const { floorNote: _f, healthNote: _h, ...rest } = student
  return rest
}

/** The columns of a student's row. The group is that of the rank unless one was given by hand. */
function columnsOf(student: Student, groupOfRank: ReadonlyMap<string, string>) {
  const byRank = groupOfRank.get(student.rank) ?? ''
  return {
    firstName: student.firstName,
    lastName: student.lastName,
    birthDate: student.birthDate ?? null,
    ageBand: student.ageBand ?? null,
    rankId: student.rank,
    rankSince: student.rankSince ?? null,
    notches: student.notches,
    groupId: student.group ?? byRank,
    placed: student.group !== undefined && student.group !== byRank,
    heightCm: student.heightCm ?? null,
    massKg: student.massKg ?? null,
    floorNote: student.floorNote ?? null,
    healthNote: student.healthNote ?? null,
    family: student.family ?? null,
    joined: student.joined ?? null,
    contacts: student.contacts,
    consents: student.consents,
    apart: student.apart,
    together: student.together,
    tag: student.tag ?? null,
  }
}

async function groundOf(club: Club, now: number) {
  const [ladder, groups, { zone }] = [await ladderOf(club), await groupsOf(club), await club.row()]
  return {
    ladder,
    groups,
    today: dayIn(zone, now),
    byRank: new Map(groups.flatMap(({ id, ranks }) => ranks.map((rank) => [rank, id] as const))),
  }
}

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
    {},
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
    {},
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

/** All that the roster knows of one student. Reading a minor's is written down. */
export async function rosterPage(
  club: Club,
  { id: userId, role }: Keeper,
  id: string,
  now: number,
): Promise<RosterPage> {
  const row = await club.students.one({ id })
  if (!row) throw notFound('student')
  const { zone } = await club.row()
  const age = ageOn(row, dayIn(zone, now))
  if (age === null || age < 18) await club.changed('private', id, 'read', userId)
  return {
    id,
    version: row.version,
    student: asSeen(asDocument(row), role),
    active: row.active,
    kind: row.kind,
    awards: await awardsOf(club, await recordsOf(club, id)),
  }
}

/** The ranks somebody was given, the newest first. */
export async function awardsOf(club: Club, studentIds: readonly string[]): Promise<RosterPage['awards']> {
  const awards = await club.rankAwards.all({ studentId: studentIds }, { order: [['givenAt', 'DESC']] })
  const givers = await club.select<{ id: string; name: string }>(
    'SELECT id, name FROM users WHERE club_id = :club AND id IN (:ids)',
    { ids: ['', ...awards.map(({ givenBy }) => givenBy)] },
  )
  const nameOf = new Map(givers.map((giver) => [giver.id, giver.name]))
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
  const row = await club.students.locked({ id })
  if (!row) throw notFound('student')
  const ground = await groundOf(club, now)
  const before = asDocument(row)
  const given = readAs(document, ground, keeper.role)
  if (row.version !== base) throw stale('student', asSeen(before, keeper.role), given, row.version)
  await refuseStrangers(club, given, id)
  return { version: await writeStudent(club, keeper, row, given, ground.byRank) }
}

async function writeStudent(
  club: Club,
  keeper: Keeper,
  row: StudentRow,
  given: Student,
  byRank: ReadonlyMap<string, string>,
): Promise<number> {
  const before = asDocument(row)
  const hidden = seesHealth(keeper.role)
    ? {}
    : Object.fromEntries(
        HEALTH.flatMap((field) => (before[field] === undefined ? [] : [[field, before[field]]])),
      )
  const student: Student = { ...given, ...hidden }
  const version = row.version + 1
  try {
    await club.students.change({ id: row.id }, { ...columnsOf(student, byRank), version })
  } catch (error) {
    if (databaseError(error) === DUPLICATE) throw tagTaken()
    throw error
  }
  if (
    student.rank !== before.rank ||
    student.notches !== before.notches ||
    student.rankSince !== before.rankSince
  )
    await award(club, keeper.id, row.id, student)
  await club.changed('students', row.id, 'saved', keeper.id)
  return version
}

const tagTaken = () => badFields([fault(['tag'], 'is another student’s')])

const award = (club: Club, userId: string, studentId: string, { rank, notches, rankSince }: Student) =>
  club.rankAwards.add({
    id: randomUUID(),
    studentId,
    rankId: rank,
    notches,
    day: rankSince ?? null,
    givenBy: userId,
  })

function readAs(document: unknown, ground: RosterGround, role: Role): Student {
  const read = readStudent(document, ground)
  if (!read.ok) throw badFields(read.faults)
  const closed = seesHealth(role) ? [] : HEALTH.filter((field) => read.student[field] !== undefined)
  if (closed.length) throw badFields(closed.map((field) => fault([field], 'is kept by those who teach')))
  return read.student
}

/** Those to be kept apart or together are students of this club, and others than the student. */
async function refuseStrangers(club: Club, { apart, together }: Student, id: string): Promise<void> {
  const ids = [...apart, ...together]
  if (ids.length === 0) return
  const known = new Set((await club.students.all({ id: ids }, { columns: ['id'] })).map((row) => row.id))
  const faults = (['apart', 'together'] as const).flatMap((list): Fault[] =>
    (list === 'apart' ? apart : together).flatMap((other, n) =>
      other === id
        ? [fault([list, n], 'must be somebody else')]
        : known.has(other)
          ? []
          : [fault([list, n], 'is no student of this club')],
    ),
  )
  if (faults.length) throw badFields(faults)
}

/** Archives a student or brings them back: out of the registers to come, never out of what was. */
export async function archiveStudent(
  club: Club,
  keeper: Keeper,
  id: string,
  archived: boolean,
): Promise<{ active: boolean }> {
  const row = await club.students.locked({ id })
  if (!row) throw notFound('student')
  if (row.active === archived) {
    await club.students.change({ id }, { active: !archived, version: row.version + 1 })
    await club.changed('students', id, archived ? 'archived' : 'brought back', keeper.id)
  }
  return { active: !archived }
}

const MOST_ROWS = 2000
export const takeOverBody = z.object({
  rows: z
    .array(z.object({ row: z.number().int(), id: z.uuid(), isNew: z.boolean(), student: z.unknown() }))
    .max(MOST_ROWS, { error: `must be at most ${MOST_ROWS} rows` }),
})

/**
 * Takes the rows of a file over, all or nothing, by the same rules as a form. The device names the ids of new students, so that a file
 * sent twice adds nobody twice.
 */
export async function takeOverRoster(
  club: Club,
  keeper: Keeper,
  { rows }: z.infer<typeof takeOverBody>,
  now: number,
): Promise<{ added: number; changed: number }> {
  await club.lock()
  const ground = await groundOf(club, now)
  const faults: Fault[] = []
  const read = rows.flatMap(({ row, id, isNew, student: document }) => {
    try {
      return [{ row, id, isNew, student: readAs(document, ground, keeper.role) }]
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      faults.push(...(error.more.faults ?? []).map((one) => ({ ...one, path: `row ${row}: ${one.path}` })))
      return []
    }
  })
  if (faults.length) throw badFields(faults)
  const known = new Map(
    (await club.students.all({ id: read.map(({ id }) => id) })).map((row) => [row.id, row]),
  )
  const roster = (await club.students.all()).map((row) => ({ id: row.id, student: asDocument(row) }))
  let [added, changed] = [0, 0]
  for (const { row, id, isNew, student } of read) {
    const before = known.get(id)
    try {
      if (before) {
        if (equalDocuments(asSeen(asDocument(before), keeper.role), student)) continue
        await refuseStrangers(club, student, id)
        await writeStudent(club, keeper, before, student, ground.byRank)
        changed++
      } else if (isNew) {
        if (isKnown(student, roster))
          throw badFields([fault(['first name'], 'is on the roster already: read the file again')])
        await addStudent(club, keeper, { id, student }, now)
        added++
      } else throw badFields([fault(['id'], 'is no student of this club')])
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      throw badFields(
        (error.more.faults ?? []).map((one) => ({
          ...one,
          path: `row ${row} (${fullName(student)}): ${one.path}`,
        })),
      )
    }
  }
  return { added, changed }
}

export const guestBody = record({
  id: z.uuid({ error: 'must be a UUID' }),
  name: text(120),
  rank: slug(),
  kind: oneOf(['visitor', 'trial']),
})

/** Adds somebody at the door: a name and a rank, on the register of this class only. Sent again it is the same one. */
export async function addGuest(
  club: Club,
  user: SignedIn,
  classId: string,
  { id, name, rank, kind }: z.infer<typeof guestBody>,
  now: number,
): Promise<void> {
  await classForActing(club, user, classId, now)
  const [firstName = '', ...last] = name.trim().split(/\s+/)
  const ground = await groundOf(club, now)
  const student = readAs({ firstName, lastName: last.join(' '), rank }, ground, user.role)
  try {
    await club.students.add({
      id,
      ...columnsOf(student, ground.byRank),
      active: true,
      kind,
      guestOf: classId,
      joined: ground.today,
    })
  } catch (error) {
    if (databaseError(error) !== DUPLICATE) throw error
    const before = await club.students.one({ id })
    if (before?.guestOf === classId && fullName(before) === fullName(student) && before.rankId === rank)
      return
    throw new Refusal('known-elsewhere', 'A student of this id is known already, with other contents.')
  }
  await club.changed('class', classId, 'guest', user.id)
}

export async function keepGuest(club: Club, keeper: Keeper, id: string): Promise<void> {
  const row = await club.students.locked({ id })
  if (!row) throw notFound('student')
  if (row.kind === 'member') return
  await club.students.change({ id }, { kind: 'member', version: row.version + 1 })
  await club.changed('students', id, 'kept', keeper.id)
}
