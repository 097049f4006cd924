import { kindsIn } from '../../core/people/free-round'
import type { Plan } from '../../core/plan/schema'
import type { ClassView } from '../../shared/answers'
import type { Club } from '../db/in-club'

/** What each group has learnt of the kinds that the free rounds of a plan allow; nothing is asked for a plan without one. */
export async function learntFor(club: Club, plan: Plan): Promise<ClassView['learnt']> {
  const kinds = kindsIn(plan)
  if (kinds.length === 0) return []
  const groups = plan.groups.map(({ id }) => id)
  const rows = await club.select<{
    groupId: string
    itemId: string
    markedAt: string | null
    workedAt: string
  }>(
    `SELECT s.group_id AS groupId, p.item_id AS itemId, UNIX_TIMESTAMP(MAX(p.last_day)) * 1000 AS workedAt,
        (SELECT UNIX_TIMESTAMP(MAX(m.given_at)) * 1000 FROM marks m JOIN students o
            ON o.club_id = m.club_id AND o.id = m.student_id
          WHERE m.club_id = s.club_id AND m.item_id = p.item_id AND o.group_id = s.group_id) AS markedAt
      FROM students s
      JOIN practice_summary p ON p.club_id = s.club_id AND p.student_id = s.id AND p.days > 0
      JOIN items i ON i.club_id = p.club_id AND i.id = p.item_id AND i.category IN (:kinds)
      WHERE s.club_id = :club AND s.active AND s.group_id IN (:groups)
      GROUP BY s.club_id, s.group_id, p.item_id
      HAVING COUNT(*) * 2 >= (SELECT COUNT(*) FROM students g
        WHERE g.club_id = s.club_id AND g.active AND g.group_id = s.group_id)`,
    { kinds, groups },
  )
  return rows.map(({ groupId: group, itemId: item, markedAt, workedAt }) => ({
    group,
    item,
    markedAt: markedAt === null ? null : Number(markedAt),
    workedAt: Number(workedAt),
  }))
}
