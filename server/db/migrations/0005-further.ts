import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/**
 * What a rep was made of and which sections of a form were run stand in the records; students have versions of their own;
 * lessons form series, and a plan knows which lesson it is.
 */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const SLUG = 'VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'

const FIGURES = ['practice_ledger', 'practice', 'practice_summary']

const UP = [
  ...FIGURES.map(
    (table) => `ALTER TABLE ${table}
      ADD COLUMN in_combinations INT UNSIGNED NOT NULL DEFAULT 0,
      ADD COLUMN sections TEXT CHARACTER SET ascii COLLATE ascii_bin NULL`,
  ),
  `ALTER TABLE practice DROP KEY practice_of_pair, ADD KEY practice_of_pair (club_id, student_id, item_id, day, layer, work_ms,
    holding_ms, reps_l, reps_r, reps_n, received, in_combinations)`,
  `ALTER TABLE plans ADD COLUMN series_id ${SLUG} NULL, ADD COLUMN lesson SMALLINT UNSIGNED NULL,
    ADD KEY plans_of_series (club_id, series_id)`,
  `CREATE TABLE series (
    club_id ${ID} NOT NULL,
    id ${SLUG} NOT NULL,
    name VARCHAR(80) NOT NULL,
    body JSON NOT NULL,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    PRIMARY KEY (club_id, id),
    FOREIGN KEY (club_id) REFERENCES clubs (id)
  ) ${TABLE}`,
  // Rows are added, never changed: what a student worked at in September stays so. Layer 0: as the class does it again.
  `CREATE TABLE student_layers (
    id ${ID} NOT NULL,
    club_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    item_id ${SLUG} NOT NULL,
    layer SMALLINT UNSIGNED NOT NULL,
    day DATE NOT NULL,
    given_by ${ID} NOT NULL,
    given_at ${STAMP},
    PRIMARY KEY (club_id, id),
    KEY layers_of_student (club_id, student_id, item_id, given_at),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, item_id) REFERENCES items (club_id, id)
  ) ${TABLE}`,
]

const DOWN = [
  'DROP TABLE student_layers',
  'DROP TABLE series',
  'ALTER TABLE plans DROP KEY plans_of_series, DROP COLUMN lesson, DROP COLUMN series_id',
  `ALTER TABLE practice DROP KEY practice_of_pair, ADD KEY practice_of_pair (club_id, student_id, item_id, day, layer, work_ms,
    holding_ms, reps_l, reps_r, reps_n, received)`,
  ...FIGURES.map((table) => `ALTER TABLE ${table} DROP COLUMN sections, DROP COLUMN in_combinations`),
]

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0005-further', UP)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
