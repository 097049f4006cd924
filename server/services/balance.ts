import { perHead, type ClassWorked, type GroupTimes } from '../../core/balance/over-time'
import type { BalanceAnswer } from '../../shared/answers'
import type { Club } from '../db/in-club'
import { IN_ROLES } from './ledger'

/** More classes than a club holds in half a year. */
const MOST_CLASSES = 400

/** What groups worked on since a day and where the time of their classes went. Only the rows of these classes are read. */
export async function balanceSince(
  club: Club,
  from: string,
): Promise<Pick<BalanceAnswer, 'classes' | 'worked'>> {
  const classes = await club.select<{ id: string; day: string; times: string | null }>(
    `SELECT c.id, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, s.times FROM classes c
      LEFT JOIN settlements s ON s.club_id = c.club_id AND s.class_id = c.id
      WHERE c.club_id = :club AND c.state = 'finished' AND c.day >= :from ORDER BY c.day DESC, c.start_time DESC LIMIT ${MOST_CLASSES}`,
    { from },
  )
  const told = classes.map(({ day, times }) => ({
    day,
    times: times === null ? null : (JSON.parse(times) as GroupTimes[]),
  }))
  if (classes.length === 0) return { classes: told, worked: [] }
  const ids = { classes: classes.map(({ id }) => id) }
  const [worked, heads] = await Promise.all([
    club.select<ClassWorked>(
      `SELECT p.class_id AS classId, t.group_id AS \`group\`, t.rank_id AS \`rank\`, p.item_id AS item,
          SUM(p.work_ms) AS workMs, SUM(p.reps_l) AS repsL, SUM(p.reps_r) AS repsR, SUM(p.reps_n) AS repsN, SUM(p.received) AS received,
          SUM(${IN_ROLES}) AS inRoles
        FROM practice p JOIN class_students t
          ON t.club_id = p.club_id AND t.class_id = p.class_id AND t.student_id = p.student_id
        WHERE p.club_id = :club AND p.class_id IN (:classes) GROUP BY p.class_id, t.group_id, t.rank_id, p.item_id`,
      ids,
    ),
    club.select<{ classId: string; group: string; heads: number }>(
      `SELECT class_id AS classId, group_id AS \`group\`, COUNT(*) AS heads FROM class_students
        WHERE club_id = :club AND class_id IN (:classes) AND stood IN ('there', 'home') GROUP BY class_id, group_id`,
      ids,
    ),
  ])
  const dayOf = new Map(classes.map(({ id, day }) => [id, day]))
  const rows = worked.map((row) => ({
    ...row,
    day: dayOf.get(row.classId) ?? from,
    workMs: Number(row.workMs),
    repsL: Number(row.repsL),
    repsR: Number(row.repsR),
    repsN: Number(row.repsN),
    received: Number(row.received),
    inRoles: Number(row.inRoles),
  }))
  const there = new Map(
    heads.map(({ classId, group, heads: count }) => [`${classId} ${group}`, Number(count)]),
  )
  return { classes: told, worked: perHead(rows, there).map(inTenths) }
}

/** A tenth of a rep and a ms of work are exact enough for what a head did on the mean. */
const inTenths = <R extends BalanceAnswer['worked'][number]>(row: R): R => ({
  ...row,
  workMs: Math.round(row.workMs),
  repsL: Math.round(row.repsL * 10) / 10,
  repsR: Math.round(row.repsR * 10) / 10,
  repsN: Math.round(row.repsN * 10) / 10,
  received: Math.round(row.received * 10) / 10,
  inRoles: Math.round(row.inRoles * 10) / 10,
})
