import { spawnSync } from 'node:child_process'
import { closeSync, openSync, readSync, statSync } from 'node:fs'
import { RUN_DATABASE } from './folders'
import { DATABASE_USER, ensureSchema, named, onServer, type PrivateDatabase } from './mariadb'

/** What a whole backup ends with. */
const END_MARK = '-- Dump completed'
const TAIL_BYTES = 4096
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

function load(db: PrivateDatabase, file: string, into: string): void {
  const input = openSync(file, 'r')
  try {
    const done = spawnSync(
      'mariadb',
      ['--no-defaults', '--host=127.0.0.1', `--port=${db.port}`, `--user=${DATABASE_USER}`, into],
      {
        stdio: [input, 'ignore', 'pipe'],
        encoding: 'utf8',
        env: { ...process.env, MYSQL_PWD: db.secrets.databaseUser },
      },
    )
    if (done.status !== 0)
      throw new Error(
        `${file} could not be read: ${done.stderr.trim().split('\n').at(-1)}. Nothing was changed.`,
      )
  } finally {
    closeSync(input)
  }
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

async function dropSchema(db: PrivateDatabase, schema: string): Promise<void> {
  await onServer(db, (query) => query(`DROP DATABASE IF EXISTS ${named(schema)}`))
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
  const beside = `${RUN_DATABASE}_restoring`
  const kept = `${RUN_DATABASE}_before_${stamp}`
  await ensureSchema(db, beside, true)
  try {
    load(db, file, beside)
    await check(db, beside, file, known)
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
