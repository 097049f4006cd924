import {
  BaseError,
  col,
  fn,
  Op,
  Transaction,
  where as compare,
  type Attributes,
  type Model,
  type Order,
  type WhereOptions,
} from 'sequelize'
import type { Database } from './connect'
import type { ClubRow } from './rows'
import type { Table, Tables } from './tables'

type RowOf<T> = T extends Table<infer Row, infer _> ? Row : never
type NewRowOf<T> =
  T extends Table<infer Row, infer Given> ? Omit<Row, 'clubId' | Given> & Partial<Pick<Row, Given>> : never

interface Find<Row> {
  order?: [keyof Row & string, 'ASC' | 'DESC'][]
  limit?: number
  columns?: (keyof Row & string)[]
}

/**
 * One table seen from inside one club: the club's id goes into every query and every new row here, so a service cannot
 * forget it.
 */
export class ClubTable<Row extends { clubId: string }, New extends object> {
  constructor(
    private readonly table: Table<Row>,
    private readonly clubId: string,
    private readonly transaction: Transaction,
  ) {}

  private where(wanted: Partial<Row>): WhereOptions<Row> {
    return { ...wanted, clubId: this.clubId } as WhereOptions<Row>
  }

  private async find(where: Partial<Row>, options: Find<Row>, lock: boolean): Promise<Row[]> {
    const found = await this.table.findAll({
      where: this.where(where) as WhereOptions<Attributes<Model<Row>>>,
      transaction: this.transaction,
      lock: lock ? Transaction.LOCK.UPDATE : undefined,
      order: options.order as Order | undefined,
      limit: options.limit,
      attributes: options.columns,
    })
    return found.map((model) => model.get({ plain: true }) as Row)
  }

  all(where: Partial<Row> = {}, options: Find<Row> = {}): Promise<Row[]> {
    return this.find(where, options, false)
  }

  async one(where: Partial<Row>): Promise<Row | undefined> {
    return (await this.find(where, { limit: 1 }, false))[0]
  }

  /** The row, held for this transaction: nobody else changes it until the transaction ends. */
  async held(where: Partial<Row>): Promise<Row | undefined> {
    return (await this.find(where, { limit: 1 }, true))[0]
  }

  async add(row: New): Promise<void> {
    await this.addAll([row])
  }

  /** @param options.once rows whose id is there already are passed over: a retry never doubles anything */
  async addAll(rows: New[], options: { once?: boolean } = {}): Promise<void> {
    if (rows.length === 0) return
    const owned = rows.map((row) => ({ ...row, clubId: this.clubId }))
    await this.table.bulkCreate(owned as never, {
      transaction: this.transaction,
      ignoreDuplicates: options.once,
    })
  }

  async change(where: Partial<Row>, values: Partial<Row>): Promise<number> {
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

  async remove(where: Partial<Row>): Promise<number> {
    return this.table.destroy({
      where: this.where(where) as WhereOptions<Attributes<Model<Row>>>,
      transaction: this.transaction,
    })
  }

  /** How many rows hold a text in a column of JSON. */
  async countHolding(column: keyof Row & string, text: string): Promise<number> {
    const like = `%${text.replace(/[\\%_]/g, '\\$&')}%`
    const field = this.table.getAttributes()[column]?.field ?? column
    // As text: a value compared with a JSON column would be written as JSON first.
    const holds = compare(fn('CONCAT', col(field)), { [Op.like]: like })
    return this.table.count({
      where: { [Op.and]: [{ clubId: this.clubId }, holds] } as WhereOptions<Attributes<Model<Row>>>,
      transaction: this.transaction,
    })
  }
}

type Owned = { [K in keyof Tables]: RowOf<Tables[K]> extends { clubId: string } ? K : never }[keyof Tables]

export type Club = {
  [K in Owned]: ClubTable<RowOf<Tables[K]> & { clubId: string }, NewRowOf<Tables[K]>>
} & {
  id: string
  /** The club's own row, as it stood when the transaction began. */
  settings: ClubRow
  /** Changes the club's own row. */
  settle(values: Partial<ClubRow>): Promise<void>
  /**
   * Moves a version of the club's documents on by one, if it still is what the change was made from. From here to the end of
   * the transaction nobody else can.
   *
   * @returns the new version, or nothing when somebody else was quicker
   */
  advance(what: 'settings' | 'ladder' | 'syllabus', base: number): Promise<number | undefined>
}

const RETRIES = 3
/** Deadlock found, and lock wait timed out: the transaction may simply be run again. */
const AGAIN = new Set([1213, 1205])

function mayRunAgain(error: unknown): boolean {
  if (!(error instanceof BaseError)) return false
  const cause = (error as { original?: { errno?: number } }).original
  return AGAIN.has(cause?.errno ?? 0)
}

/**
 * Runs a task inside one club, in one transaction: all of it is written or nothing. A deadlock is tried again.
 *
 * @throws whatever the task throws, after the transaction is undone
 */
export async function inClub<T>(db: Database, clubId: string, task: (club: Club) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await db.sequelize.transaction(async (transaction) =>
        task(await openClub(db, clubId, transaction)),
      )
    } catch (error) {
      if (tries >= RETRIES || !mayRunAgain(error)) throw error
    }
  }
}

async function openClub(db: Database, clubId: string, transaction: Transaction): Promise<Club> {
  const found = await db.tables.clubs.findByPk(clubId, { transaction })
  if (!found) throw new Error(`no club ${clubId}`)
  const { clubs: _clubs, ...owned } = db.tables
  const tables = Object.entries(owned).map(([name, table]) => [
    name,
    new ClubTable(table as unknown as Table<{ clubId: string }>, clubId, transaction),
  ])
  const update = async (values: Partial<ClubRow>, where: Partial<ClubRow> = {}) =>
    (await db.tables.clubs.update(values, { where: { ...where, id: clubId }, transaction }))[0]
  const club: Pick<Club, 'id' | 'settings' | 'settle' | 'advance'> = {
    id: clubId,
    settings: found.get({ plain: true }),
    async settle(values) {
      await update(values)
    },
    async advance(what, base) {
      const column = `${what}Version` as const
      const moved = await update({ [column]: base + 1 }, { [column]: base })
      return moved ? base + 1 : undefined
    },
  }
  return { ...club, ...Object.fromEntries(tables) } as Club
}
