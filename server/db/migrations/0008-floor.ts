import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/** Acts on the floor say more than their board, and on which device they were done; incidents are recorded apart; a wall has a link of its own. */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'

const UP = [
  `ALTER TABLE run_events
    ADD COLUMN detail MEDIUMTEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
    ADD COLUMN device ${ID} NULL`,
  `CREATE TABLE incidents (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    at_ms BIGINT UNSIGNED NOT NULL,
    site VARCHAR(100) NOT NULL,
    happened VARCHAR(2000) NOT NULL,
    done VARCHAR(2000) NOT NULL,
    told VARCHAR(500) NOT NULL,
    made_by ${ID} NOT NULL,
    made_at ${STAMP},
    PRIMARY KEY (club_id, id),
    KEY incidents_of_student (club_id, student_id, at_ms),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, made_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  // Only a digest of the link is kept: whoever reads the table cannot open a wall.
  `CREATE TABLE walls (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    digest CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    made_by ${ID} NOT NULL,
    made_at ${STAMP},
    ended_at DATETIME(3) NULL,
    PRIMARY KEY (club_id, id),
    UNIQUE KEY walls_by_digest (digest),
    FOREIGN KEY (club_id, made_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
]

const DOWN = [
  'DROP TABLE walls',
  'DROP TABLE incidents',
  'ALTER TABLE run_events DROP COLUMN detail, DROP COLUMN device',
]

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0008-floor', UP)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
