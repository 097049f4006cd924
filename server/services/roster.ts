import type { RosterStudent } from '../../shared/answers'
import { ageOn } from '../../core/people/student'
import type { Role } from '../../shared/roles'
import { seesOf } from '../../shared/access'
import type { Club } from '../db/in-club'
import type { StudentRow } from '../db/rows'
import { ownLayers } from './own-layers'

const COLUMNS = [
  'id',
  'firstName',
  'lastName',
  'birthDate',
  'rankId',
  'groupId',
  'notches',
  'floorNote',
  'ageBand',
  'kind',
] as const
type Listed = Pick<StudentRow, (typeof COLUMNS)[number]>

/**
 * The active students by rank and name, with the fields that a role may see (the table in `access.ts`).
 *
 * @param classId a class whose guests are among them
 */
export async function roster(
  club: Club,
  role: Role,
  today: string,
  classId?: string,
): Promise<RosterStudent[]> {
  const [members, guests, ranks, own] = await Promise.all([
    club.students.all({ active: true, kind: 'member' }, { columns: [...COLUMNS] }) as Promise<Listed[]>,
    classId
      ? (club.students.all(
          { guestOf: classId, kind: ['visitor', 'trial'], sameAs: null, erasedAt: null },
          { columns: [...COLUMNS] },
        ) as Promise<Listed[]>)
      : [],
    club.ranks.all({}, { columns: ['id', 'position'] }),
    ownLayers(club, today),
  ])
  const position = new Map(ranks.map((rank) => [rank.id, rank.position]))
  return [...members, ...guests]
    .sort(
      (a, b) =>
        (position.get(a.rankId) ?? 0) - (position.get(b.rankId) ?? 0) ||
        a.firstName.localeCompare(b.firstName),
    )
    .map((row) => ({
      id: row.id,
      name: seesOf(role, 'name') ? `${row.firstName} ${row.lastName}`.trim() : row.firstName,
      rankId: row.rankId,
      groupId: row.groupId,
      notches: row.notches,
      floorNote: seesOf(role, 'floor note') ? row.floorNote : null,
      age: seesOf(role, 'age') ? ageOn(row, today) : null,
      layers: own.get(row.id) ?? {},
      kind: row.kind,
    }))
}
