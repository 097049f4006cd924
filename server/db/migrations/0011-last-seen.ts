import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/** When each student was corrected, praised or marked last is read by time, not from all there ever was. */

const UP = [
  'ALTER TABLE sightings ADD KEY sightings_by_time (club_id, at_ms, student_id, kind)',
  'ALTER TABLE marks ADD KEY marks_by_time (club_id, given_at, student_id)',
]
const DOWN = ['ALTER TABLE marks DROP KEY marks_by_time', 'ALTER TABLE sightings DROP KEY sightings_by_time']

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0011-last-seen', UP)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
