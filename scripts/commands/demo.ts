import { join } from 'node:path'
import { loadDemo } from '../../demo/load'
import { migrate } from '../../server/db/migrate'
import { RUN_DATABASE, runDir } from '../setup/folders'
import { ensureSchema, runningDatabase, startDatabase } from '../setup/mariadb'
import { connectTo } from './start'

/** npm run demo -- reset: empties the database of `npm start` and loads the demo club anew, with today as its tonight. */
export async function main(args: string[]): Promise<void> {
  if (args[0] !== 'reset') {
    console.error('Say: npm run demo -- reset')
    process.exitCode = 1
    return
  }
  const dir = join(runDir, 'db')
  const running = runningDatabase(dir)
  const database = running ?? (await startDatabase(dir))
  try {
    await ensureSchema(database, RUN_DATABASE, true)
    const db = await connectTo(database, RUN_DATABASE)
    await migrate(db.sequelize)
    await loadDemo(db)
    await db.sequelize.close()
    console.log('The demo club is loaded anew. Sign in again if you were signed in.')
  } finally {
    if (!running) await database.stop()
  }
}
