import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { RUN_DATABASE, runDir } from '../setup/folders'
import { ensureSchema, runningDatabase, startDatabase, type PrivateDatabase } from '../setup/mariadb'
import { MIGRATION_NAMES } from '../../server/db/migrate'
import { client, writeBackup } from '../setup/backup'
import { restore } from '../setup/restore'
import { prepareSchema, stampNow } from './start'

const dir = join(runDir, 'db')
const USAGE = 'npm run db -- up | down | reset | shell | backup FILE | restore FILE'

/** Uses the running server, or starts it for the length of one task. */
async function withDatabase(task: (db: PrivateDatabase) => Promise<void> | void): Promise<void> {
  const running = runningDatabase(dir)
  const db = running ?? (await startDatabase(dir))
  try {
    await task(db)
  } finally {
    if (!running) await db.stop()
  }
}

function fileFrom(args: string[]): string {
  if (!args[1]) throw new Error(`${args[0]} needs a file: ${USAGE}`)
  return resolve(process.env.INIT_CWD ?? process.cwd(), args[1])
}

const VERBS: Record<string, (args: string[]) => Promise<void>> = {
  async up() {
    const db = runningDatabase(dir) ?? (await startDatabase(dir, { detached: true }))
    await prepareSchema(db, RUN_DATABASE)
    console.log(`The database is up on 127.0.0.1:${db.port}, process ${db.pid}.`)
  },
  async down() {
    const db = runningDatabase(dir)
    await db?.stop()
    console.log(db ? 'The database is down.' : 'The database was not up.')
  },
  reset: () =>
    withDatabase(async (db) => {
      await ensureSchema(db, RUN_DATABASE, true)
      await prepareSchema(db, RUN_DATABASE)
    }),
  shell: () => withDatabase((db) => void client(db, 'mariadb', [RUN_DATABASE], 'inherit')),
  async backup(args) {
    const file = fileFrom(args)
    if (existsSync(file)) throw new Error(`${file} exists already: name a new file.`)
    await withDatabase((db) => writeBackup(db, RUN_DATABASE, file))
    console.log(`Backed up to ${file}.`)
  },
  async restore(args) {
    const file = fileFrom(args)
    if (!existsSync(file)) throw new Error(`There is no file ${file}.`)
    await withDatabase(async (db) => {
      const kept = await restore(db, file, MIGRATION_NAMES, stampNow())
      await prepareSchema(db, RUN_DATABASE)
      console.log(`Restored from ${file}. What was there before is kept as ${kept}.`)
    })
  },
}

export async function main(args: string[]): Promise<void> {
  const verb = VERBS[args[0] ?? '']
  try {
    if (!verb) throw new Error(`Say one of: ${USAGE}`)
    await verb(args)
  } catch (error) {
    console.error((error as Error).message)
    process.exitCode = 1
  }
  if (args[0] !== 'up') return
  process.exit(process.exitCode ?? 0)
}
