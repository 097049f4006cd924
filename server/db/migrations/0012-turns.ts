import type { Sequelize } from 'sequelize'
import { takeSteps } from './steps'

/** A figure may be asked for each turn, and the drill made easier or harder meanwhile. */

const UP = [
  `ALTER TABLE drill_results
    ADD COLUMN turn SMALLINT UNSIGNED NULL AFTER figure,
    ADD COLUMN step SMALLINT NULL AFTER turn,
    ADD COLUMN turns SMALLINT UNSIGNED NULL AFTER out_of,
    ADD COLUMN summed VARCHAR(10) NULL AFTER turns`,
]
const DOWN = [
  'ALTER TABLE drill_results DROP COLUMN summed, DROP COLUMN turns, DROP COLUMN step, DROP COLUMN turn',
]

export async function up(sequelize: Sequelize): Promise<void> {
  await takeSteps(sequelize, '0012-turns', UP)
}

export async function down(sequelize: Sequelize): Promise<void> {
  for (const sql of DOWN) await sequelize.query(sql)
}
