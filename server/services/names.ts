import type { Club } from '../db/in-club'

const NAMED = {
  users: 'SELECT id, name FROM users WHERE club_id = :club AND id IN (:ids)',
  students:
    "SELECT id, TRIM(CONCAT(first_name, ' ', last_name)) AS name FROM students WHERE club_id = :club AND id IN (:ids)",
  'active students':
    "SELECT id, TRIM(CONCAT(first_name, ' ', last_name)) AS name FROM students WHERE club_id = :club AND active AND id IN (:ids)",
} as const

/** What some are called, by their ids; of whom there is nobody nothing is said. */
export async function namesOf(
  club: Club,
  whose: keyof typeof NAMED,
  ids: readonly string[],
): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const rows = await club.select<{ id: string; name: string }>(NAMED[whose], { ids: [...new Set(ids)] })
  return new Map(rows.map(({ id, name }) => [id, name]))
}
