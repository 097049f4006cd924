import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { prepareNuxt } from '../setup/build'
import { RUN_DATABASE, root, runDir } from '../setup/folders'
import { runningDatabase, startDatabase } from '../setup/mariadb'
import { onStop } from '../setup/processes'
import { serverEnvironment } from '../setup/server'
import { prepareSchema } from './start'

/** npm run dev: the database of `npm start` with Nuxt's own development server. */
export async function main(args: string[]): Promise<void> {
  const dir = join(runDir, 'db')
  const running = runningDatabase(dir)
  const database = running ?? (await startDatabase(dir))
  await prepareSchema(database, RUN_DATABASE)
  prepareNuxt()
  const nuxt = spawn(join(root, 'node_modules', '.bin', 'nuxt'), ['dev', '--host', '127.0.0.1', ...args], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...serverEnvironment(database, RUN_DATABASE) },
  })
  const stop = async () => {
    nuxt.kill('SIGTERM')
    if (!running) await database.stop()
  }
  onStop(stop)
  nuxt.once(
    'exit',
    (code) => void (running ? Promise.resolve() : database.stop()).then(() => process.exit(code ?? 0)),
  )
}
