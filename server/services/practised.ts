import type { Role } from '../../shared/roles'
import type { Club } from '../db/in-club'
import { roster } from './roster'

interface Row {
  studentId: string
  /** A JSON list, written by the database. */
  cells: string
}

/**
 * Every active student with what they have practised of every item, as JSON text, from the summaries. The database writes each student's list:
 * at 200 students and 100 items these are twenty thousand entries, which neither the driver nor this process has to take apart. Ids and marks
 * hold nothing that JSON would have to escape.
 */
export async function practisedJson(club: Club, role: Role, today: string): Promise<string> {
  const [students, rows] = await Promise.all([
    roster(club, role, today),
    club.select<Row>(
      `SELECT p.student_id AS studentId, CONCAT('[', GROUP_CONCAT(
          '["', p.item_id, '",', p.days, ',', IF(p.last_day IS NULL, 'null', CONCAT('"', p.last_day, '"')), ',', p.layer, ',', p.reps_l, ',',
          p.reps_r, ',', p.reps_n, ',', p.received, ',', p.work_ms, ',', IF(p.mark IS NULL, 'null', CONCAT('"', p.mark, '"')), ']'
          SEPARATOR ','), ']') AS cells
        FROM practice_summary p JOIN students s ON s.club_id = p.club_id AND s.id = p.student_id AND s.active AND s.kind = 'member'
        WHERE p.club_id = :club GROUP BY p.student_id`,
    ),
  ])
  const cells = rows.map(({ studentId, cells: list }) => `"${studentId}":${list}`)
  return `{"today":"${today}","students":${JSON.stringify(students)},"cells":{${cells.join(',')}}}`
}
