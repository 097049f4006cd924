import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { format } from 'date-fns'
import { demoSignIns } from '../../demo/sign-ins'
import { loadDemoIfEmpty } from '../../demo/load'
import { connect } from '../../server/db/connect'
import { migrate } from '../../server/db/migrate'
import { writeBackup } from '../setup/backup'
import { ensureBuild } from '../setup/build'
import { lintelDir, root, RUN_DATABASE, runDir } from '../setup/folders'
import { DATABASE_USER, ensureSchema, type PrivateDatabase } from '../setup/mariadb'
import { superviseDatabase } from '../setup/supervise'
import { end, onStop, runs } from '../setup/processes'
import { startServer } from '../setup/server'

const LOCK = join(runDir, 'start.json')
const PREFERRED_PORT = 4747

interface Lock {
  pid: number
  /** The project's folder it was started from. */
  folder?: string
  url?: string
  /** The application's own process, which a kill of the start command leaves running. */
  server?: number
}
/** The built server of this very folder. */
const SERVER_MARK = join(lintelDir, 'builds')

function lock(): Lock | undefined {
  try {
    return JSON.parse(readFileSync(LOCK, 'utf8')) as Lock
  } catch {
    return undefined
  }
}

/** The copy that runs from this folder already, if any; what a killed one left running is ended. */
async function otherCopy(): Promise<Lock | undefined> {
  const kept = lock()
  if (!kept) return undefined
  // A copied folder brings along the lock of the one it was copied from: whose processes it names are not its own.
  if (kept.folder !== undefined && kept.folder !== root) return undefined
  if (runs(kept.pid, 'scripts/start')) return kept
  if (kept.server) await end(kept.server, SERVER_MARK)
  return undefined
}

function wantedPort(): number {
  const { PORT } = process.env
  return PORT === undefined ? PREFERRED_PORT : Number(PORT) || 0
}

export async function connectTo(database: PrivateDatabase, schema: string) {
  return connect({
    host: '127.0.0.1',
    port: database.port,
    user: DATABASE_USER,
    password: database.secrets.databaseUser,
    name: schema,
    // A migration or the loading of three years takes as long as it takes.
    waitMs: 60_000,
    statementSec: 0,
  })
}

/** `20260131_184500`. */
export const stampNow = () => format(new Date(), 'yyyyMMdd_HHmmss')

/** Brings a schema up to date and, when it is empty, loads the demo club. */
export async function prepareSchema(database: PrivateDatabase, schema: string): Promise<void> {
  await ensureSchema(database, schema)
  const db = await connectTo(database, schema)
  try {
    const applied = await migrate(db.sequelize, async (pending) => {
      const file = join(database.dir, `${schema}-before-${pending[0]}-${stampNow()}.sql`)
      await writeBackup(database, schema, file)
      console.log(`  Saved the database as it was: ${file}`)
    })
    if (applied.length) console.log(`  Migrated: ${applied.join(', ')}`)
    if (await loadDemoIfEmpty(db)) console.log('  Loaded the demo club, Ropewalk Jujutsu')
  } finally {
    await db.sequelize.close()
  }
}

async function stopInOrder(parts: { stop(): Promise<void> }[]): Promise<void> {
  for (const part of parts) await part.stop()
  rmSync(LOCK, { force: true })
}

export async function main(): Promise<void> {
  const other = await otherCopy()
  if (other) {
    console.log(
      `Already running from this folder${other.url ? ` at ${other.url}` : ''} (process ${other.pid}).`,
    )
    return
  }
  mkdirSync(runDir, { recursive: true })
  writeFileSync(LOCK, JSON.stringify({ pid: process.pid, folder: root } satisfies Lock))
  const started: { stop(): Promise<void> }[] = []
  let stopping: Promise<void> | undefined
  /** Stops what was started, the last first; asked twice, it is done once. */
  const stopAll = () => (stopping ??= stopInOrder([...started].reverse()))
  onStop(async () => {
    console.log('\nStopping: the application, then its database')
    await stopAll()
  })
  try {
    console.log('  Starting a private MariaDB on loopback')
    const database = await superviseDatabase(join(runDir, 'db'), (text) => console.log(`  ${text}`))
    started.push(database)
    await prepareSchema(database, RUN_DATABASE)
    const build = ensureBuild(() => console.log('  Building the application, about a minute'))
    const server = await startServer({
      build,
      database,
      schema: RUN_DATABASE,
      port: wantedPort(),
      demo: true,
    })
    started.push(server)
    writeFileSync(
      LOCK,
      JSON.stringify({
        pid: process.pid,
        folder: root,
        url: server.url,
        server: server.child.pid,
      } satisfies Lock),
    )
    console.log(`\n  Golden Lintel is at  ${server.url}\n`)
    for (const { email, password, role } of demoSignIns)
      console.log(`  ${role.padEnd(11)} ${email}   ${password}`)
    console.log('\n  Ctrl-C stops it.')
    server.child.once('exit', () => void stopAll().finally(() => process.exit(1)))
  } catch (error) {
    await stopAll()
    console.error((error as Error).message)
    process.exit(1)
  }
}
