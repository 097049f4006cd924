import type { ClassView } from '../../shared/answers'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'

/** So many classes back it is looked for when a group was there last. */
const CLASSES_BACK = 8
/** What took most of the time: more nobody keeps in mind. */
const MOST_ITEMS = 12

interface Worked {
  classId: string
  groupId: string
  itemId: string
  ms: number | string
}

/** What each group was given in the last class it had before one, longest worked first, and who was not there. */
export async function sinceLast(
  club: Club,
  { id, day, startTime }: Pick<ClassRow, 'id' | 'day' | 'startTime'>,
): Promise<ClassView['sinceLast']> {
  const classes = await club.select<{ id: string; day: string }>(
    `SELECT id, DATE_FORMAT(day, '%Y-%m-%d') AS day FROM classes
      WHERE club_id = :club AND state = 'finished' AND id <> :id AND NOT put_away
        AND (day < :day OR (day = :day AND start_time < :startTime))
      ORDER BY day DESC, start_time DESC LIMIT :most`,
    { id, day, startTime, most: CLASSES_BACK },
  )
  if (classes.length === 0) return []
  const ids = classes.map((one) => one.id)
  const [worked, stood] = await Promise.all([
    club.select<Worked>(
      `SELECT cs.class_id AS classId, cs.group_id AS groupId, p.item_id AS itemId, SUM(p.work_ms) AS ms
        FROM class_students cs JOIN practice p
          ON p.club_id = cs.club_id AND p.class_id = cs.class_id AND p.student_id = cs.student_id
        WHERE cs.club_id = :club AND cs.class_id IN (:ids)
        GROUP BY cs.class_id, cs.group_id, p.item_id ORDER BY ms DESC, p.item_id`,
      { ids },
    ),
    club.select<{ classId: string; groupId: string; studentId: string }>(
      `SELECT class_id AS classId, group_id AS groupId, student_id AS studentId FROM class_students
        WHERE club_id = :club AND class_id IN (:ids) AND stood IN ('away', 'excused')`,
      { ids },
    ),
  ])
  const groups = [...new Set(worked.map(({ groupId }) => groupId))].sort()
  return groups.flatMap((group) => {
    const isTheirs = (one: { classId: string; groupId: string }, of: string) =>
      one.classId === of && one.groupId === group
    const last = classes.find((held) => worked.some((row) => isTheirs(row, held.id)))
    if (!last) return []
    const items = worked.filter((row) => isTheirs(row, last.id)).map(({ itemId }) => itemId)
    const away = stood.filter((row) => isTheirs(row, last.id)).map(({ studentId }) => studentId)
    return [{ group, day: last.day, items: items.slice(0, MOST_ITEMS), away }]
  })
}
