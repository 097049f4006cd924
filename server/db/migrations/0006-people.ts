import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/**
 * The roster holds all that is known of a student, ranks are given with a day and a history, guests come for one class, and who
 * worked with whom is kept.
 */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const SLUG = 'VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin'
const WORD = 'VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'

const UP = [
  `ALTER TABLE students
    ADD COLUMN kind ${WORD} NOT NULL DEFAULT 'member',
    ADD COLUMN guest_of ${ID} NULL,
    ADD COLUMN age_band VARCHAR(20) NULL,
    ADD COLUMN family VARCHAR(80) NULL,
    ADD COLUMN joined DATE NULL,
    ADD COLUMN health_note TEXT NULL,
    ADD COLUMN contacts JSON NOT NULL DEFAULT '[]',
    ADD COLUMN consents JSON NOT NULL DEFAULT '{}',
    ADD COLUMN together JSON NOT NULL DEFAULT '[]',
    ADD COLUMN tag VARCHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
    ADD COLUMN version INT UNSIGNED NOT NULL DEFAULT 1,
    ADD UNIQUE KEY students_by_tag (club_id, tag),
    ADD KEY students_as_guests (club_id, guest_of)`,
  `ALTER TABLE class_students ADD COLUMN stood ${WORD} NULL`,
  // What is known of the past: who practised was there.
  `UPDATE class_students t JOIN classes c ON c.club_id = t.club_id AND c.id = t.class_id AND c.state = 'finished'
    SET t.stood = IF(EXISTS (SELECT 1 FROM practice p
      WHERE p.club_id = t.club_id AND p.class_id = t.class_id AND p.student_id = t.student_id), 'there', 'away')`,
  `CREATE TABLE rank_awards (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    student_id ${ID} NOT NULL,
    rank_id ${SLUG} NOT NULL,
    notches TINYINT UNSIGNED NOT NULL,
    day DATE NULL,
    given_by ${ID} NOT NULL,
    given_at ${STAMP},
    PRIMARY KEY (club_id, id),
    KEY awards_of_student (club_id, student_id, given_at),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE pairings (
    club_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    board ${SLUG} NOT NULL,
    body JSON NOT NULL,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    saved_by ${ID} NOT NULL,
    saved_at ${STAMP},
    PRIMARY KEY (club_id, class_id, board),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE readers (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    name VARCHAR(60) NOT NULL,
    key_digest CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    made_by ${ID} NOT NULL,
    made_at ${STAMP},
    seen_at DATETIME(3) NULL,
    ended_at DATETIME(3) NULL,
    PRIMARY KEY (club_id, id),
    UNIQUE KEY readers_by_key (key_digest),
    FOREIGN KEY (club_id, made_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE reader_taps (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    reader_id ${ID} NOT NULL,
    tag VARCHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    at_ms BIGINT UNSIGNED NOT NULL,
    class_id ${ID} NULL,
    student_id ${ID} NULL,
    outcome ${WORD} NOT NULL,
    mark_id ${ID} NULL,
    received_at ${STAMP},
    PRIMARY KEY (club_id, id),
    KEY taps_of_class (club_id, class_id, at_ms),
    KEY taps_by_time (club_id, at_ms),
    FOREIGN KEY (club_id, reader_id) REFERENCES readers (club_id, id)
  ) ${TABLE}`,
]

const DOWN = [
  'DROP TABLE reader_taps',
  'DROP TABLE readers',
  'DROP TABLE pairings',
  'DROP TABLE rank_awards',
  'ALTER TABLE class_students DROP COLUMN stood',
  `ALTER TABLE students DROP KEY students_by_tag, DROP KEY students_as_guests, DROP COLUMN kind, DROP COLUMN guest_of, DROP COLUMN age_band,
    DROP COLUMN family, DROP COLUMN joined, DROP COLUMN health_note, DROP COLUMN contacts, DROP COLUMN consents, DROP COLUMN together,
    DROP COLUMN tag, DROP COLUMN version`,
]

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0006-people', UP)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
