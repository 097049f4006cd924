import { BaseError, QueryTypes, type Sequelize, type Transaction } from 'sequelize'

/**
 * The steps of a migration, each written down once it is taken: one that was killed half-way goes on where it stopped. A migration carries
 * all that it needs; what the application does with documents today has no part in it.
 */

/** A statement, or what needs more than one; that may be run again without harm. */
export type Step = string | ((sequelize: Sequelize, transaction: Transaction) => Promise<void>)

const TAKEN = `CREATE TABLE IF NOT EXISTS migration_steps (
  migration VARCHAR(60) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  step SMALLINT UNSIGNED NOT NULL,
  taken_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  PRIMARY KEY (migration, step)
) ENGINE=InnoDB`

/**
 * What the database says of a statement that was done already: a table, column, key or row that is there (1050, 1060, 1061, 1062, 1068, 1826)
 * or gone (1091, 1054).
 */
const DONE_ALREADY = new Set([1050, 1060, 1061, 1062, 1068, 1826, 1091, 1054])

const errnoOf = (error: unknown): number =>
  (error instanceof BaseError && (error as { original?: { errno?: number } }).original?.errno) || 0

/** Only what makes or takes a table or a column says, by being done, that nothing after it was; anything else can be done again. */
const saysWhere = (step: Step) =>
  typeof step === 'string' && /CREATE TABLE|ADD COLUMN|DROP COLUMN|DROP PRIMARY KEY/.test(step)

/**
 * Takes the steps that were not taken yet. The first of them may have been done without being written down (the power went in between), and a
 * database of an earlier version wrote none down: until one is really done, what is there already is passed over.
 *
 * @throws what the database says of a step that cannot be done; the next call goes on with that one
 */
export async function takeSteps(
  sequelize: Sequelize,
  migration: string,
  steps: readonly Step[],
): Promise<void> {
  await sequelize.query(TAKEN)
  const rows = await sequelize.query<{ step: number }>(
    'SELECT step FROM migration_steps WHERE migration = ?',
    {
      type: QueryTypes.SELECT,
      replacements: [migration],
    },
  )
  const taken = new Set(rows.map(({ step }) => Number(step)))
  let mayBeDone = true
  for (const [n, step] of steps.entries()) {
    if (taken.has(n)) continue
    try {
      await take(sequelize, migration, n, step)
      if (saysWhere(step)) mayBeDone = false
    } catch (error) {
      if (!mayBeDone || !DONE_ALREADY.has(errnoOf(error))) throw error
      await noteTaken(sequelize, migration, n)
    }
  }
}

/** Rows that are written and the note of it stand or fall together; changes of tables commit by themselves. */
async function take(sequelize: Sequelize, migration: string, n: number, step: Step): Promise<void> {
  await sequelize.transaction(async (transaction) => {
    if (typeof step === 'string') await sequelize.query(step, { transaction })
    else await step(sequelize, transaction)
    await noteTaken(sequelize, migration, n, transaction)
  })
}

async function noteTaken(sequelize: Sequelize, migration: string, n: number, transaction?: Transaction) {
  await sequelize.query('INSERT INTO migration_steps (migration, step) VALUES (?, ?)', {
    type: QueryTypes.INSERT,
    replacements: [migration, n],
    transaction,
  })
}

/** A migration that is taken back has no step taken. */
export async function forgetSteps(sequelize: Sequelize, migration: string): Promise<void> {
  await sequelize.query(TAKEN)
  await sequelize.query('DELETE FROM migration_steps WHERE migration = ?', { replacements: [migration] })
  const left = await sequelize.query('SELECT 1 FROM migration_steps LIMIT 1', { type: QueryTypes.SELECT })
  if (left.length === 0) await sequelize.query('DROP TABLE migration_steps')
}
