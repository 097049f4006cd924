import { kindsIn } from '../../core/people/free-round'
import type { Plan } from '../../core/plan/schema'
import type { ClassView } from '../../shared/answers'
import type { Club } from '../db/in-club'

/** A mark is fresh for so many days: what was marked before is as if it were not. */
const FRESH_DAYS = 180

interface Row {
  groupId: string
  itemId: string
  at: number | string
}

/** What each group has learnt of the kinds that the free rounds of a plan allow; nothing is asked for a plan without one. */
export async function learntFor(club: Club, plan: Plan): Promise<ClassView['learnt']> {
  const kinds = kindsIn(plan)
  if (kinds.length === 0) return []
  const about = { kinds, groups: plan.groups.map(({ id }) => id) }
  const [worked, marked] = await Promise.all([
    club.select<Row>(
      `SELECT s.group_id AS groupId, p.item_id AS itemId, UNIX_TIMESTAMP(MAX(p.last_day)) * 1000 AS at
        FROM students s
        JOIN practice_summary p ON p.club_id = s.club_id AND p.student_id = s.id AND p.days > 0
        JOIN items i ON i.club_id = p.club_id AND i.id = p.item_id AND i.category IN (:kinds)
        WHERE s.club_id = :club AND s.active AND s.group_id IN (:groups)
        GROUP BY s.group_id, p.item_id
        HAVING COUNT(*) * 2 >= (SELECT COUNT(*) FROM students g
          WHERE g.club_id = :club AND g.active AND g.group_id = s.group_id)`,
      about,
    ),
    club.select<Row>(
      `SELECT s.group_id AS groupId, m.item_id AS itemId, UNIX_TIMESTAMP(MAX(m.given_at)) * 1000 AS at
        FROM marks m JOIN students s ON s.club_id = m.club_id AND s.id = m.student_id AND s.group_id IN (:groups)
        WHERE m.club_id = :club AND m.given_at > NOW(3) - INTERVAL ${FRESH_DAYS} DAY
        GROUP BY s.group_id, m.item_id`,
      about,
    ),
  ])
  const keyOf = ({ groupId, itemId }: Row) => `${groupId} ${itemId}`
  const markedAt = new Map(marked.map((row) => [keyOf(row), Number(row.at)]))
  return worked.map((row) => ({
    group: row.groupId,
    item: row.itemId,
    markedAt: markedAt.get(keyOf(row)) ?? null,
    workedAt: Number(row.at),
  }))
}
