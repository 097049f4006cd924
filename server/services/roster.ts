import type { Club } from '../db/in-club'
import type { Role, StudentRow } from '../db/rows'

export interface RosterStudent {
  id: string
  name: string
  rankId: string
  groupId: string
  notches: number
  floorNote: string | null
  /** Whole years on the day; only for those who teach. */
  age: number | null
}

/**
 * The active students as a role may see them: who teaches sees names and ages; assistants and the desk see first names,
 * rank and the floor note and nothing else.
 */
export async function roster(club: Club, role: Role, today: string): Promise<RosterStudent[]> {
  const teaches = role === 'head' || role === 'instructor'
  const [rows, ranks] = [await club.students.all({ active: true }), await club.ranks.all()]
  const position = new Map(ranks.map((rank) => [rank.id, rank.position]))
  return rows
    .sort(
      (a, b) =>
        (position.get(a.rankId) ?? 0) - (position.get(b.rankId) ?? 0) ||
        a.firstName.localeCompare(b.firstName),
    )
    .map((row) => ({
      id: row.id,
      name: teaches ? `${row.firstName} ${row.lastName}` : row.firstName,
      rankId: row.rankId,
      groupId: row.groupId,
      notches: row.notches,
      floorNote: row.floorNote,
      age: teaches ? ageOn(row, today) : null,
    }))
}

function ageOn({ birthDate }: StudentRow, today: string): number | null {
  if (!birthDate) return null
  const years = Number(today.slice(0, 4)) - Number(birthDate.slice(0, 4))
  return today.slice(5) < birthDate.slice(5) ? years - 1 : years
}
