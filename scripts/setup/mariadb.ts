import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, openSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir, userInfo } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import mariadb from 'mariadb'
import { end, freePort, runs } from './processes'
import { secretsIn, type Secrets } from './secrets'

/**
 * A private MariaDB on loopback: its own data folder, socket, free port and generated passwords. The system's server, if
 * there is one, is never touched.
 */
export interface PrivateDatabase {
  dir: string
  port: number
  pid: number
  /** Its process, where this one started it. */
  child?: ChildProcess
  socket: string
  secrets: Secrets
  stop(): Promise<void>
}

export const DATABASE_USER = 'lintel'

/** What a server for tests leaves out: nothing waits for the disk, for nothing is kept. */
const HURRIED = [
  '--innodb-flush-log-at-trx-commit=0',
  '--innodb-flush-method=nosync',
  '--innodb-doublewrite=0',
  '--sync-frm=0',
]

interface Kept {
  pid: number
  port: number
}

const paths = (dir: string) => ({
  data: join(dir, 'data'),
  // Its own: a server that starts clears away what it takes for left over, another's too where they share one.
  tmp: join(dir, 'tmp'),
  log: join(dir, 'mariadb.log'),
  init: join(dir, 'init.sql'),
  kept: join(dir, 'mariadb.json'),
  secrets: join(dir, 'secrets.json'),
  // A socket's path must stay under 108 characters, so it lies in the system's temporary folder.
  socket: join(tmpdir(), `lintel-${createHash('sha256').update(dir).digest('hex').slice(0, 12)}.sock`),
})

function keptIn(dir: string): Kept | undefined {
  try {
    return JSON.parse(readFileSync(paths(dir).kept, 'utf8')) as Kept
  } catch {
    return undefined
  }
}

const program = (name: string) => (existsSync(`/usr/sbin/${name}`) ? `/usr/sbin/${name}` : name)

/** Makes the data folder beside its place and moves it there whole, so that a killed start leaves no half of one. */
function makeDataFolder(dir: string): void {
  const { data, tmp } = paths(dir)
  mkdirSync(tmp, { recursive: true })
  if (existsSync(data)) return
  const making = `${data}.making`
  rmSync(making, { recursive: true, force: true })
  mkdirSync(dir, { recursive: true })
  const done = spawnSync(
    'mariadb-install-db',
    [
      '--no-defaults',
      `--datadir=${making}`,
      `--user=${userInfo().username}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
      '--skip-name-resolve',
    ],
    { encoding: 'utf8', env: { ...process.env, TMPDIR: tmp } },
  )
  if (done.status !== 0) throw new Error(`mariadb-install-db failed:\n${done.stderr || done.stdout}`)
  renameSync(making, data)
}

/** Read by the server at every start, so accounts and passwords are always as the secrets say. */
function writeInit(dir: string, secrets: Secrets): void {
  const user = `'${DATABASE_USER}'@'127.0.0.1'`
  writeFileSync(
    paths(dir).init,
    [
      `ALTER USER 'root'@'localhost' IDENTIFIED BY '${secrets.databaseRoot}';`,
      `CREATE USER IF NOT EXISTS ${user} IDENTIFIED BY '${secrets.databaseUser}';`,
      `ALTER USER ${user} IDENTIFIED BY '${secrets.databaseUser}';`,
      `GRANT ALL PRIVILEGES ON \`lintel%\`.* TO ${user};`,
      '',
    ].join('\n'),
    { mode: 0o600 },
  )
}

/** The server of this folder that is running already, if any. */
export function runningDatabase(dir: string): PrivateDatabase | undefined {
  const kept = keptIn(dir)
  const { data, socket, secrets } = paths(dir)
  if (!kept || !runs(kept.pid, data)) return undefined
  return { dir, ...kept, socket, secrets: secretsIn(secrets), stop: () => end(kept.pid, data) }
}

/**
 * Starts the private server of a folder, making the folder when it is new. One that a killed process left behind is
 * ended first.
 *
 * @param options.durable off for tests: the disk is not waited for at each commit
 * @param options.detached the server outlives this process (npm run db -- up)
 * @param options.port the port to have, where it is free
 */
export async function startDatabase(
  dir: string,
  options: { durable?: boolean; detached?: boolean; port?: number; bufferMb?: number } = {},
): Promise<PrivateDatabase> {
  await runningDatabase(dir)?.stop()
  const { data, tmp, log, init, kept, socket, secrets: secretsFile } = paths(dir)
  makeDataFolder(dir)
  const secrets = secretsIn(secretsFile)
  writeInit(dir, secrets)
  rmSync(socket, { force: true })
  const port = await freePort(options.port)
  const out = openSync(log, 'a')
  const child = spawn(
    program('mariadbd'),
    [
      '--no-defaults',
      `--datadir=${data}`,
      `--tmpdir=${tmp}`,
      `--socket=${socket}`,
      `--port=${port}`,
      '--bind-address=127.0.0.1',
      `--user=${userInfo().username}`,
      `--init-file=${init}`,
      '--skip-name-resolve',
      '--skip-log-bin',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_520_ci',
      '--default-storage-engine=InnoDB',
      '--sql-mode=TRADITIONAL',
      '--default-time-zone=+00:00',
      `--innodb-buffer-pool-size=${options.bufferMb ?? 128}M`,
      ...(options.durable === false ? HURRIED : []),
    ],
    // Its own process group: a Ctrl-C in the terminal reaches the start command, which then stops the server in order.
    { stdio: ['ignore', out, out], detached: true },
  )
  if (options.detached) child.unref()
  const pid = child.pid
  if (!pid) throw new Error('mariadbd could not be started')
  writeFileSync(kept, JSON.stringify({ pid, port }))
  await untilReady(port, secrets, () => child.exitCode === null, log)
  return { dir, port, pid, child, socket, secrets, stop: () => end(pid, data) }
}

/** A machine that builds and tests meanwhile may take this long to answer at all. */
const SLOW_MS = 30_000

async function untilReady(port: number, secrets: Secrets, alive: () => boolean, log: string): Promise<void> {
  for (let tries = 0; tries < 600; tries++) {
    if (!alive()) break
    try {
      const connection = await mariadb.createConnection({
        host: '127.0.0.1',
        port,
        user: DATABASE_USER,
        password: secrets.databaseUser,
        connectTimeout: 1000,
      })
      await connection.end()
      return
    } catch {
      await pause(100)
    }
  }
  throw new Error(`MariaDB did not come up. The end of its log:\n${readFileSync(log, 'utf8').slice(-3000)}`)
}

/** Runs some statements on a private server, as the application's user. */
export async function onServer<T>(
  db: PrivateDatabase,
  task: (query: (sql: string, values?: unknown[]) => Promise<unknown[]>) => Promise<T>,
  database?: string,
): Promise<T> {
  const connection = await mariadb.createConnection({
    host: '127.0.0.1',
    port: db.port,
    user: DATABASE_USER,
    password: db.secrets.databaseUser,
    connectTimeout: SLOW_MS,
    ...(database ? { database } : {}),
  })
  try {
    return await task(async (sql, values) => (await connection.query(sql, values)) as unknown[])
  } finally {
    await connection.end()
  }
}

/** Runs some statements as root, by the private socket: what gives and takes rights. */
export async function asRoot<T>(
  db: PrivateDatabase,
  task: (query: (sql: string) => Promise<unknown>) => Promise<T>,
): Promise<T> {
  const connection = await mariadb.createConnection({
    socketPath: db.socket,
    user: 'root',
    password: db.secrets.databaseRoot,
    connectTimeout: SLOW_MS,
  })
  try {
    return await task((sql) => connection.query(sql))
  } finally {
    await connection.end()
  }
}

/** The name of a database of ours, quoted. */
export function named(name: string): string {
  if (!/^lintel[a-z0-9_]*$/.test(name)) throw new Error(`a database name must start with lintel: ${name}`)
  return `\`${name}\``
}

/** Makes an empty database if there is none of that name. */
export async function ensureSchema(db: PrivateDatabase, name: string, fresh = false): Promise<void> {
  const quoted = named(name)
  await onServer(db, async (query) => {
    if (fresh) await query(`DROP DATABASE IF EXISTS ${quoted}`)
    await query(
      `CREATE DATABASE IF NOT EXISTS ${quoted} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci`,
    )
  })
}

/** Takes a database of ours away, if it is there. */
export async function dropSchema(db: PrivateDatabase, name: string): Promise<void> {
  await onServer(db, (query) => query(`DROP DATABASE IF EXISTS ${named(name)}`))
}
