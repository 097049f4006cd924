import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/**
 * Faults that stay open until they are seen right, figures of drills, notices to be read out; two records of one person become one, and
 * a person can be erased.
 */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const SLUG = 'VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin'
const WORD = 'VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'
/** Events as a device saw them: when by the server's clock and by its own. */
const SEEN = `kind ${WORD} NOT NULL,
    at_ms BIGINT UNSIGNED NOT NULL,
    device_at_ms BIGINT UNSIGNED NOT NULL,
    count_on_device INT UNSIGNED NULL,
    doubt VARCHAR(20) NULL,
    undoes ${ID} NULL,
    sent_by ${ID} NOT NULL,
    received_at ${STAMP}`

const UP = [
  `CREATE TABLE sightings (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    class_id ${ID} NULL,
    student_id ${ID} NULL,
    item_id ${SLUG} NULL,
    said VARCHAR(200) NULL,
    oral BOOLEAN NULL,
    ${SEEN},
    PRIMARY KEY (club_id, id),
    KEY sightings_of_student (club_id, student_id, item_id),
    KEY sightings_of_item (club_id, item_id),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, sent_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  // A fault that was named with a mark is one that was seen; of several marks of one class and item the last stands.
  `INSERT INTO sightings (club_id, id, class_id, student_id, item_id, said, kind, at_ms, device_at_ms, sent_by, received_at)
    SELECT m.club_id, m.id, m.class_id, m.student_id, m.item_id, m.fault, 'seen', UNIX_TIMESTAMP(m.given_at) * 1000,
      UNIX_TIMESTAMP(m.given_at) * 1000, m.given_by, m.given_at
    FROM marks m
    JOIN (SELECT club_id, class_id, student_id, item_id, layer, MAX(CONCAT(given_at, ' ', id)) AS newest FROM marks
      GROUP BY club_id, class_id, student_id, item_id, layer) n
      ON n.club_id = m.club_id AND n.class_id = m.class_id AND n.student_id = m.student_id AND n.item_id = m.item_id
        AND n.layer = m.layer AND n.newest = CONCAT(m.given_at, ' ', m.id)
    WHERE m.fault IS NOT NULL`,
  `CREATE TABLE drill_results (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    board ${SLUG} NULL,
    student_id ${ID} NULL,
    figure INT UNSIGNED NULL,
    asked ${WORD} NULL,
    out_of SMALLINT UNSIGNED NULL,
    item_id ${SLUG} NULL,
    ${SEEN},
    PRIMARY KEY (club_id, id),
    KEY results_of_class (club_id, class_id),
    KEY results_of_student (club_id, student_id),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, sent_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE notices (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    says VARCHAR(500) NOT NULL,
    from_day DATE NOT NULL,
    until_day DATE NULL,
    group_id ${SLUG} NULL,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    made_by ${ID} NOT NULL,
    made_at ${STAMP},
    ended_at DATETIME(3) NULL,
    PRIMARY KEY (club_id, id),
    KEY notices_by_day (club_id, ended_at, from_day),
    FOREIGN KEY (club_id, made_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `ALTER TABLE students
    ADD COLUMN same_as ${ID} NULL,
    ADD COLUMN erased_at DATETIME(3) NULL,
    ADD KEY students_same_as (club_id, same_as),
    ADD CONSTRAINT students_are_one FOREIGN KEY (club_id, same_as) REFERENCES students (club_id, id)`,
  'ALTER TABLE practice_ledger ADD COLUMN reason VARCHAR(300) NULL',
  // Two classes of one club that are settled at once sum up one after the other.
  `CREATE TABLE summary_turns (club_id ${ID} NOT NULL, PRIMARY KEY (club_id)) ${TABLE}`,
  // A class can be settled anew without a new event; who had it done and why goes into the ledger.
  `ALTER TABLE settlements ADD COLUMN anew_by ${ID} NULL, ADD COLUMN anew_why VARCHAR(300) NULL`,
  `CREATE TABLE merges (
    club_id ${ID} NOT NULL,
    id ${ID} NOT NULL,
    gone_id ${ID} NOT NULL,
    kept_id ${ID} NOT NULL,
    was_active BOOLEAN NOT NULL,
    before_body JSON NOT NULL,
    after_body JSON NOT NULL,
    others JSON NOT NULL,
    made_by ${ID} NOT NULL,
    made_at ${STAMP},
    undone_by ${ID} NULL,
    undone_at DATETIME(3) NULL,
    PRIMARY KEY (club_id, id),
    KEY merges_of_kept (club_id, kept_id),
    FOREIGN KEY (club_id, gone_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, kept_id) REFERENCES students (club_id, id)
  ) ${TABLE}`,
]

const DOWN = [
  'DROP TABLE merges',
  'DROP TABLE summary_turns',
  'ALTER TABLE settlements DROP COLUMN anew_by, DROP COLUMN anew_why',
  'ALTER TABLE practice_ledger DROP COLUMN reason',
  'ALTER TABLE students DROP FOREIGN KEY students_are_one, DROP KEY students_same_as, DROP COLUMN same_as, DROP COLUMN erased_at',
  'DROP TABLE notices',
  'DROP TABLE drill_results',
  'DROP TABLE sightings',
]

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0007-corrections', UP)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
