import { mayCorrect } from '../../shared/access'
import type { RosterStudent } from '../../shared/answers'
import type { Role } from '../../shared/roles'
import type { Club } from '../db/in-club'

/** Who was not looked at for so long is not told apart from who never was. */
const WITHIN_DAYS = 120
const MS_A_DAY = 24 * 3_600_000

/**
 * When each student was corrected, praised or marked last, ms since 1970; what was taken back does not count. Of merged records it is the one
 * person's.
 *
 * @param today the club's day
 */
async function lastSeen(club: Club, today: string): Promise<Map<string, number>> {
  const since = Date.parse(`${today}T00:00:00Z`) - WITHIN_DAYS * MS_A_DAY
  const rows = await club.select<{ studentId: string; last: number | string }>(
    `SELECT COALESCE(t.same_as, t.id) AS studentId, MAX(seen.last) AS last FROM (
        SELECT s.student_id, MAX(s.at_ms) AS last FROM sightings s
          WHERE s.club_id = :club AND s.at_ms >= :since AND s.kind <> 'undo' AND s.student_id IS NOT NULL
            AND NOT EXISTS (SELECT 1 FROM sightings u WHERE u.club_id = s.club_id AND u.student_id = s.student_id
              AND u.item_id = s.item_id AND u.undoes = s.id)
          GROUP BY s.student_id
        UNION ALL
        SELECT m.student_id, MAX(UNIX_TIMESTAMP(m.given_at)) * 1000 FROM marks m
          WHERE m.club_id = :club AND m.given_at >= FROM_UNIXTIME(:since / 1000) GROUP BY m.student_id
      ) seen JOIN students t ON t.club_id = :club AND t.id = seen.student_id
      GROUP BY COALESCE(t.same_as, t.id)`,
    { since },
  )
  return new Map(rows.map(({ studentId, last }) => [studentId, Math.round(Number(last))]))
}

/** A roster with when each student was looked at last, for those who teach; for others as it is. */
export async function withLastSeen(
  club: Club,
  role: Role,
  today: string,
  students: RosterStudent[],
): Promise<RosterStudent[]> {
  if (!mayCorrect(role)) return students
  const last = await lastSeen(club, today)
  return students.map((student) => ({ ...student, lastSeen: last.get(student.id) ?? null }))
}
