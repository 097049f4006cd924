import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { closeSync, mkdirSync, openSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { loadDemo } from '../../demo/load'
import { migrate } from '../../server/db/migrate'
import { dayIn } from '../../server/services/calendar'
import { connectTo } from '../commands/start'
import { client } from './backup'
import { ensureBuild } from './build'
import { lintelDir } from './folders'
import { dropSchema, ensureSchema, runningDatabase, startDatabase, type PrivateDatabase } from './mariadb'
import { runs } from './processes'
import { startServer, type RunningServer } from './server'

/** A database and servers of their own for a run of tests or pictures, gone without a trace afterwards. */
export interface TestBed {
  database: PrivateDatabase
  build: string
  /** An application over a fresh schema, with the demo club or empty, whose page clock a test may move. */
  serve(schema: string, options: { demo: boolean }): Promise<RunningServer>
  /** An address on loopback that gives whoever posts to it a demo club of their own, kills its server on PUT, starts it again on PATCH, and takes it back on DELETE. */
  offerClubs(): Promise<string>
  clear(): Promise<void>
}

const PREFIX = 'bed-'

/** Removes what a killed run left: its database process first, then its folder. */
async function clearLeftovers(): Promise<void> {
  mkdirSync(lintelDir, { recursive: true })
  for (const name of readdirSync(lintelDir)) {
    const pid = Number(/^bed-(\d+)$/.exec(name)?.[1])
    if (!pid || runs(pid, 'scripts/')) continue
    await runningDatabase(join(lintelDir, name))?.stop()
    rmSync(join(lintelDir, name), { recursive: true, force: true })
  }
}

export async function makeTestBed(say: (text: string) => void): Promise<TestBed> {
  await clearLeftovers()
  const dir = join(lintelDir, `${PREFIX}${process.pid}`)
  say('Starting a private MariaDB for this run')
  const database = await startDatabase(dir, { durable: false })
  const servers: RunningServer[] = []
  const offers: { close(): void }[] = []
  const clear = async () => {
    for (const offer of offers) offer.close()
    for (const server of servers) await server.stop()
    await database.stop()
    rmSync(dir, { recursive: true, force: true })
  }
  try {
    const build = ensureBuild(() => say('Building the application, about a minute'))
    const makeSchema = async (schema: string, { demo }: { demo: boolean }) => {
      await ensureSchema(database, schema, true)
      const db = await connectTo(database, schema)
      await migrate(db.sequelize)
      if (demo) await loadDemo(db)
      await db.sequelize.close()
    }

    /** The demo club as a dump, made once for each day it is asked for: its dates follow the day of loading. */
    let dump: { day: string; file: Promise<string> } | undefined
    const writeDump = async (file: string): Promise<string> => {
      const schema = 'lintel_demo_once'
      await makeSchema(schema, { demo: true })
      const out = openSync(file, 'w', 0o600)
      try {
        client(database, 'mariadb-dump', ['--single-transaction', schema], ['ignore', out, 'inherit'])
      } finally {
        closeSync(out)
      }
      await dropSchema(database, schema)
      return file
    }
    const demoDump = (): Promise<string> => {
      const day = dayIn('Europe/Dublin', Date.now())
      if (dump?.day !== day) dump = { day, file: writeDump(join(dir, `demo-${day}.sql`)) }
      return dump.file
    }
    const copyDemo = async (schema: string) => {
      const file = await demoDump()
      await ensureSchema(database, schema, true)
      const input = openSync(file, 'r')
      try {
        client(database, 'mariadb', [schema], [input, 'ignore', 'inherit'])
      } finally {
        closeSync(input)
      }
    }
    const serve = async (schema: string, { demo }: { demo: boolean }) => {
      await (demo ? copyDemo(schema) : makeSchema(schema, { demo }))
      const server = await startServer({ build, database, schema, testClock: true, quiet: true, demo })
      servers.push(server)
      return server
    }
    /** The same club on the same address, after its server was killed. */
    const serveAgain = async ({ server, schema }: { server: RunningServer; schema: string }) => {
      const port = Number(new URL(server.url).port)
      const options = { testClock: true, quiet: true, demo: true }
      const again = await startServer({ build, database, schema, port, ...options })
      servers.push(again)
      return again
    }
    const offerClubs = async () => {
      const given = new Map<string, { server: RunningServer; schema: string }>()
      let count = 0
      const answer = async (method: string | undefined, path: string) => {
        if (method === 'POST') {
          const schema = `lintel_club_${++count}`
          const server = await serve(schema, { demo: true })
          given.set(server.url, { server, schema })
          return server.url
        }
        const club = given.get(decodeURIComponent(path.slice(1)))
        if (!club) return ''
        if (method === 'PUT') club.server.child.kill('SIGKILL')
        else if (method === 'PATCH') club.server = await serveAgain(club)
        else {
          await club.server.stop()
          await dropSchema(database, club.schema)
        }
        return ''
      }
      const offer = createServer((request, response) => {
        answer(request.method, request.url ?? '/').then(
          (text) => response.end(text),
          (error: unknown) => response.writeHead(500).end(String(error)),
        )
      })
      await new Promise<void>((resolve) => offer.listen(0, '127.0.0.1', resolve))
      offers.push(offer)
      return `http://127.0.0.1:${(offer.address() as AddressInfo).port}`
    }
    return { database, build, clear, serve, offerClubs }
  } catch (error) {
    await clear()
    throw error
  }
}
