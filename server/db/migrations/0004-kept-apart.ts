import { randomUUID } from 'node:crypto'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { takeSteps } from './steps'

/**
 * Students follow the group of their rank unless they are placed by hand; plans and classes can be put away; versions have names; and
 * every planned class has a plan of its own that says its day, hour and length.
 */
const UP = [
  `ALTER TABLE students ADD COLUMN placed BOOLEAN NOT NULL DEFAULT FALSE`,
  // Nobody could be placed by hand before: whoever is elsewhere was left there when a rank was moved.
  `UPDATE students s JOIN group_ranks r ON r.club_id = s.club_id AND r.rank_id = s.rank_id SET s.group_id = r.group_id`,
  `ALTER TABLE plans ADD COLUMN put_away BOOLEAN NOT NULL DEFAULT FALSE`,
  `ALTER TABLE classes ADD COLUMN put_away BOOLEAN NOT NULL DEFAULT FALSE`,
  `ALTER TABLE plan_versions ADD COLUMN name VARCHAR(80) NULL`,
]
const DOWN = [
  `ALTER TABLE plan_versions DROP COLUMN name`,
  `ALTER TABLE classes DROP COLUMN put_away`,
  `ALTER TABLE plans DROP COLUMN put_away`,
  `ALTER TABLE students DROP COLUMN placed`,
]

interface Planned {
  id: string
  clubId: string
  planId: string
  day: string
  startTime: string
  lengthMin: number
  others: number
  body: string | object
}

/** A planned class takes its times from its plan from now on: its own are written there, in a copy where the plan is shared. */
async function ownPlans(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const planned = await sequelize.query<Planned>(
    `SELECT c.id, c.club_id AS clubId, c.plan_id AS planId, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, c.start_time AS startTime,
        c.length_min AS lengthMin, p.body,
        (SELECT COUNT(*) FROM classes o WHERE o.plan_id = c.plan_id AND o.id <> c.id AND (o.state <> 'planned' OR o.id < c.id)) AS others
      FROM classes c JOIN plans p ON p.id = c.plan_id WHERE c.state = 'planned'`,
    { type: QueryTypes.SELECT, transaction },
  )
  for (const { id, clubId, planId, day, startTime, lengthMin, others, body } of planned) {
    const plan = typeof body === 'string' ? (JSON.parse(body) as object) : body
    const written = JSON.stringify({ ...plan, date: day, start: startTime, lengthMin })
    if (!others) {
      await sequelize.query(
        `UPDATE plans SET body = ?, day = ?, spare_ms = ? - CAST(total_ms AS SIGNED) WHERE id = ?`,
        { replacements: [written, day, lengthMin * 60_000, planId], transaction },
      )
      continue
    }
    const copy = randomUUID()
    await sequelize.query(
      `INSERT INTO plans (id, club_id, title, body, version, total_ms, spare_ms, blocks, theme, boards, day, saved_by, saved_at)
        SELECT ?, club_id, title, ?, 1, total_ms, ? - CAST(total_ms AS SIGNED), blocks, theme, boards, ?, saved_by, saved_at
        FROM plans WHERE id = ?`,
      { replacements: [copy, written, lengthMin * 60_000, day, planId], transaction },
    )
    await sequelize.query(
      `INSERT INTO plan_items (club_id, item_id, plan_id) SELECT club_id, item_id, ? FROM plan_items WHERE plan_id = ?`,
      { replacements: [copy, planId], transaction },
    )
    await sequelize.query(`UPDATE classes SET plan_id = ? WHERE club_id = ? AND id = ?`, {
      replacements: [copy, clubId, id],
      transaction,
    })
  }
}

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0004-kept-apart', [...UP, ownPlans])
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
