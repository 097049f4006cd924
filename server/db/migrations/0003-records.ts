import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { itemsIn, planLengthMs } from './0003-plan-length'
import { takeSteps } from './steps'

/**
 * Records that hold: sessions in the database, events unique in their class, the group each student was in when the class
 * began, a ledger that writes what changed row by row with what stands beside it, a summary per student and item, and
 * the list of changes that others are told from.
 */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const SLUG = 'VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'
const FIGURES = `
    work_ms INT UNSIGNED NOT NULL,
    holding_ms INT UNSIGNED NOT NULL,
    reps_l INT UNSIGNED NOT NULL,
    reps_r INT UNSIGNED NOT NULL,
    reps_n INT UNSIGNED NOT NULL,
    received INT UNSIGNED NOT NULL,
    estimated BOOLEAN NOT NULL`

const SESSIONS = [
  `CREATE TABLE sessions (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    user_id ${ID} NOT NULL,
    role ENUM('head','instructor','assistant','desk') NOT NULL,
    password_mark CHAR(16) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    made_at ${STAMP},
    seen_at ${STAMP},
    ended_at DATETIME(3) NULL,
    KEY sessions_of_user (club_id, user_id),
    FOREIGN KEY (club_id, user_id) REFERENCES users (club_id, id) ON DELETE CASCADE
  ) ${TABLE}`,
  `CREATE TABLE rate_limits (
    \`key\` VARCHAR(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
    points INT NOT NULL DEFAULT 0,
    expire BIGINT UNSIGNED NULL,
    KEY limits_by_expiry (expire)
  ) ${TABLE}`,
  // An address is one sequence of characters: an accent makes it another one.
  `ALTER TABLE users MODIFY email VARCHAR(190) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL`,
]

const CHANGES = `CREATE TABLE changes (
    id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
    club_id ${ID} NOT NULL,
    topic VARCHAR(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    root ${SLUG} NOT NULL,
    what VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    user_id ${ID} NULL,
    at ${STAMP},
    KEY changes_of_root (club_id, topic, root, id),
    KEY changes_by_time (topic, what, at)
  ) ${TABLE}`

const eventTable = (table: string, named: string) => [
  `ALTER TABLE ${table}
    ADD COLUMN device_at_ms BIGINT UNSIGNED NULL AFTER at_ms,
    ADD COLUMN count_on_device INT UNSIGNED NULL AFTER device_at_ms,
    ADD COLUMN doubt ENUM('ahead','another day') NULL,
    DROP PRIMARY KEY,
    ADD PRIMARY KEY (club_id, id)`,
  `UPDATE ${table} SET device_at_ms = at_ms`,
  `ALTER TABLE ${table} MODIFY device_at_ms BIGINT UNSIGNED NOT NULL`,
  `ALTER TABLE ${table} DROP KEY ${named}, ADD KEY ${named} (club_id, class_id, at_ms, kind)`,
]

const CLASSES = [
  `ALTER TABLE run_events
    ADD COLUMN board VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN waiting BOOLEAN NULL,
    ADD COLUMN plan_version INT UNSIGNED NULL`,
  `CREATE TABLE class_students (
    club_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    group_id ${SLUG} NOT NULL,
    rank_id ${SLUG} NOT NULL,
    taken_at ${STAMP},
    PRIMARY KEY (club_id, class_id, student_id),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id)
  ) ${TABLE}`,
  // What is known of the past: the groups as they are on the day of this migration.
  `INSERT INTO class_students (club_id, class_id, student_id, group_id, rank_id)
    SELECT c.club_id, c.id, s.id, s.group_id, s.rank_id
    FROM classes c JOIN students s ON s.club_id = c.club_id WHERE c.state <> 'planned'`,
  `CREATE TABLE settlements (
    club_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    events INT UNSIGNED NOT NULL DEFAULT 0,
    revision INT UNSIGNED NOT NULL DEFAULT 0,
    settled_at ${STAMP},
    PRIMARY KEY (club_id, class_id),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id)
  ) ${TABLE}`,
  `INSERT INTO settlements (club_id, class_id, events, revision)
    SELECT c.club_id, c.id,
      (SELECT COUNT(*) FROM run_events e WHERE e.club_id = c.club_id AND e.class_id = c.id)
      + (SELECT COUNT(*) FROM presence p WHERE p.club_id = c.club_id AND p.class_id = c.id),
      c.ledger_revision
    FROM classes c`,
]

const LEDGER = [
  `CREATE TABLE practice (
    club_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    item_id ${SLUG} NOT NULL,
    layer SMALLINT UNSIGNED NOT NULL,
    day DATE NOT NULL,${FIGURES},
    revision INT UNSIGNED NOT NULL,
    PRIMARY KEY (club_id, class_id, student_id, item_id, layer),
    KEY practice_of_student (club_id, student_id, day),
    -- Holds all that a summary is made of, so that making one looks at nothing else.
    KEY practice_of_pair (club_id, student_id, item_id, day, layer, work_ms, holding_ms, reps_l, reps_r, reps_n, received),
    KEY practice_of_item (club_id, item_id, day),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, item_id) REFERENCES items (club_id, id)
  ) ${TABLE}`,
  `INSERT INTO practice (club_id, class_id, student_id, item_id, layer, day, work_ms, holding_ms, reps_l, reps_r, reps_n,
      received, estimated, revision)
    SELECT l.club_id, l.class_id, l.student_id, l.item_id, l.layer, l.day, l.work_ms, l.holding_ms, l.reps_l, l.reps_r, l.reps_n,
      l.received, l.estimated, l.revision
    FROM practice_ledger l JOIN classes c ON c.club_id = l.club_id AND c.id = l.class_id
    WHERE l.revision = c.ledger_revision`,
  `ALTER TABLE practice_ledger
    ADD COLUMN written_by ${ID} NULL,
    ADD COLUMN why ENUM('finish','correction','undo') NOT NULL DEFAULT 'finish'`,
  `UPDATE practice_ledger SET why = 'correction' WHERE revision > 1`,
  // What an earlier revision held and the last one does not has gone away: its newest row says so.
  `INSERT INTO practice_ledger (club_id, class_id, revision, student_id, item_id, layer, day, work_ms, holding_ms, reps_l,
      reps_r, reps_n, received, estimated, why)
    SELECT l.club_id, l.class_id, c.ledger_revision, l.student_id, l.item_id, l.layer, MAX(l.day), 0, 0, 0, 0, 0, 0, FALSE, 'correction'
    FROM practice_ledger l
    JOIN classes c ON c.club_id = l.club_id AND c.id = l.class_id
    LEFT JOIN practice p ON p.club_id = l.club_id AND p.class_id = l.class_id AND p.student_id = l.student_id
      AND p.item_id = l.item_id AND p.layer = l.layer
    WHERE p.club_id IS NULL
    GROUP BY l.club_id, l.class_id, c.ledger_revision, l.student_id, l.item_id, l.layer`,
  `ALTER TABLE classes DROP COLUMN ledger_revision, ADD KEY classes_by_state (club_id, state, day, start_time)`,
  `CREATE TABLE practice_summary (
    club_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    item_id ${SLUG} NOT NULL,
    days SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    last_day DATE NULL,
    layer SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    work_ms BIGINT UNSIGNED NOT NULL DEFAULT 0,
    holding_ms BIGINT UNSIGNED NOT NULL DEFAULT 0,
    reps_l INT UNSIGNED NOT NULL DEFAULT 0,
    reps_r INT UNSIGNED NOT NULL DEFAULT 0,
    reps_n INT UNSIGNED NOT NULL DEFAULT 0,
    received INT UNSIGNED NOT NULL DEFAULT 0,
    mark ENUM('not yet','shaky','sound','sharp') NULL,
    PRIMARY KEY (club_id, student_id, item_id),
    KEY summary_of_item (club_id, item_id, last_day),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, item_id) REFERENCES items (club_id, id)
  ) ${TABLE}`,
  `INSERT INTO practice_summary (club_id, student_id, item_id, days, last_day, layer, work_ms, holding_ms, reps_l, reps_r,
      reps_n, received)
    SELECT club_id, student_id, item_id, COUNT(DISTINCT day), MAX(day), MAX(layer), SUM(work_ms), SUM(holding_ms), SUM(reps_l),
      SUM(reps_r), SUM(reps_n), SUM(received)
    FROM practice GROUP BY club_id, student_id, item_id`,
  `INSERT INTO practice_summary (club_id, student_id, item_id, mark)
    SELECT m.club_id, m.student_id, m.item_id, m.mark FROM marks m
    JOIN (SELECT club_id, student_id, item_id, MAX(CONCAT(given_at, ' ', id)) AS newest FROM marks GROUP BY club_id, student_id, item_id) n
      ON n.club_id = m.club_id AND n.student_id = m.student_id AND n.item_id = m.item_id AND n.newest = CONCAT(m.given_at, ' ', m.id)
    ON DUPLICATE KEY UPDATE mark = VALUES(mark)`,
]

const PLANS = [
  // Twelve hours a board and 120 boards are more milliseconds than 32 bits hold.
  `ALTER TABLE plans
    MODIFY total_ms BIGINT UNSIGNED NOT NULL,
    MODIFY spare_ms BIGINT NOT NULL,
    ADD COLUMN theme VARCHAR(500) NOT NULL DEFAULT '',
    ADD COLUMN boards TEXT NOT NULL DEFAULT '',
    ADD COLUMN day DATE NULL`,
  `ALTER TABLE plan_versions
    ADD COLUMN title VARCHAR(200) NOT NULL DEFAULT '',
    ADD COLUMN blocks SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN total_ms BIGINT UNSIGNED NOT NULL DEFAULT 0,
    ADD KEY versions_by_time (club_id, plan_id, saved_at)`,
  `CREATE TABLE plan_items (
    club_id ${ID} NOT NULL,
    item_id ${SLUG} NOT NULL,
    plan_id ${ID} NOT NULL,
    PRIMARY KEY (club_id, item_id, plan_id),
    FOREIGN KEY (club_id, plan_id) REFERENCES plans (club_id, id),
    FOREIGN KEY (club_id, item_id) REFERENCES items (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE plan_people (
    club_id ${ID} NOT NULL,
    plan_id ${ID} NOT NULL,
    stream_id ${ID} NOT NULL,
    user_id ${ID} NOT NULL,
    seen_at ${STAMP},
    PRIMARY KEY (club_id, plan_id, stream_id),
    KEY people_by_time (seen_at),
    FOREIGN KEY (club_id, plan_id) REFERENCES plans (club_id, id) ON DELETE CASCADE,
    FOREIGN KEY (club_id, user_id) REFERENCES users (club_id, id) ON DELETE CASCADE
  ) ${TABLE}`,
]

/** A plan as it was kept on that day, as far as this reads it; a document of another kind has none of it. */
interface Kept {
  title?: unknown
  theme?: unknown
  date?: unknown
  blocks?: unknown
}

interface OldPlan {
  club_id: string
  id: string
  plan_id: string
  body: Kept | string
}

const textIn = (value: unknown, most: number) => (typeof value === 'string' ? value.slice(0, most) : '')
const blocksIn = ({ blocks }: Kept): { title?: unknown }[] =>
  Array.isArray(blocks) ? blocks.filter((block) => typeof block === 'object' && block !== null) : []

const planOf = ({ body }: OldPlan): Kept => (typeof body === 'string' ? (JSON.parse(body) as Kept) : body)

const PIECE = 200

/** Reads a table of plans piece by piece: three years of them do not stand in memory at once. */
async function eachPlan(
  sequelize: Sequelize,
  transaction: Transaction,
  table: 'plans' | 'plan_versions',
  task: (row: OldPlan, plan: Kept) => Promise<void>,
): Promise<void> {
  const plan = table === 'plans' ? 'id AS plan_id' : 'plan_id'
  for (let after = ''; ;) {
    const rows = await sequelize.query<OldPlan>(
      `SELECT club_id, id, ${plan}, body FROM ${table} WHERE id > :after ORDER BY id LIMIT ${PIECE}`,
      { type: QueryTypes.SELECT, replacements: { after }, transaction },
    )
    for (const row of rows) await task(row, planOf(row))
    const last = rows.at(-1)
    if (!last) return
    after = last.id
  }
}

async function fillPlans(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const speaksOf = async (row: OldPlan, plan: Kept) => {
    const items = [...itemsIn(plan)]
    if (items.length === 0) return
    // Only items that are still in the library: a plan may outlive what it spoke of.
    await sequelize.query(
      `INSERT INTO plan_items (club_id, item_id, plan_id)
        SELECT i.club_id, i.id, :plan FROM items i
        WHERE i.club_id = :club AND i.id IN (:items)
          AND NOT EXISTS (SELECT 1 FROM plan_items p WHERE p.club_id = i.club_id AND p.item_id = i.id AND p.plan_id = :plan)`,
      { replacements: { plan: row.plan_id, club: row.club_id, items }, transaction },
    )
  }
  await eachPlan(sequelize, transaction, 'plans', async (row, plan) => {
    await sequelize.query(
      'UPDATE plans SET theme = :theme, boards = :boards, day = :day WHERE club_id = :club AND id = :id',
      {
        replacements: {
          theme: textIn(plan.theme, 500),
          boards: blocksIn(plan)
            .map(({ title }) => textIn(title, 200))
            .join(' · '),
          day: /^\d{4}-\d\d-\d\d$/.test(textIn(plan.date, 10)) ? plan.date : null,
          club: row.club_id,
          id: row.id,
        },
        transaction,
      },
    )
    await speaksOf(row, plan)
  })
  await eachPlan(sequelize, transaction, 'plan_versions', async (row, plan) => {
    await sequelize.query(
      'UPDATE plan_versions SET title = :title, blocks = :blocks, total_ms = :ms WHERE club_id = :club AND id = :id',
      {
        replacements: {
          title: textIn(plan.title, 200),
          blocks: blocksIn(plan).length,
          ms: planLengthMs(plan),
          club: row.club_id,
          id: row.id,
        },
        transaction,
      },
    )
    await speaksOf(row, plan)
  })
}

export async function up(sequelize: Sequelize): Promise<void> {
  const before = [
    ...SESSIONS,
    CHANGES,
    ...eventTable('run_events', 'events_of_class'),
    ...eventTable('presence', 'presence_of_class'),
    ...CLASSES,
    ...LEDGER,
    ...PLANS,
  ]
  await takeSteps(sequelize, '0003-records', [...before, fillPlans])
}

/** Back to a ledger in revisions of whole classes: each class gets one more, of what stands. A backup comes first. */
const DOWN = [
  'DROP TABLE plan_people',
  'DROP TABLE plan_items',
  'ALTER TABLE plan_versions DROP KEY versions_by_time, DROP COLUMN title, DROP COLUMN blocks, DROP COLUMN total_ms',
  `ALTER TABLE plans DROP COLUMN theme, DROP COLUMN boards, DROP COLUMN day,
    MODIFY total_ms INT UNSIGNED NOT NULL, MODIFY spare_ms INT NOT NULL`,
  'DROP TABLE practice_summary',
  'ALTER TABLE classes DROP KEY classes_by_state, ADD COLUMN ledger_revision INT UNSIGNED NOT NULL DEFAULT 0',
  `UPDATE classes c JOIN settlements s ON s.club_id = c.club_id AND s.class_id = c.id
    SET c.ledger_revision = s.revision + 1 WHERE s.revision > 0`,
  'ALTER TABLE practice_ledger DROP COLUMN written_by, DROP COLUMN why',
  `INSERT INTO practice_ledger (club_id, class_id, revision, student_id, item_id, layer, day, work_ms, holding_ms, reps_l, reps_r,
      reps_n, received, estimated)
    SELECT p.club_id, p.class_id, c.ledger_revision, p.student_id, p.item_id, p.layer, p.day, p.work_ms, p.holding_ms, p.reps_l,
      p.reps_r, p.reps_n, p.received, p.estimated
    FROM practice p JOIN classes c ON c.club_id = p.club_id AND c.id = p.class_id`,
  'DROP TABLE practice',
  'DROP TABLE settlements',
  'DROP TABLE class_students',
  'ALTER TABLE run_events DROP COLUMN board, DROP COLUMN waiting, DROP COLUMN plan_version',
  ...['run_events', 'presence'].map(
    (table) =>
      `ALTER TABLE ${table} DROP COLUMN device_at_ms, DROP COLUMN count_on_device, DROP COLUMN doubt,
        DROP PRIMARY KEY, ADD PRIMARY KEY (id)`,
  ),
  'DROP TABLE changes',
  'ALTER TABLE users MODIFY email VARCHAR(190) NOT NULL',
  'DROP TABLE rate_limits',
  'DROP TABLE sessions',
]

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
