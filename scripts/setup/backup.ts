import { spawnSync, type StdioOptions } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import { appendFileSync, closeSync, createReadStream, openSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { DATABASE_USER, type PrivateDatabase } from './mariadb'

/**
 * Dumps with an account of what is in them. The dump writes one row on a line; at its end stands how many each table has and a checksum of their
 * text, so that a restore can tell whether all of them are there, as they were.
 */

const ACCOUNT = '-- Golden Lintel:'
const SEAL = '-- Golden Lintel account:'

export interface TableAccount {
  rows: number
  /** SHA-256 over the lines of its rows, in their order. */
  sha256: string
}

/** Runs one of MariaDB's own clients; the password goes by the environment, never by the command line. */
export function client(
  db: PrivateDatabase,
  program: string,
  args: string[],
  stdio: StdioOptions,
  user = { name: DATABASE_USER, password: db.secrets.databaseUser },
): string {
  const done = spawnSync(
    program,
    ['--no-defaults', '--host=127.0.0.1', `--port=${db.port}`, `--user=${user.name}`, ...args],
    { stdio, encoding: 'utf8', env: { ...process.env, MYSQL_PWD: user.password } },
  )
  if (done.status !== 0) {
    const said = done.error?.message ?? (done.stderr as string | null)?.trim().split('\n').at(-1)
    throw new Error(`${program} failed${said ? `: ${said}` : ''}`)
  }
  return done.stdout
}

/** What a dump holds, read line by line: the rows of each table, and the account it ends with, where it has one. */
export async function readAccounts(
  file: string,
): Promise<{ found: Map<string, TableAccount>; told: Map<string, TableAccount> | undefined }> {
  const hashes = new Map<string, { rows: number; hash: ReturnType<typeof createHash> }>()
  const told = new Map<string, TableAccount>()
  let isSealed = false
  let into: string | undefined
  for await (const line of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    if (line.startsWith(SEAL)) isSealed = true
    else if (line.startsWith(ACCOUNT)) {
      const [table = '', rows = '0', sha256 = ''] = line.slice(ACCOUNT.length).trim().split(' ')
      told.set(table, { rows: Number(rows), sha256 })
    }
    const created = /^CREATE TABLE `(\w+)`/.exec(line)?.[1]
    if (created) hashes.set(created, { rows: 0, hash: createHash('sha256') })
    into = /^INSERT INTO `(\w+)` VALUES/.exec(line)?.[1] ?? into
    if (into && line.startsWith('(')) {
      const table = hashes.get(into)
      if (table) table.rows++
      // The last row of a statement ends it; which that is, is no part of the row.
      table?.hash.update(line.replace(/[,;]$/, '')).update('\n')
    }
    if (line.endsWith(';')) into = undefined
  }
  const found = new Map(
    [...hashes].map(([table, { rows, hash }]) => [table, { rows, sha256: hash.digest('hex') }]),
  )
  return { found, told: isSealed ? told : undefined }
}

/**
 * Writes a consistent dump of a schema with its account.
 *
 * @param file must not be there
 */
export async function writeBackup(db: PrivateDatabase, schema: string, file: string): Promise<void> {
  const out = openSync(file, 'wx', 0o600)
  try {
    client(db, 'mariadb-dump', ['--single-transaction', '--routines', schema], ['ignore', out, 'inherit'])
  } finally {
    closeSync(out)
  }
  const { found } = await readAccounts(file)
  const lines = [...found].map(([table, { rows, sha256 }]) => `${ACCOUNT} ${table} ${rows} ${sha256}`)
  appendFileSync(file, [...lines, `${SEAL} ${found.size} tables`, ''].join('\n'))
}

/** A password that is used once. */
export const oncePassword = () => randomBytes(24).toString('base64url')
