import {
  BaseError,
  QueryTypes,
  Transaction,
  type Attributes,
  type Model,
  type Order,
  type WhereOptions,
} from 'sequelize'
import type { Database } from './connect'
import type { ClubRow } from './rows'
import type { Topic } from '../../shared/changes'
import type { Table, Tables } from './tables'

type RowOf<T> = T extends Table<infer Row, infer _> ? Row : never
type NewRowOf<T> =
  T extends Table<infer Row, infer Given> ? Omit<Row, 'clubId' | Given> & Partial<Pick<Row, Given>> : never

/** What a column must be: a value, or one of several. */
type Where<Row> = { [K in keyof Row]?: Row[K] | readonly Row[K][] }

interface Find<Row> {
  order?: [keyof Row & string, 'ASC' | 'DESC'][]
  limit?: number
  columns?: (keyof Row & string)[]
  /** Rows as the driver gives them, many times quicker; for tables without decimals and wide integers. */
  raw?: boolean
  offset?: number
}

type Lock = 'wait' | 'if free'

/**
 * One table seen from inside one club: the club's id goes into every query and every new row here, so a service cannot
 * forget it.
 */
export class ClubTable<Row extends { clubId: string }, New extends object> {
  constructor(
    private readonly table: Table<Row>,
    private readonly clubId: string,
    private readonly transaction: Transaction | undefined,
  ) {}

  private where(wanted: Where<Row>): WhereOptions<Row> {
    return { ...wanted, clubId: this.clubId } as WhereOptions<Row>
  }

  private async find(where: Where<Row>, options: Find<Row>, lock: Lock | undefined): Promise<Row[]> {
    const found = await this.table.findAll({
      where: this.where(where) as WhereOptions<Attributes<Model<Row>>>,
      transaction: this.transaction,
      lock: lock ? Transaction.LOCK.UPDATE : undefined,
      skipLocked: lock === 'if free',
      raw: options.raw,
      order: options.order as Order | undefined,
      limit: options.limit,
      offset: options.offset,
      attributes: options.columns,
    })
    return options.raw ? (found as unknown as Row[]) : found.map((model) => model.get({ plain: true }) as Row)
  }

  all(where: Where<Row> = {}, options: Find<Row> = {}): Promise<Row[]> {
    return this.find(where, options, undefined)
  }

  async one(where: Where<Row>, columns?: (keyof Row & string)[]): Promise<Row | undefined> {
    return (await this.find(where, { limit: 1, columns }, undefined))[0]
  }

  count(where: Where<Row> = {}): Promise<number> {
    return this.table.count({
      where: this.where(where) as WhereOptions<Attributes<Model<Row>>>,
      transaction: this.transaction,
    })
  }

  /** Rows, locked for this transaction. */
  allLocked(where: Where<Row>): Promise<Row[]> {
    return this.find(where, {}, 'wait')
  }

  /** The row, locked for this transaction: nobody else changes it until the transaction ends. */
  async locked(where: Where<Row>, columns?: (keyof Row & string)[]): Promise<Row | undefined> {
    return (await this.find(where, { limit: 1, columns }, 'wait'))[0]
  }

  /** The row, locked for this transaction, unless somebody else has it: then nothing, at once. */
  async lockedIfFree(where: Where<Row>): Promise<Row | undefined> {
    return (await this.find(where, { limit: 1 }, 'if free'))[0]
  }

  async add(row: New): Promise<void> {
    await this.addAll([row])
  }

  /** @throws what the database throws when a key is there already: nothing is passed over */
  async addAll(rows: New[]): Promise<void> {
    if (rows.length === 0) return
    const owned = rows.map((row) => ({ ...row, clubId: this.clubId }))
    await this.table.bulkCreate(owned as never, { transaction: this.transaction })
  }

  /**
   * Adds rows as plain SQL, many times quicker than `addAll`: for tables without JSON that take many rows or many a second.
   *
   * @param rows all with the same columns; what is left out the database fills
   * @param put the columns that are changed where the key is there already; without them that is an error
   */
  async append(rows: New[], put: (keyof Row & string)[] = []): Promise<void> {
    const { sequelize } = this.table
    const [first] = rows
    if (!first || !sequelize) return
    const attributes = this.table.getAttributes() as Record<string, { field?: string } | undefined>
    const field = (name: string) => `\`${attributes[name]?.field ?? name}\``
    const names = Object.keys(first)
    const values = rows.map((row) => [
      this.clubId,
      ...names.map((name) => (row as Record<string, unknown>)[name] ?? null),
    ])
    const update = put.map((name) => `${field(name)} = VALUES(${field(name)})`).join(', ')
    await sequelize.query(
      `INSERT INTO \`${this.table.tableName}\` (club_id, ${names.map(field).join(', ')}) VALUES :values
        ${update ? `ON DUPLICATE KEY UPDATE ${update}` : ''}`,
      { type: QueryTypes.INSERT, replacements: { values }, transaction: this.transaction },
    )
  }

  async change(where: Where<Row>, values: Partial<Row>): Promise<number> {
    const [changed] = await this.table.update(values as never, {
      where: this.where(where) as WhereOptions<Attributes<Model<Row>>>,
      transaction: this.transaction,
    })
    return changed
  }

  /** Adds rows, or changes those whose key is there already; only these columns are changed. */
  async putAll(rows: New[], columns: (keyof Row & string)[]): Promise<void> {
    if (rows.length === 0) return
    const owned = rows.map((row) => ({ ...row, clubId: this.clubId }))
    await this.table.bulkCreate(owned as never, {
      transaction: this.transaction,
      updateOnDuplicate: columns as never,
    })
  }

  async remove(where: Where<Row>): Promise<number> {
    return this.table.destroy({
      where: this.where(where) as WhereOptions<Attributes<Model<Row>>>,
      transaction: this.transaction,
    })
  }
}

type Owned = { [K in keyof Tables]: RowOf<Tables[K]> extends { clubId: string } ? K : never }[keyof Tables]

export type Club = {
  [K in Owned]: ClubTable<RowOf<Tables[K]> & { clubId: string }, NewRowOf<Tables[K]>>
} & {
  id: string
  /** The club's own row, read once. */
  row(): Promise<ClubRow>
  /**
   * Locks the club's own row for this transaction, and reads it anew: the first thing that every change of the curriculum and
   * the settings does, so that what it checks still holds when it writes.
   */
  lock(): Promise<ClubRow>
  /** Changes the club's own row. */
  changeRow(values: Partial<ClubRow>): Promise<void>
  /**
   * Moves a version of the club's documents on by one, if it still is what the change was made from. From here to the end of
   * the transaction nobody else can.
   *
   * @returns the new version, or nothing when somebody else was quicker
   */
  advance(what: 'settings' | 'ladder' | 'syllabus', base: number): Promise<number | undefined>
  /** Writes down that something was changed: it is in the trail, and told to the others once the transaction is done. */
  changed(topic: Topic, root: string, what: string, userId: string | null): Promise<void>
  /** The same of many things at once. */
  changedAll(changes: readonly Changed[]): Promise<void>
  /**
   * Waits until no other transaction of the club sums up, and keeps the others waiting until this one is done: of two that sum up the same
   * rows at once neither would see what the other adds.
   */
  waitForTurn(): Promise<void>
  /** A question of its own; `:club` stands for this club. */
  select<T extends object>(sql: string, values?: Record<string, unknown>): Promise<T[]>
}

interface Changed {
  topic: Topic
  root: string
  what: string
  userId: string | null
}

const RETRIES = 4
/**
 * May simply be run again: a deadlock, a lock not had in time, a record that changed since it was read, and what a cluster says
 * of a transaction that came second (1047 while it is not ready).
 */
const RUN_AGAIN = new Set([1213, 1205, 1020, 1047])

/** The database's own number of an error, where it is one. */
export function databaseError(error: unknown): number | undefined {
  if (!(error instanceof BaseError)) return undefined
  return (error as { original?: { errno?: number } }).original?.errno
}
export const DUPLICATE = 1062
export const HAS_CHILDREN = 1451
export const NO_SUCH_PARENT = 1452

/** Reads inside one club. Each question sees what is committed when it is asked; nothing is locked. */
export async function readClub<T>(
  db: Database,
  clubId: string,
  task: (club: Club) => Promise<T>,
): Promise<T> {
  return task(openClub(db, clubId, undefined))
}

/**
 * Changes a club in one transaction at READ COMMITTED: all of it is written or nothing. The task's first statement locks the row that
 * is the root of what it changes, so that what it reads afterwards is what stands. What lost against somebody else is run again.
 *
 * @throws whatever the task throws, after the transaction is undone
 */
export async function inClub<T>(db: Database, clubId: string, task: (club: Club) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await db.sequelize.transaction(async (transaction) => task(openClub(db, clubId, transaction)))
    } catch (error) {
      if (tries >= RETRIES || !RUN_AGAIN.has(databaseError(error) ?? 0)) throw error
    }
  }
}

function openClub(db: Database, clubId: string, transaction: Transaction | undefined): Club {
  const { clubs: _clubs, ...owned } = db.tables
  const tables = Object.entries(owned).map(([name, table]) => [
    name,
    new ClubTable(table as unknown as Table<{ clubId: string }>, clubId, transaction),
  ])
  const read = async (lock: boolean): Promise<ClubRow> => {
    const found = await db.tables.clubs.findByPk(clubId, {
      transaction,
      lock: lock ? Transaction.LOCK.UPDATE : undefined,
    })
    if (!found) throw new Error(`no club ${clubId}`)
    return found.get({ plain: true })
  }
  const update = async (values: Partial<ClubRow>, where: Partial<ClubRow> = {}) =>
    (await db.tables.clubs.update(values, { where: { ...where, id: clubId }, transaction }))[0]
  let row: Promise<ClubRow> | undefined
  const club: Omit<Club, Owned> = {
    id: clubId,
    row: () => (row ??= read(false)),
    lock: () => (row = read(true)),
    async changeRow(values) {
      await update(values)
      row = undefined
    },
    async advance(what, base) {
      const column = `${what}Version` as const
      const moved = await update({ [column]: base + 1 }, { [column]: base })
      row = undefined
      return moved ? base + 1 : undefined
    },
    async changed(topic, root, what, userId) {
      await db.sequelize.query(
        'INSERT INTO changes (club_id, topic, root, what, user_id) VALUES (?, ?, ?, ?, ?)',
        { type: QueryTypes.INSERT, replacements: [clubId, topic, root, what, userId], transaction },
      )
    },
    async changedAll(changes) {
      if (changes.length === 0) return
      const values = changes.map(({ topic, root, what, userId }) => [clubId, topic, root, what, userId])
      await db.sequelize.query('INSERT INTO changes (club_id, topic, root, what, user_id) VALUES :values', {
        type: QueryTypes.INSERT,
        replacements: { values },
        transaction,
      })
    },
    async waitForTurn() {
      await db.sequelize.query(
        'INSERT INTO summary_turns (club_id) VALUES (?) ON DUPLICATE KEY UPDATE club_id = VALUES(club_id)',
        { type: QueryTypes.INSERT, replacements: [clubId], transaction },
      )
    },
    select: (sql, values = {}) =>
      db.sequelize.query(sql, {
        type: QueryTypes.SELECT,
        transaction,
        replacements: { ...values, club: clubId },
      }),
  }
  return { ...club, ...Object.fromEntries(tables) } as Club
}
