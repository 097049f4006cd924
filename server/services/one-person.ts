import type { Club } from '../db/in-club'
import type { StudentRow } from '../db/rows'

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

interface InClass {
  studentId: string
}

/**
 * The rows of a class, one a person: of several records of one, the one that was tapped, else the kept one's own.
 *
 * @returns each row with whose it is, and whether it counts
 */
export function onePerPerson<R extends InClass>(
  rows: readonly R[],
  merged: ReadonlyMap<string, string>,
  tapped: ReadonlySet<string>,
): { id: string; row: R; counts: boolean }[] {
  const weight = ({ studentId }: R) => (tapped.has(studentId) ? 2 : 0) + (merged.has(studentId) ? 0 : 1)
  const best = new Map<string, R>()
  const whose = ({ studentId }: R) => merged.get(studentId) ?? studentId
  for (const row of rows) {
    const before = best.get(whose(row))
    if (!before || weight(row) > weight(before)) best.set(whose(row), row)
  }
  return rows.map((row) => ({ id: whose(row), row, counts: best.get(whose(row)) === row }))
}

type Lists = Pick<StudentRow, 'id' | 'apart' | 'together'>

/** Those who list a student among whom they are kept apart from, or with. */
export async function thoseWhoList(club: Club, studentId: string): Promise<string[]> {
  const rows = await club.select<{ id: string }>(
    `SELECT id FROM students WHERE club_id = :club
      AND (JSON_CONTAINS(apart, :quoted) OR JSON_CONTAINS(together, :quoted))`,
    { quoted: JSON.stringify(studentId) },
  )
  return rows.map(({ id }) => id)
}

/**
 * Changes whom some students are kept apart from, and with.
 *
 * @param change makes one list anew, told of which student and which of the two it is
 * @returns the lists as they were
 */
export async function changeLists(
  club: Club,
  studentIds: readonly string[],
  change: (list: string[], of: string, which: 'apart' | 'together') => string[],
): Promise<Lists[]> {
  const before: Lists[] = []
  for (const id of studentIds) {
    const row = await club.students.locked({ id }, ['id', 'apart', 'together', 'version'])
    if (!row) continue
    before.push({ id, apart: row.apart, together: row.together })
    await club.students.change(
      { id },
      {
        apart: change(row.apart, id, 'apart'),
        together: change(row.together, id, 'together'),
        version: row.version + 1,
      },
    )
  }
  return before
}
