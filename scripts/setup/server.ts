import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { DATABASE_USER, type PrivateDatabase } from './mariadb'
import { freePort } from './processes'

export interface RunningServer {
  url: string
  child: ChildProcess
  stop(): Promise<void>
}

export interface ServerOptions {
  build: string
  database: PrivateDatabase
  schema: string
  port?: number
  /** Lets a test move the page's clock. */
  testClock?: boolean
  quiet?: boolean
  /** The demo club is what is served: its sign-ins are offered at the door. */
  demo?: boolean
}

/** The settings by which the application finds its database; also used by `nuxt dev`. */
export function serverEnvironment(database: PrivateDatabase, schema: string): Record<string, string> {
  return {
    NUXT_DATABASE_HOST: '127.0.0.1',
    NUXT_DATABASE_PORT: String(database.port),
    NUXT_DATABASE_USER: DATABASE_USER,
    NUXT_DATABASE_PASSWORD: database.secrets.databaseUser,
    NUXT_DATABASE_NAME: schema,
    NUXT_SESSION_PASSWORD: database.secrets.session,
  }
}

/** Starts the built application on loopback and waits until it answers. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const port = await freePort(options.port)
  const child = spawn(process.execPath, [join(options.build, 'output', 'server', 'index.mjs')], {
    env: {
      ...process.env,
      ...serverEnvironment(options.database, options.schema),
      NITRO_HOST: '127.0.0.1',
      NITRO_PORT: String(port),
      NODE_ENV: 'production',
      // What is still being answered has this long to end.
      NITRO_SHUTDOWN_TIMEOUT: '5000',
      NUXT_PUBLIC_TEST_CLOCK: options.testClock ? 'on' : '',
      NUXT_DEMO: options.demo ? 'on' : '',
    },
    stdio: ['ignore', options.quiet ? 'ignore' : 'inherit', 'inherit'],
    detached: true,
  })
  const url = `http://127.0.0.1:${port}`
  try {
    await untilAnswers(`${url}/api/health`, child)
  } catch (error) {
    await stopChild(child)
    throw error
  }
  return { url, child, stop: () => stopChild(child) }
}

async function untilAnswers(url: string, child: ChildProcess): Promise<void> {
  for (let tries = 0; tries < 600; tries++) {
    if (child.exitCode !== null) break
    try {
      if ((await fetch(url)).ok) return
    } catch {
      // Not up yet.
    }
    await pause(100)
  }
  throw new Error('The application did not come up.')
}

async function stopChild(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  child.kill('SIGTERM')
  const pressed = setTimeout(() => child.kill('SIGKILL'), 8000)
  await ended
  clearTimeout(pressed)
}
