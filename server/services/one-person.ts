import type { Club } from '../db/in-club'

/** Two records that were found to be one person: everything either of them was in is the kept one's. */

/** The ids under which a student is in the records: their own, and those of the records merged into theirs. */
export async function recordsOf(club: Club, studentId: string): Promise<string[]> {
  const merged = await club.students.all({ sameAs: studentId }, { columns: ['id'] })
  return [studentId, ...merged.map(({ id }) => id)]
}

/** Whom a record was merged into, by its id; of the others nothing is said. */
export async function mergedRecords(club: Club): Promise<ReadonlyMap<string, string>> {
  const rows = await club.select<{ id: string; sameAs: string }>(
    'SELECT id, same_as AS sameAs FROM students WHERE club_id = :club AND same_as IS NOT NULL',
  )
  return new Map(rows.map(({ id, sameAs }) => [id, sameAs]))
}
