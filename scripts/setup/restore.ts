import { closeSync, openSync, readSync, statSync } from 'node:fs'
import { RUN_DATABASE } from './folders'
import { client, oncePassword, readAccounts, type TableAccount } from './backup'
import { asRoot, dropSchema, ensureSchema, named, onServer, type PrivateDatabase } from './mariadb'

/** What a whole backup ends with. */
const END_MARK = '-- Dump completed'
/** The account of all tables stands after it. */
const TAIL_BYTES = 1 << 16
/** Without these a file is no backup of ours. */
const MUST_HAVE = ['clubs', 'users', 'classes', 'plans', 'migrations']

interface Named {
  name: string
}

function refuseHalf(file: string): void {
  const { size } = statSync(file)
  const tail = Buffer.alloc(Math.min(TAIL_BYTES, size))
  const open = openSync(file, 'r')
  try {
    readSync(open, tail, 0, tail.length, size - tail.length)
  } finally {
    closeSync(open)
  }
  if (!tail.toString('utf8').includes(END_MARK))
    throw new Error(`${file} is not a whole backup: its end is missing. Nothing was changed.`)
}

/** Whatever the file says, it is read by somebody who has rights on the new schema and on nothing else, and by a client that runs no programs. */
async function load(db: PrivateDatabase, file: string, into: string): Promise<void> {
  const user = { name: 'lintel_restore', password: oncePassword() }
  const account = `'${user.name}'@'127.0.0.1'`
  await asRoot(db, async (query) => {
    await query(`CREATE OR REPLACE USER ${account} IDENTIFIED BY '${user.password}'`)
    await query(`GRANT ALL PRIVILEGES ON ${named(into).replaceAll('_', '\\_')}.* TO ${account}`)
  })
  const input = openSync(file, 'r')
  try {
    client(db, 'mariadb', ['--sandbox', into], [input, 'ignore', 'pipe'], user)
  } catch (error) {
    throw new Error(`${file} could not be read: ${(error as Error).message}. Nothing was changed.`, {
      cause: error,
    })
  } finally {
    closeSync(input)
    await asRoot(db, (query) => query(`DROP USER IF EXISTS ${account}`))
  }
}

/** The rows of the file are those it was written with. */
function compareAccounts(
  file: string,
  found: ReadonlyMap<string, TableAccount>,
  told: ReadonlyMap<string, TableAccount>,
) {
  for (const [table, { rows, sha256 }] of told) {
    const has = found.get(table)
    if (has?.rows !== rows)
      throw new Error(
        `${file}: ${table} had ${rows} rows and has ${has?.rows ?? 'none'}. Nothing was changed.`,
      )
    if (has.sha256 !== sha256)
      throw new Error(`${file}: rows of ${table} are not as they were written. Nothing was changed.`)
  }
}

/** What was read in is what the file holds, and every row's parent is there: a dump is read with neither looked at. */
async function checkRows(
  db: PrivateDatabase,
  schema: string,
  file: string,
  found: ReadonlyMap<string, TableAccount>,
): Promise<void> {
  await onServer(
    db,
    async (query) => {
      for (const [table, { rows }] of found) {
        const [counted] = (await query(`SELECT COUNT(*) AS n FROM \`${table}\``)) as { n: number | bigint }[]
        if (Number(counted?.n) !== rows)
          throw new Error(
            `${table}: ${Number(counted?.n)} of ${rows} rows of ${file} were read. Nothing was changed.`,
          )
      }
      const keys = (await query(
        `SELECT k.constraint_name AS name, k.table_name AS child, k.referenced_table_name AS parent,
            GROUP_CONCAT(CONCAT(k.column_name, ' ', k.referenced_column_name) ORDER BY k.ordinal_position) AS pairs
          FROM information_schema.key_column_usage k
          WHERE k.table_schema = ? AND k.referenced_table_name IS NOT NULL
          GROUP BY k.constraint_name, k.table_name, k.referenced_table_name`,
        [schema],
      )) as { name: string; child: string; parent: string; pairs: string }[]
      for (const { child, parent, pairs } of keys) {
        const columns = pairs.split(',').map((pair) => pair.split(' ') as [string, string])
        const on = columns.map(([own, other]) => `p.\`${other}\` = c.\`${own}\``).join(' AND ')
        const set = columns.map(([own]) => `c.\`${own}\` IS NOT NULL`).join(' AND ')
        const gone = columns.map(([, other]) => `p.\`${other}\` IS NULL`)[0]
        const [orphan] = await query(
          `SELECT 1 FROM \`${child}\` c LEFT JOIN \`${parent}\` p ON ${on} WHERE ${set} AND ${gone} LIMIT 1`,
        )
        if (orphan)
          throw new Error(`${file}: a row of ${child} belongs to none of ${parent}. Nothing was changed.`)
      }
    },
    schema,
  )
}

const tablesOf = async (db: PrivateDatabase, schema: string): Promise<string[]> =>
  onServer(db, async (query) => {
    const rows = await query(
      'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ?',
      [schema],
    )
    return (rows as Named[]).map(({ name }) => name)
  })

async function check(
  db: PrivateDatabase,
  schema: string,
  file: string,
  known: readonly string[],
): Promise<void> {
  const tables = await tablesOf(db, schema)
  const missing = MUST_HAVE.filter((table) => !tables.includes(table))
  if (missing.length)
    throw new Error(
      `${file} is no backup of Golden Lintel: it has no ${missing.join(', ')}. Nothing was changed.`,
    )
  await onServer(
    db,
    async (query) => {
      const applied = ((await query('SELECT name FROM migrations')) as Named[]).map(({ name }) => name)
      const newer = applied.filter((name) => !known.includes(name))
      if (newer.length)
        throw new Error(
          `${file} is of a later version (${newer.join(', ')}): update first. Nothing was changed.`,
        )
      const damaged = (
        (await query(`CHECK TABLE ${tables.map((table) => `\`${table}\``).join(', ')}`)) as {
          Msg_type: string
          Msg_text: string
          Table: string
        }[]
      ).filter(
        ({ Msg_type, Msg_text }) => Msg_type === 'error' || (Msg_type === 'status' && Msg_text !== 'OK'),
      )
      if (damaged[0]) throw new Error(`${damaged[0].Table}: ${damaged[0].Msg_text}. Nothing was changed.`)
    },
    schema,
  )
}

/**
 * Puts a backup in the place of the database. The file is read whole into a database beside the present one and checked there;
 * only then are the two exchanged, in one statement, and what was replaced is kept under another name.
 *
 * @param known the names of the migrations this version knows
 * @returns the name under which the replaced database is kept
 */
export async function restore(
  db: PrivateDatabase,
  file: string,
  known: readonly string[],
  stamp: string,
): Promise<string> {
  refuseHalf(file)
  const { found, told } = await readAccounts(file)
  if (told) compareAccounts(file, found, told)
  const beside = `${RUN_DATABASE}_restoring`
  const kept = `${RUN_DATABASE}_before_${stamp}`
  await ensureSchema(db, beside, true)
  try {
    await load(db, file, beside)
    await check(db, beside, file, known)
    await checkRows(db, beside, file, found)
    await ensureSchema(db, RUN_DATABASE)
    await ensureSchema(db, kept, true)
    const move = async (from: string, to: string) =>
      (await tablesOf(db, from)).map((table) => `${named(from)}.\`${table}\` TO ${named(to)}.\`${table}\``)
    const moves = [...(await move(RUN_DATABASE, kept)), ...(await move(beside, RUN_DATABASE))]
    await onServer(db, (query) => query(`RENAME TABLE ${moves.join(', ')}`))
    return kept
  } finally {
    await dropSchema(db, beside)
  }
}
