import type { Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import * as firstClass from './migrations/0001-first-class'
import * as curriculum from './migrations/0002-curriculum'
import * as records from './migrations/0003-records'
import * as keptApart from './migrations/0004-kept-apart'
import * as further from './migrations/0005-further'
import * as people from './migrations/0006-people'
import * as corrections from './migrations/0007-corrections'
import * as floor from './migrations/0008-floor'
import * as term from './migrations/0009-term'
import * as theRecord from './migrations/0010-the-record'
import * as lastSeen from './migrations/0011-last-seen'
import * as turns from './migrations/0012-turns'
import { forgetSteps } from './migrations/steps'

/** Every migration in order: a new one is a file and a line here. */
const MIGRATIONS = [
  { name: '0001-first-class', ...firstClass },
  { name: '0002-curriculum', ...curriculum },
  { name: '0003-records', ...records },
  { name: '0004-kept-apart', ...keptApart },
  { name: '0005-further', ...further },
  { name: '0006-people', ...people },
  { name: '0007-corrections', ...corrections },
  { name: '0008-floor', ...floor },
  { name: '0009-term', ...term },
  { name: '0010-the-record', ...theRecord },
  { name: '0011-last-seen', ...lastSeen },
  { name: '0012-turns', ...turns },
]

/** Their names, in order. */
export const MIGRATION_NAMES = MIGRATIONS.map(({ name }) => name)

export function migrator(sequelize: Sequelize): Umzug<Sequelize> {
  return new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({
      name,
      up: ({ context }: { context: Sequelize }) => up(context),
      async down({ context }: { context: Sequelize }) {
        await down(context)
        await forgetSteps(context, name)
      },
    })),
    context: sequelize,
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  })
}

/**
 * Applies what is not applied yet; the names of what was.
 *
 * @param beforeFirst called with what is to be applied, where the database holds something already: the moment for a dump
 */
export async function migrate(
  sequelize: Sequelize,
  beforeFirst?: (pending: readonly string[]) => Promise<void>,
): Promise<string[]> {
  const all = migrator(sequelize)
  if (beforeFirst) {
    const pending = (await all.pending()).map(({ name }) => name)
    const isNew = pending.length === MIGRATIONS.length
    if (pending.length && !isNew) await beforeFirst(pending)
  }
  return (await all.up()).map(({ name }) => name)
}
