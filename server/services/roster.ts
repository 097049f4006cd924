import type { RosterStudent } from '../../shared/answers'
import type { Role } from '../../shared/roles'
import { seesOf } from '../access'
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
] as const
type Listed = Pick<StudentRow, (typeof COLUMNS)[number]>

/** The active students by rank and name, with the fields that a role may see (the table in `access.ts`). */
export async function roster(club: Club, role: Role, today: string): Promise<RosterStudent[]> {
  const [rows, ranks, own] = await Promise.all([
    club.students.all({ active: true }, { columns: [...COLUMNS] }) as Promise<Listed[]>,
    club.ranks.all({}, { columns: ['id', 'position'] }),
    ownLayers(club, today),
  ])
  const position = new Map(ranks.map((rank) => [rank.id, rank.position]))
  return rows
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
    }))
}

function ageOn({ birthDate }: Listed, today: string): number | null {
  if (!birthDate) return null
  const years = Number(today.slice(0, 4)) - Number(birthDate.slice(0, 4))
  return today.slice(5) < birthDate.slice(5) ? years - 1 : years
}
