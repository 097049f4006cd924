import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/**
 * The tables of the first slice. Every row belongs to a club and every reference carries the club with it, so that the
 * database itself refuses a row of one club that points into another.
 */

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const SLUG = 'VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin'
const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_520_ci'
const STAMP = 'DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)'

const CREATE = [
  `CREATE TABLE clubs (
    id ${ID} PRIMARY KEY,
    name VARCHAR(120) NOT NULL,
    place VARCHAR(200) NOT NULL DEFAULT '',
    zone VARCHAR(60) NOT NULL,
    first_side ENUM('R','L') NOT NULL DEFAULT 'R',
    length_min SMALLINT UNSIGNED NOT NULL DEFAULT 60,
    start_time CHAR(5) CHARACTER SET ascii NOT NULL DEFAULT '18:30'
  ) ${TABLE}`,
  `CREATE TABLE users (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    email VARCHAR(190) NOT NULL UNIQUE,
    name VARCHAR(120) NOT NULL,
    role ENUM('head','instructor','assistant','desk') NOT NULL,
    password_hash VARCHAR(255) NOT NULL,
    UNIQUE KEY users_in_club (club_id, id),
    FOREIGN KEY (club_id) REFERENCES clubs (id)
  ) ${TABLE}`,
  `CREATE TABLE ranks (
    club_id ${ID} NOT NULL,
    id ${SLUG} NOT NULL,
    name VARCHAR(80) NOT NULL,
    position SMALLINT UNSIGNED NOT NULL,
    colour CHAR(7) NOT NULL,
    ink CHAR(7) NOT NULL,
    PRIMARY KEY (club_id, id),
    UNIQUE KEY ranks_in_order (club_id, position),
    FOREIGN KEY (club_id) REFERENCES clubs (id)
  ) ${TABLE}`,
  `CREATE TABLE class_groups (
    club_id ${ID} NOT NULL,
    id ${SLUG} NOT NULL,
    name VARCHAR(80) NOT NULL,
    position SMALLINT UNSIGNED NOT NULL,
    pace DECIMAL(4,3) NOT NULL DEFAULT 1,
    PRIMARY KEY (club_id, id),
    FOREIGN KEY (club_id) REFERENCES clubs (id)
  ) ${TABLE}`,
  `CREATE TABLE group_ranks (
    club_id ${ID} NOT NULL,
    group_id ${SLUG} NOT NULL,
    rank_id ${SLUG} NOT NULL,
    PRIMARY KEY (club_id, group_id, rank_id),
    FOREIGN KEY (club_id, group_id) REFERENCES class_groups (club_id, id),
    FOREIGN KEY (club_id, rank_id) REFERENCES ranks (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE students (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    first_name VARCHAR(80) NOT NULL,
    last_name VARCHAR(80) NOT NULL,
    birth_date DATE NULL,
    rank_id ${SLUG} NOT NULL,
    rank_since DATE NULL,
    notches TINYINT UNSIGNED NOT NULL DEFAULT 0,
    group_id ${SLUG} NOT NULL,
    height_cm SMALLINT UNSIGNED NULL,
    mass_kg DECIMAL(5,1) NULL,
    floor_note VARCHAR(300) NULL,
    active BOOLEAN NOT NULL DEFAULT TRUE,
    UNIQUE KEY students_in_club (club_id, id),
    KEY students_by_group (club_id, group_id),
    FOREIGN KEY (club_id) REFERENCES clubs (id),
    FOREIGN KEY (club_id, rank_id) REFERENCES ranks (club_id, id),
    FOREIGN KEY (club_id, group_id) REFERENCES class_groups (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE items (
    club_id ${ID} NOT NULL,
    id ${SLUG} NOT NULL,
    name VARCHAR(200) NOT NULL,
    category VARCHAR(40) NOT NULL,
    sides TINYINT UNSIGNED NOT NULL DEFAULT 1,
    partner ENUM('solo','partner','both') NOT NULL DEFAULT 'solo',
    layers JSON NOT NULL,
    key_points JSON NOT NULL,
    caution VARCHAR(500) NULL,
    PRIMARY KEY (club_id, id),
    KEY items_by_category (club_id, category),
    FOREIGN KEY (club_id) REFERENCES clubs (id)
  ) ${TABLE}`,
  `CREATE TABLE plans (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    title VARCHAR(200) NOT NULL,
    body JSON NOT NULL,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    total_ms INT UNSIGNED NOT NULL,
    spare_ms INT NOT NULL,
    blocks SMALLINT UNSIGNED NOT NULL,
    saved_by ${ID} NOT NULL,
    saved_at ${STAMP},
    UNIQUE KEY plans_in_club (club_id, id),
    KEY plans_by_time (club_id, saved_at),
    FOREIGN KEY (club_id) REFERENCES clubs (id),
    FOREIGN KEY (club_id, saved_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE plan_versions (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    plan_id ${ID} NOT NULL,
    version INT UNSIGNED NOT NULL,
    outcome ENUM('saved','set aside') NOT NULL,
    body JSON NOT NULL,
    saved_by ${ID} NOT NULL,
    saved_at ${STAMP},
    KEY versions_of_plan (club_id, plan_id, version),
    FOREIGN KEY (club_id, plan_id) REFERENCES plans (club_id, id),
    FOREIGN KEY (club_id, saved_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE classes (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    plan_id ${ID} NOT NULL,
    day DATE NOT NULL,
    start_time CHAR(5) CHARACTER SET ascii NOT NULL,
    length_min SMALLINT UNSIGNED NOT NULL,
    teacher_id ${ID} NULL,
    state ENUM('planned','running','finished') NOT NULL DEFAULT 'planned',
    run_plan JSON NULL,
    ledger_revision INT UNSIGNED NOT NULL DEFAULT 0,
    UNIQUE KEY classes_in_club (club_id, id),
    KEY classes_by_day (club_id, day, start_time),
    FOREIGN KEY (club_id, plan_id) REFERENCES plans (club_id, id),
    FOREIGN KEY (club_id, teacher_id) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE run_events (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    kind VARCHAR(20) NOT NULL,
    at_ms BIGINT UNSIGNED NOT NULL,
    undoes ${ID} NULL,
    sent_by ${ID} NOT NULL,
    received_at ${STAMP},
    KEY events_of_class (club_id, class_id, at_ms),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, sent_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE presence (
    id ${ID} PRIMARY KEY,
    club_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    student_id ${ID} NULL,
    kind VARCHAR(20) NOT NULL,
    at_ms BIGINT UNSIGNED NOT NULL,
    reason VARCHAR(300) NULL,
    undoes ${ID} NULL,
    sent_by ${ID} NOT NULL,
    received_at ${STAMP},
    KEY presence_of_class (club_id, class_id, at_ms),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, sent_by) REFERENCES users (club_id, id)
  ) ${TABLE}`,
  `CREATE TABLE practice_ledger (
    club_id ${ID} NOT NULL,
    class_id ${ID} NOT NULL,
    revision INT UNSIGNED NOT NULL,
    student_id ${ID} NOT NULL,
    item_id ${SLUG} NOT NULL,
    layer SMALLINT UNSIGNED NOT NULL,
    day DATE NOT NULL,
    work_ms INT UNSIGNED NOT NULL,
    holding_ms INT UNSIGNED NOT NULL,
    reps_l INT UNSIGNED NOT NULL,
    reps_r INT UNSIGNED NOT NULL,
    reps_n INT UNSIGNED NOT NULL,
    received INT UNSIGNED NOT NULL,
    estimated BOOLEAN NOT NULL,
    written_at ${STAMP},
    PRIMARY KEY (club_id, class_id, revision, student_id, item_id, layer),
    KEY ledger_of_student (club_id, student_id, day),
    FOREIGN KEY (club_id, class_id) REFERENCES classes (club_id, id),
    FOREIGN KEY (club_id, student_id) REFERENCES students (club_id, id),
    FOREIGN KEY (club_id, item_id) REFERENCES items (club_id, id)
  ) ${TABLE}`,
]

const TABLES = CREATE.map((sql) => /CREATE TABLE (\w+)/.exec(sql)?.[1] ?? '')

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0001-first-class', CREATE)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const table of [...TABLES].reverse()) await sequelize.query(`DROP TABLE IF EXISTS ${table}`)
}
