import { setTimeout as pause } from 'node:timers/promises'
import { startDatabase, type PrivateDatabase } from './mariadb'

/** Ended so often within so long, something is wrong that starting it again does not mend. */
const MOST_ENDS = 5
const WITHIN_MS = 60_000

/**
 * Starts a private database and sees to it that it stays up: one that ends by itself is started again on the same port, and said to
 * have been. The application finds it there again; until then it answers that it is busy.
 *
 * @returns the database as it was first started; `stop` ends the one that runs then
 */
export async function superviseDatabase(dir: string, say: (text: string) => void): Promise<PrivateDatabase> {
  const first = await startDatabase(dir)
  let current = first
  let stopping = false
  const ends: number[] = []

  function watch(db: PrivateDatabase) {
    db.child?.once('exit', (code, signal) => {
      if (!stopping) void restart(code ?? signal)
    })
  }

  async function restart(how: number | string | null): Promise<void> {
    const now = Date.now()
    ends.push(now)
    if (ends.filter((at) => now - at < WITHIN_MS).length > MOST_ENDS) {
      say(
        `The database ended ${MOST_ENDS} times within a minute. See ${dir}/mariadb.log; the application goes on without it.`,
      )
      return
    }
    say(`The database ended by itself (${how ?? 'no reason given'}); starting it again`)
    try {
      const next = await startDatabase(dir, { port: first.port })
      if (stopping) return void next.stop()
      current = next
      watch(next)
      if (next.port === first.port) say('The database is back')
      else say(`The database is back on another port, ${next.port}: stop this and start anew.`)
    } catch (error) {
      say((error as Error).message)
      await pause(2000)
      if (!stopping) await restart('it did not come up')
    }
  }

  watch(first)
  return {
    ...first,
    async stop() {
      stopping = true
      await current.stop()
    },
  }
}
