import { randomUUID } from 'node:crypto'
import { addDays, format, parseISO } from 'date-fns'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { QueryTypes } from 'sequelize'
import { demoGroups } from '../../demo/club'
import { demoItems, demoLadder, demoSettings, demoSyllabus } from '../../demo/curriculum'
import { seasonPlans } from '../../demo/season'
import { seeded } from '../../demo/seeded'
import type { Database } from '../../server/db/connect'
import { inClub } from '../../server/db/in-club'
import { addClass } from '../../server/services/classes'
import { createClub } from '../../server/services/new-club'
import { addPlan } from '../../server/services/plans'

/** Three years of a large club: 200 students, 450 finished classes, ten items practised by everyone in each. */
export const STUDENTS = 200
export const CLASSES = 450
export const ITEMS_A_CLASS = 10
export const ROWS = STUDENTS * CLASSES * ITEMS_A_CLASS

export const HEAD = { email: 'head@large.example', password: 'three years of classes' }
const SEED = 4711
const DAYS_BETWEEN = 2.4

/** Loads the large club into empty tables. Its practice is made up by SQL; what is measured on it goes through the application. */
export async function loadLargeClub(db: Database, today: string): Promise<void> {
  const chance = seeded(SEED)
  const clubId = randomUUID()
  const headId = randomUUID()
  const hash = await new Hash(new Scrypt({})).make(HEAD.password)
  const curriculum = { ladder: demoLadder, items: demoItems, syllabus: demoSyllabus }
  const settings = { ...demoSettings(today), name: 'Large Club' }
  await createClub(
    db,
    clubId,
    settings,
    curriculum,
    (club) =>
      club.users.add({ id: headId, name: 'Head', email: HEAD.email, role: 'head', passwordHash: hash }),
    demoGroups,
  )
  const ranks = demoLadder.ranks
  const groupOf = (rank: string) => demoGroups.find((group) => group.ranks.includes(rank))?.id ?? ''
  await inClub(db, clubId, (club) =>
    club.students.addAll(
      Array.from({ length: STUDENTS }, (_, n) => {
        const rankId = ranks[n % ranks.length]?.id ?? ''
        return {
          id: randomUUID(),
          firstName: `Student${n}`,
          lastName: 'Large',
          birthDate: '2000-01-01',
          rankId,
          rankSince: null,
          notches: 0,
          groupId: groupOf(rankId),
          heightCm: 170,
          massKg: 70,
          floorNote: null,
          active: true,
        }
      }),
    ),
  )
  const plans = seasonPlans(34, chance)
  for (let n = 0; n < CLASSES; n++) {
    const day = format(addDays(parseISO(today), -Math.round((CLASSES - n) * DAYS_BETWEEN) - 1), 'yyyy-MM-dd')
    await inClub(db, clubId, async (club) => {
      const plan = { ...(plans[n % plans.length] as object), date: day, start: '18:30' }
      const planId = await addPlan(club, headId, plan)
      await addClass(club, { planId, day, startTime: '18:30', lengthMin: 75, teacherId: headId })
    })
  }
  for (const sql of PRACTICE) await db.sequelize.query(sql, { replacements: { clubId, headId } })
  await db.sequelize.query(
    'ANALYZE TABLE practice, practice_ledger, practice_summary, presence, classes, plans',
    {
      type: QueryTypes.SELECT,
    },
  )
}

const PRACTICE = [
  `UPDATE classes c JOIN plans p ON p.club_id = c.club_id AND p.id = c.plan_id
    SET c.state = 'finished', c.run_plan = p.body WHERE c.club_id = :clubId`,
  `INSERT INTO class_students (club_id, class_id, student_id, group_id, rank_id)
    SELECT c.club_id, c.id, s.id, s.group_id, s.rank_id FROM classes c JOIN students s ON s.club_id = c.club_id WHERE c.club_id = :clubId`,
  `INSERT INTO presence (club_id, id, class_id, student_id, kind, at_ms, device_at_ms, sent_by)
    SELECT c.club_id, UUID(), c.id, s.id, 'here', UNIX_TIMESTAMP(c.day) * 1000, UNIX_TIMESTAMP(c.day) * 1000, :headId
    FROM classes c JOIN students s ON s.club_id = c.club_id WHERE c.club_id = :clubId`,
  `UPDATE settlements s SET s.revision = 1,
    s.events = (SELECT COUNT(*) FROM presence p WHERE p.club_id = s.club_id AND p.class_id = s.class_id) WHERE s.club_id = :clubId`,
  `CREATE TEMPORARY TABLE worked AS
    SELECT class_id, item_id FROM (
      SELECT c.id AS class_id, i.id AS item_id, ROW_NUMBER() OVER (PARTITION BY c.id ORDER BY CRC32(CONCAT(c.id, i.id))) AS n
      FROM classes c JOIN items i ON i.club_id = c.club_id WHERE c.club_id = :clubId
    ) x WHERE n <= ${ITEMS_A_CLASS}`,
  `INSERT INTO practice (club_id, class_id, student_id, item_id, layer, day, work_ms, holding_ms, reps_l, reps_r, reps_n, received,
      estimated, revision)
    SELECT c.club_id, c.id, s.id, w.item_id, 1, c.day, 120000, 0, 10, 10, 0, 0, FALSE, 1
    FROM classes c JOIN worked w ON w.class_id = c.id JOIN students s ON s.club_id = c.club_id WHERE c.club_id = :clubId`,
  `INSERT INTO practice_ledger (club_id, class_id, student_id, item_id, layer, day, work_ms, holding_ms, reps_l, reps_r, reps_n,
      received, estimated, revision, written_by)
    SELECT club_id, class_id, student_id, item_id, layer, day, work_ms, holding_ms, reps_l, reps_r, reps_n, received, estimated, 1, :headId
    FROM practice WHERE club_id = :clubId`,
  `INSERT INTO practice_summary (club_id, student_id, item_id, days, last_day, layer, work_ms, holding_ms, reps_l, reps_r, reps_n, received)
    SELECT club_id, student_id, item_id, COUNT(DISTINCT day), MAX(day), MAX(layer), SUM(work_ms), SUM(holding_ms), SUM(reps_l),
      SUM(reps_r), SUM(reps_n), SUM(received)
    FROM practice WHERE club_id = :clubId GROUP BY club_id, student_id, item_id`,
  'DROP TEMPORARY TABLE worked',
]
