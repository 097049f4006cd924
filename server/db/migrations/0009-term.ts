import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/** Where a class's time went stands with its settlement; weeks have themes and months programmes; a share of the term can be put on a class. */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const SLUG = 'VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'

const UP = [
  `ALTER TABLE settlements ADD COLUMN times TEXT CHARACTER SET ascii COLLATE ascii_bin NULL`,
  `CREATE TABLE programmes (
    club_id ${ID} NOT NULL,
    period VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    body JSON NOT NULL,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    saved_by ${ID} NOT NULL,
    saved_at ${STAMP},
    PRIMARY KEY (club_id, period),
    FOREIGN KEY (club_id, saved_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE term_places (
    club_id ${ID} NOT NULL,
    group_id ${SLUG} NOT NULL,
    item_id ${SLUG} NOT NULL,
    day DATE NOT NULL,
    minutes SMALLINT UNSIGNED NOT NULL,
    put_by ${ID} NOT NULL,
    put_at ${STAMP},
    PRIMARY KEY (club_id, group_id, item_id, day),
    KEY term_places_by_day (club_id, day),
    FOREIGN KEY (club_id, item_id) REFERENCES items (club_id, id) ON DELETE CASCADE,
    FOREIGN KEY (club_id, put_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
]

const DOWN = ['DROP TABLE term_places', 'DROP TABLE programmes', 'ALTER TABLE settlements DROP COLUMN times']

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0009-term', UP)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
