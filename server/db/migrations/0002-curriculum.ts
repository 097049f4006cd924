import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { takeSteps } from './steps'

/** The curriculum as documents, the syllabus, shapes, marks, and what a club has settled for itself. */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const SLUG = 'VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'

const UP = [
  `ALTER TABLE clubs
    ADD COLUMN settings JSON NOT NULL DEFAULT '{}',
    ADD COLUMN settings_version INT UNSIGNED NOT NULL DEFAULT 1,
    ADD COLUMN ladder_kind ENUM('ranks','levels','none') NOT NULL DEFAULT 'ranks',
    ADD COLUMN ladder_version INT UNSIGNED NOT NULL DEFAULT 1,
    ADD COLUMN syllabus_version INT UNSIGNED NOT NULL DEFAULT 1`,
  `ALTER TABLE ranks
    ADD COLUMN notches TINYINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN min_months SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN min_classes SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN variants JSON NOT NULL DEFAULT '[]'`,
  `ALTER TABLE students ADD COLUMN apart JSON NOT NULL DEFAULT '[]'`,
  `CREATE TABLE syllabus (
    club_id ${ID} NOT NULL,
    rank_id ${SLUG} NOT NULL,
    item_id ${SLUG} NOT NULL,
    position SMALLINT UNSIGNED NOT NULL,
    layer SMALLINT UNSIGNED NOT NULL,
    unit ENUM('reps','runs','minutes') NULL,
    amount DECIMAL(9,2) NULL,
    asks VARCHAR(300) NULL,
    part VARCHAR(60) NULL,
    PRIMARY KEY (club_id, rank_id, item_id),
    FOREIGN KEY (club_id, rank_id) REFERENCES ranks (club_id, id),
    FOREIGN KEY (club_id, item_id) REFERENCES items (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE shapes (
    club_id ${ID} NOT NULL,
    id ${SLUG} NOT NULL,
    name VARCHAR(80) NOT NULL,
    body JSON NOT NULL,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    PRIMARY KEY (club_id, id),
    FOREIGN KEY (club_id) REFERENCES clubs (id)
  ) ${TABLE}`,
  `CREATE TABLE marks (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    item_id ${SLUG} NOT NULL,
    layer SMALLINT UNSIGNED NOT NULL,
    mark ENUM('not yet','shaky','sound','sharp') NOT NULL,
    fault VARCHAR(200) NULL,
    given_by ${ID} NOT NULL,
    given_at ${STAMP},
    KEY marks_of_student (club_id, student_id, item_id, given_at),
    KEY marks_of_item (club_id, item_id, class_id),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, item_id) REFERENCES items (club_id, id),
    FOREIGN KEY (club_id, given_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE import_rows (
    club_id ${ID} NOT NULL,
    import_id ${ID} NOT NULL,
    item_id ${SLUG} NOT NULL,
    sent_by ${ID} NOT NULL,
    body JSON NOT NULL,
    PRIMARY KEY (club_id, import_id, item_id),
    FOREIGN KEY (club_id, sent_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `ALTER TABLE items
    ADD COLUMN body JSON NOT NULL DEFAULT '{}',
    ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1,
    ADD COLUMN archived BOOLEAN NOT NULL DEFAULT FALSE`,
]

interface OldItem {
  club_id: string
  id: string
  name: string
  category: string
  sides: number
  partner: string
  layers: { name: string; point?: string }[] | string
  key_points: string[] | string
  caution: string | null
}

const parsed = <T>(value: T | string): T => (typeof value === 'string' ? (JSON.parse(value) as T) : value)

/** An item of the first slice as the document it is now; every field it did not have takes its default. */
function documentOf(row: OldItem): object {
  return {
    id: row.id,
    name: row.name,
    aliases: [],
    category: row.category,
    sides: row.sides,
    partner: row.partner,
    layers: parsed(row.layers).map(({ name, point }) => ({ name, points: point ? [point] : [] })),
    prerequisites: [],
    keyPoints: parsed(row.key_points),
    faults: [],
    demand: {},
    prepares: {},
    jumps: 0,
    contact: 'none',
    headContact: false,
    kit: [],
    ...(row.caution ? { hazard: row.caution } : {}),
    sections: [],
    steps: [],
    ladder: [],
  }
}

async function itemsToDocuments(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const rows = await sequelize.query<OldItem>('SELECT * FROM items', { type: QueryTypes.SELECT, transaction })
  // Where the columns went already, the documents are written.
  for (const row of rows.filter(({ layers }) => layers !== undefined))
    await sequelize.query('UPDATE items SET body = :body WHERE club_id = :club_id AND id = :id', {
      replacements: { body: JSON.stringify(documentOf(row)), club_id: row.club_id, id: row.id },
      transaction,
    })
}

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0002-curriculum', [
    ...UP,
    itemsToDocuments,
    'ALTER TABLE items DROP COLUMN sides, DROP COLUMN partner, DROP COLUMN layers, DROP COLUMN key_points, DROP COLUMN caution',
  ])
}

/** Back to the columns of the first slice; what they cannot hold is let go, so a backup comes first. */
const DOWN = [
  `ALTER TABLE items
    ADD COLUMN sides TINYINT UNSIGNED NOT NULL DEFAULT 1,
    ADD COLUMN partner ENUM('solo','partner','both') NOT NULL DEFAULT 'solo',
    ADD COLUMN layers JSON NOT NULL DEFAULT '[]',
    ADD COLUMN key_points JSON NOT NULL DEFAULT '[]',
    ADD COLUMN caution VARCHAR(500) NULL`,
  `UPDATE items SET
    sides = JSON_VALUE(body, '$.sides'), partner = JSON_VALUE(body, '$.partner'),
    layers = JSON_QUERY(body, '$.layers'), key_points = JSON_QUERY(body, '$.keyPoints'),
    caution = JSON_VALUE(body, '$.hazard')`,
  'ALTER TABLE items DROP COLUMN body, DROP COLUMN version, DROP COLUMN archived',
  'DROP TABLE import_rows',
  'DROP TABLE marks',
  'DROP TABLE shapes',
  'DROP TABLE syllabus',
  'ALTER TABLE students DROP COLUMN apart',
  'ALTER TABLE ranks DROP COLUMN notches, DROP COLUMN min_months, DROP COLUMN min_classes, DROP COLUMN variants',
  `ALTER TABLE clubs DROP COLUMN settings, DROP COLUMN settings_version, DROP COLUMN ladder_kind,
    DROP COLUMN ladder_version, DROP COLUMN syllabus_version`,
]

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
