import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/**
 * Reps of work in two roles stand beside what is received; a version of one's own is that of a board, so classes that offered one are settled
 * anew; a class that cannot be settled is set aside; browsers that signed in before are known; a roster file waits in pieces.
 */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const SLUG = 'VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'

/** Finished classes with a board that leaves versions to each, in clubs where somebody has one. */
const OFFERING = `classes c
    WHERE c.state = 'finished' AND c.run_plan LIKE '%"layerUpTo"%'
      AND EXISTS (SELECT 1 FROM student_layers l WHERE l.club_id = c.club_id AND l.day <= c.day)`

const UP = [
  // Nothing where a class was settled before: what it was, nobody noted.
  'ALTER TABLE practice_ledger ADD COLUMN in_roles INT UNSIGNED NULL',
  'ALTER TABLE practice ADD COLUMN in_roles INT UNSIGNED NULL',
  'ALTER TABLE practice_summary ADD COLUMN in_roles INT UNSIGNED NOT NULL DEFAULT 0',
  `UPDATE practice_summary s
    JOIN (SELECT club_id, student_id, item_id, SUM(IF(received > 0, reps_l + reps_r + reps_n, 0)) AS reps
      FROM practice GROUP BY club_id, student_id, item_id) p
      ON p.club_id = s.club_id AND p.student_id = s.student_id AND p.item_id = s.item_id
    SET s.in_roles = p.reps`,
  `ALTER TABLE practice DROP KEY practice_of_pair, ADD KEY practice_of_pair (club_id, student_id, item_id, day, layer, work_ms,
    holding_ms, reps_l, reps_r, reps_n, received, in_combinations, in_roles)`,
  // Under which a class stands in calendars: the same for ever, and the one that its hour had before it was planned.
  `ALTER TABLE classes ADD COLUMN calendar_uid VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD UNIQUE KEY classes_by_uid (club_id, calendar_uid)`,
  'UPDATE classes SET calendar_uid = id',
  // A finish that came before its start is doubted too.
  ...['run_events', 'presence'].map(
    (table) => `ALTER TABLE ${table} MODIFY doubt VARCHAR(20) CHARACTER SET ascii COLLATE ascii_bin NULL`,
  ),
  // Who comes to a class that is not for them joins a group of it.
  'ALTER TABLE presence ADD COLUMN group_id VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin NULL',
  // Of a class that fails to be settled: how often, when last, and what the failure said.
  `ALTER TABLE settlements ADD COLUMN failed TINYINT UNSIGNED NOT NULL DEFAULT 0, ADD COLUMN failed_at DATETIME(3) NULL,
    ADD COLUMN failed_why VARCHAR(300) NULL`,
  `CREATE TABLE known_browsers (
    club_id ${ID} NOT NULL,
    user_id ${ID} NOT NULL,
    digest CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    seen_at ${STAMP},
    PRIMARY KEY (club_id, user_id, digest),
    FOREIGN KEY (club_id, user_id) REFERENCES users (club_id, id) ON DELETE CASCADE
  ) ${TABLE}`,
  // A roster waits in pieces as a library does; what two people send under one id are two imports; what was left behind goes by its age.
  `ALTER TABLE import_rows ADD COLUMN kind ENUM('library','roster') NOT NULL DEFAULT 'library' AFTER club_id,
    ADD COLUMN staged_at ${STAMP}, CHANGE item_id row_id ${SLUG} NOT NULL,
    DROP PRIMARY KEY, ADD PRIMARY KEY (club_id, kind, import_id, sent_by, row_id), ADD KEY import_rows_by_age (club_id, staged_at)`,
  `UPDATE settlements s JOIN (SELECT c.club_id, c.id FROM ${OFFERING}) o ON o.club_id = s.club_id AND o.id = s.class_id
    SET s.events = 0, s.anew_why = 'versions belong to their boards'`,
  `INSERT INTO changes (club_id, topic, root, what) SELECT c.club_id, 'class', c.id, 'merged' FROM ${OFFERING}`,
]

const DOWN = [
  'DELETE FROM import_rows',
  `ALTER TABLE import_rows DROP PRIMARY KEY, DROP KEY import_rows_by_age, DROP COLUMN kind, DROP COLUMN staged_at,
    CHANGE row_id item_id ${SLUG} NOT NULL, ADD PRIMARY KEY (club_id, import_id, item_id)`,
  'DROP TABLE known_browsers',
  'ALTER TABLE presence DROP COLUMN group_id',
  ...['run_events', 'presence'].flatMap((table) => [
    `UPDATE ${table} SET doubt = 'ahead' WHERE doubt NOT IN ('ahead', 'another day')`,
    `ALTER TABLE ${table} MODIFY doubt ENUM('ahead','another day') NULL`,
  ]),
  'ALTER TABLE classes DROP KEY classes_by_uid, DROP COLUMN calendar_uid',
  'ALTER TABLE settlements DROP COLUMN failed, DROP COLUMN failed_at, DROP COLUMN failed_why',
  `ALTER TABLE practice DROP KEY practice_of_pair, ADD KEY practice_of_pair (club_id, student_id, item_id, day, layer, work_ms,
    holding_ms, reps_l, reps_r, reps_n, received, in_combinations)`,
  ...['practice_summary', 'practice', 'practice_ledger'].map(
    (table) => `ALTER TABLE ${table} DROP COLUMN in_roles`,
  ),
]

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0010-the-record', UP)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
