import { fault } from '../../core/kernel/faults'
import { readStudent, type RosterGround, type Student } from '../../core/people/student'
import type { Role } from '../../shared/roles'
import { seesHealth } from '../../shared/access'
import type { Club } from '../db/in-club'
import type { StudentRow } from '../db/rows'
import { dayIn } from './calendar'
import { groupsOf, ladderOf } from './library'
import { badFields } from './refusal'

/** A student between their row and their document, and what a document is checked against. */

export interface Keeper {
  id: string
  role: Role
}

/** Fields that only those who teach read and write; a document of the others comes and goes without them. */
export const HEALTH = ['floorNote', 'healthNote'] as const satisfies (keyof Student)[]

export const asDocument = (row: StudentRow): Student => {
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

/** A document as a role sees it. */
export function asSeen(student: Student, role: Role): Student {
  if (seesHealth(role)) return student
  const { floorNote: _f, healthNote: _h, ...rest } = student
  return rest
}

/** The columns of a student's row. The group is that of the rank unless one was given by hand. */
export function columnsOf(student: Student, groupOfRank: ReadonlyMap<string, string>) {
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

export async function groundOf(club: Club, now: number) {
  const [ladder, groups, { zone }] = [await ladderOf(club), await groupsOf(club), await club.row()]
  return {
    ladder,
    groups,
    today: dayIn(zone, now),
    byRank: new Map(groups.flatMap(({ id, ranks }) => ranks.map((rank) => [rank, id] as const))),
  }
}

/** @throws Refusal with the fields at fault */
export function readAs(document: unknown, ground: RosterGround, role: Role): Student {
  const read = readStudent(document, ground)
  if (!read.ok) throw badFields(read.faults)
  const closed = seesHealth(role) ? [] : HEALTH.filter((field) => read.student[field] !== undefined)
  if (closed.length) throw badFields(closed.map((field) => fault([field], 'is kept by those who teach')))
  return read.student
}
