import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'
import { runningDatabase } from '../../scripts/setup/mariadb'
import { runs } from '../../scripts/setup/processes'
import { demoSignIns } from '../../demo/sign-ins'

/** npm start, as a person in a terminal sees it, with a data folder of this test's own. */
const root = fileURLToPath(new URL('../..', import.meta.url))
const home = mkdtempSync(join(tmpdir(), 'lintel-home-'))
const database = join(home, 'run', 'db')
const started: ChildProcess[] = []

interface Started {
  child: ChildProcess
  output(): string
  /** Waits for a text on the screen. */
  says(text: RegExp): Promise<RegExpExecArray>
  ended(): Promise<number | null>
}

function start(): Started {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: root,
    env: { ...process.env, LINTEL_HOME: home, PORT: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  started.push(child)
  let text = ''
  child.stdout.on('data', (data: Buffer) => (text += data.toString()))
  child.stderr.on('data', (data: Buffer) => (text += data.toString()))
  return {
    child,
    output: () => text,
    async says(wanted) {
      for (let waited = 0; waited < 150_000; waited += 50) {
        const found = wanted.exec(text)
        if (found) return found
        if (child.exitCode !== null) break
        await new Promise((resolve) => setTimeout(resolve, 50))
      }
      throw new Error(`${wanted} was not said:\n${text}`)
    },
    ended: () =>
      child.exitCode === null
        ? new Promise((resolve) => child.once('exit', resolve))
        : Promise.resolve(child.exitCode),
  }
}
const address = /at {2}(http:\/\/127\.0\.0\.1:\d+)/

afterAll(async () => {
  for (const child of started) child.kill('SIGTERM')
  await runningDatabase(database)?.stop()
  rmSync(home, { recursive: true, force: true })
})

describe('npm start', () => {
  it('from nothing: makes its database, loads the demo, serves, and prints address and sign-ins', async () => {
    const first = start()
    const [, url = ''] = await first.says(address)
    await first.says(/Ctrl-C/)
    expect(first.output()).toContain('Loaded the demo club')
    for (const { email, password } of demoSignIns) {
      expect(first.output()).toContain(email)
      expect(first.output()).toContain(password)
    }
    expect(await (await fetch(`${url}/api/health`)).json()).toEqual({ up: true })
    const secrets = readFileSync(join(database, 'secrets.json'), 'utf8')
    for (const secret of Object.values(JSON.parse(secrets) as Record<string, string>))
      expect(first.output()).not.toContain(secret)
  }, 240_000)

  it('a second from the same folder leaves the first alone and says where it is', async () => {
    const [first] = started
    const second = start()
    await second.says(/Already running from this folder at http:\/\/127\.0\.0\.1:\d+/)
    expect(await second.ended()).toBe(0)
    expect(first?.exitCode).toBeNull()
  })

  it('Ctrl-C stops the application and its database in order', async () => {
    const [first] = started
    const pid = runningDatabase(database)?.pid
    first?.kill('SIGINT')
    await new Promise((resolve) => first?.once('exit', resolve))
    expect(runs(pid, database)).toBe(false)
    expect(existsSync(join(home, 'run', 'start.json'))).toBe(false)
  }, 120_000)

  it('starts again after a kill, with a stale lock, a half-made folder beside, and the same data', async () => {
    const doomed = start()
    await doomed.says(/Ctrl-C/)
    expect(doomed.output()).not.toContain('Loaded the demo club')
    const { server } = JSON.parse(readFileSync(join(home, 'run', 'start.json'), 'utf8')) as { server: number }
    doomed.child.kill('SIGKILL')
    await doomed.ended()
    expect(runs(server, 'output/server')).toBe(true)
    writeFileSync(join(home, 'run', 'db', 'data.making'), 'half')
    const again = start()
    const [, url = ''] = await again.says(address)
    await again.says(/Ctrl-C/)
    expect(runs(server, 'output/server')).toBe(false)
    expect(again.output()).not.toContain('Loaded the demo club')
    expect((await fetch(`${url}/api/health`)).status).toBe(200)
    again.child.kill('SIGTERM')
    await again.ended()
    expect(runningDatabase(database)).toBeUndefined()
  }, 240_000)
})
