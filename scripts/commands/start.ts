import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { demoSignIns } from '../../demo/sign-ins'
import { loadDemoIfEmpty } from '../../demo/load'
import { connect } from '../../server/db/connect'
import { migrate } from '../../server/db/migrate'
import { ensureBuild } from '../setup/build'
import { RUN_DATABASE, runDir } from '../setup/folders'
import { DATABASE_USER, ensureSchema, startDatabase, type PrivateDatabase } from '../setup/mariadb'
import { onStop, runs } from '../setup/processes'
import { startServer } from '../setup/server'

const LOCK = join(runDir, 'start.json')
const PREFERRED_PORT = 4747

/** The copy that runs from this folder already, if any. */
function otherCopy(): { pid: number; url?: string } | undefined {
  if (!existsSync(LOCK)) return undefined
  try {
    const kept = JSON.parse(readFileSync(LOCK, 'utf8')) as { pid: number; url?: string }
    return runs(kept.pid, 'scripts/start') ? kept : undefined
  } catch {
    return undefined
  }
}

export async function connectTo(database: PrivateDatabase, schema: string) {
  return connect({
    host: '127.0.0.1',
    port: database.port,
    user: DATABASE_USER,
    password: database.secrets.databaseUser,
    name: schema,
  })
}

/** Brings a schema up to date and, when it is empty, loads the demo club. */
export async function prepareSchema(database: PrivateDatabase, schema: string): Promise<void> {
  await ensureSchema(database, schema)
  const db = await connectTo(database, schema)
  try {
    const applied = await migrate(db.sequelize)
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
  const other = otherCopy()
  if (other) {
    console.log(
      `Already running from this folder${other.url ? ` at ${other.url}` : ''} (process ${other.pid}).`,
    )
    return
  }
  mkdirSync(runDir, { recursive: true })
  writeFileSync(LOCK, JSON.stringify({ pid: process.pid }))
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
    const database = await startDatabase(join(runDir, 'db'))
    started.push(database)
    await prepareSchema(database, RUN_DATABASE)
    const build = ensureBuild(() => console.log('  Building the application, about a minute'))
    const server = await startServer({
      build,
      database,
      schema: RUN_DATABASE,
      port: Number(process.env.PORT) || PREFERRED_PORT,
    })
    started.push(server)
    writeFileSync(LOCK, JSON.stringify({ pid: process.pid, url: server.url }))
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
