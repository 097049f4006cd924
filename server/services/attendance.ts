import type { Attended, Stood } from '../../core/people/attendance-figures'
import type { Club } from '../db/in-club'
import type { ClassStudentRow } from '../db/rows'

/** How everybody stood at the classes that are over, noted when a class is settled: questions about months read one row a class. */

type Noted = Pick<ClassStudentRow, 'studentId' | 'groupId' | 'rankId' | 'stood'>

/** Writes what differs from what was noted before; of several records of one person only the one that counts says how they stood. */
export async function noteAttendance(
  club: Club,
  classId: string,
  everyone: readonly { id: string; noted: Noted; counts: boolean }[],
  stood: ReadonlyMap<string, Stood | null>,
): Promise<void> {
  const changed = everyone
    .map(({ id, noted, counts }) => ({ noted, stands: counts ? (stood.get(id) ?? null) : null }))
    .filter(({ noted, stands }) => stands !== noted.stood)
  if (changed.length === 0) return
  await club.classStudents.append(
    changed.map(({ noted: { studentId, groupId, rankId }, stands }) => ({
      classId,
      studentId,
      groupId,
      rankId,
      stood: stands,
    })),
    ['stood'],
  )
}

/** How one student stood at every class that is over, in their order. */
export async function attendanceOfStudent(club: Club, studentIds: readonly string[]): Promise<Attended[]> {
  return club.select<Attended>(
    `SELECT DATE_FORMAT(c.day, '%Y-%m-%d') AS day, t.stood FROM class_students t
      JOIN classes c ON c.club_id = t.club_id AND c.id = t.class_id AND c.state = 'finished'
      WHERE t.club_id = :club AND t.student_id IN (:studentIds) AND t.stood IS NOT NULL
      ORDER BY c.day, c.start_time, c.id`,
    { studentIds },
  )
}

/** The same of every active student since a day. */
export async function attendanceSince(club: Club, since: string): Promise<Map<string, Attended[]>> {
  const rows = await club.select<Attended & { studentId: string }>(
    `SELECT s.id AS studentId, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, t.stood FROM classes c
      JOIN class_students t ON t.club_id = c.club_id AND t.class_id = c.id AND t.stood IS NOT NULL
      JOIN students r ON r.club_id = t.club_id AND r.id = t.student_id
      JOIN students s ON s.club_id = r.club_id AND s.id = COALESCE(r.same_as, r.id) AND s.active AND s.kind = 'member'
      WHERE c.club_id = :club AND c.state = 'finished' AND c.day >= :since ORDER BY c.day, c.start_time, c.id`,
    { since },
  )
  const all = new Map<string, Attended[]>()
  for (const { studentId, day, stood } of rows) {
    const list = all.get(studentId)
    if (list) list.push({ day, stood })
    else all.set(studentId, [{ day, stood }])
  }
  return all
}

/** What the group of a student worked on in classes they took no part in, by class. */
export async function missedBy(
  club: Club,
  studentIds: readonly string[],
  classIds: readonly string[],
): Promise<Record<string, string[]>> {
  if (classIds.length === 0) return {}
  const rows = await club.select<{ classId: string; itemId: string }>(
    `SELECT DISTINCT p.class_id AS classId, p.item_id AS itemId FROM class_students t
      JOIN class_students o ON o.club_id = t.club_id AND o.class_id = t.class_id AND o.group_id = t.group_id
      JOIN practice p ON p.club_id = o.club_id AND p.class_id = o.class_id AND p.student_id = o.student_id AND p.work_ms > 0
      WHERE t.club_id = :club AND t.student_id IN (:studentIds) AND t.class_id IN (:classIds) AND t.stood IN ('away', 'excused')
      ORDER BY p.class_id, p.item_id`,
    { studentIds, classIds },
  )
  const missed: Record<string, string[]> = {}
  for (const { classId, itemId } of rows) (missed[classId] ??= []).push(itemId)
  return missed
}
