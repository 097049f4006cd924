import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { ChangeFeed } from '../../server/services/change-feed'
import { freePort } from '../../scripts/setup/processes'
import {
  baseURL,
  CLASS_START,
  makeClub,
  openDatabase,
  planClass,
  planDocument,
  type Person,
  type TestClub,
} from './club'

/** A second process of the application beside the one under test, over the same database. */
let db: Database
let club: TestClub
let teacher: Person
let second: { url: string; child: ChildProcess }

async function startSecond(): Promise<typeof second> {
  const port = await freePort()
  const child = spawn(
    process.execPath,
    [join(process.env.LINTEL_BUILD ?? '', 'output', 'server', 'index.mjs')],
    {
      env: { ...process.env, NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port), NODE_ENV: 'production' },
      stdio: 'ignore',
    },
  )
  const url = `http://127.0.0.1:${port}`
  for (let tries = 0; tries < 600; tries++) {
    const isUp = await fetch(`${url}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    )
    if (isUp) return { url, child }
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('the second process did not come up')
}

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'processes')
  teacher = await club.person('instructor')
  second = await startSecond()
})
afterAll(async () => {
  second.child.kill('SIGKILL')
  await db.sequelize.close()
})

/** Listens as a browser does; what was heard, by name of the event. */
async function listen(url: string, cookie: string) {
  const stop = new AbortController()
  const response = await fetch(url, { headers: { cookie }, signal: stop.signal })
  const heard: { name: string; data: unknown }[] = []
  const reading = (async () => {
    let text = ''
    const decoder = new TextDecoder()
    for await (const piece of response.body as unknown as AsyncIterable<Uint8Array>) {
      text += decoder.decode(piece, { stream: true })
      const events = text.split('\n\n')
      text = events.pop() ?? ''
      for (const event of events) {
        const name = /^event: (.*)$/m.exec(event)?.[1] ?? ''
        heard.push({ name, data: JSON.parse(/^data: (.*)$/m.exec(event)?.[1] ?? 'null') })
      }
    }
  })().catch(() => {})
  return {
    status: response.status,
    heard,
    named: (name: string) => heard.filter((one) => one.name === name).map(({ data }) => data),
    async stop() {
      stop.abort()
      await reading
    },
  }
}

const tap = () => ({ id: crypto.randomUUID(), kind: 'here', student: club.students[0]!.id, at: CLASS_START })
const to = (url: string, path: string, body: object, cookie = teacher.cookies) =>
  fetch(url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify(body),
  })

describe('changes', () => {
  it('made at one process are told by the other within a second, and to no other club', async () => {
    const others = await makeClub(db, 'elsewhere')
    const stranger = await listen(`${second.url}/api/changes`, (await others.person('head')).cookies)
    const stream = await listen(`${second.url}/api/changes`, teacher.cookies)
    await expect.poll(() => stream.named('hello').length).toBe(1)
    const { classId } = await planClass(teacher)
    await to(baseURL, `/api/classes/${classId}/events`, { presence: [tap()] })
    await expect
      .poll(() => JSON.stringify(stream.named('changes')), { timeout: 1000 })
      .toContain(`{"topic":"class","root":"${classId}","what":"tapped","mine":true}`)
    expect(stranger.named('changes')).toEqual([])
    await Promise.all([stream.stop(), stranger.stop()])
  })

  it('end with the session, on whichever process it is ended', async () => {
    const person = await club.person('assistant')
    const stream = await listen(`${second.url}/api/changes`, person.cookies)
    await expect.poll(() => stream.named('hello').length).toBe(1)
    await person.post('/api/auth/sign-out', {})
    await expect.poll(() => stream.named('ended').length, { timeout: 3000 }).toBe(1)
    await stream.stop()
  })

  it('say who is at a plan, whichever process their pages are connected to, until they leave', async () => {
    const { planId } = await planClass(teacher)
    const head = await club.person('head')
    const mine = await listen(`${baseURL}/api/changes?plan=${planId}`, teacher.cookies)
    await expect.poll(() => mine.named('people').at(-1)).toEqual([])
    const theirs = await listen(`${second.url}/api/changes?plan=${planId}`, head.cookies)
    await expect.poll(() => mine.named('people').at(-1), { timeout: 3000 }).toEqual(['head of processes'])
    await expect
      .poll(() => theirs.named('people').at(-1), { timeout: 3000 })
      .toEqual(['instructor of processes'])
    await theirs.stop()
    await expect.poll(() => mine.named('people').at(-1), { timeout: 3000 }).toEqual([])
    await mine.stop()
  })

  it('are each read once, also those that were committed after a later number', async () => {
    const feed = await ChangeFeed.from(db)
    const write = (root: string, transaction?: Awaited<ReturnType<typeof db.sequelize.transaction>>) =>
      db.tables.changes.create(
        { clubId: club.id, topic: 'class', root, what: 'tapped', userId: null },
        { transaction },
      )
    const open = await db.sequelize.transaction()
    await write('first-begun', open)
    await write('second')
    const early = (await feed.next(Date.now())).map(({ root }) => root)
    expect(early).toContain('second')
    expect(early).not.toContain('first-begun')
    await open.commit()
    const late = (await feed.next(Date.now())).map(({ root }) => root)
    expect(late.filter((root) => ['first-begun', 'second'].includes(root))).toEqual(['first-begun'])
    expect((await feed.next(Date.now())).map(({ root }) => root)).not.toContain('first-begun')
  })
})

describe('two processes', () => {
  it('take taps of one class at once, and finish it once', async () => {
    const { classId } = await planClass(teacher, planDocument())
    const events = `/api/classes/${classId}/events`
    const start = { id: crypto.randomUUID(), kind: 'start', at: CLASS_START }
    await to(baseURL, events, { run: [start] })
    const finish = { id: crypto.randomUUID(), kind: 'finish', at: CLASS_START + 200_000 }
    const answers = await Promise.all([
      to(baseURL, events, { run: [finish] }),
      to(second.url, events, { run: [finish] }),
      ...Array.from({ length: 20 }, (_, n) =>
        to(n % 2 ? baseURL : second.url, events, { presence: [tap()] }),
      ),
    ])
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200]))
    const rows = await club.inside((inside) => inside.practice.all({ classId }))
    expect(rows).toMatchObject([{ itemId: 'kick', repsR: 10, repsL: 10 }])
  })

  it('what one of them has taken and not settled when it dies is settled by the other', async () => {
    const { classId } = await planClass(teacher)
    const events = `/api/classes/${classId}/events`
    await to(baseURL, events, { run: [{ id: crypto.randomUUID(), kind: 'start', at: CLASS_START }] })
    expect((await to(second.url, events, { presence: [tap()] })).status).toBe(200)
    second.child.kill('SIGKILL')
    await expect
      .poll(() => club.inside(async (inside) => (await inside.settlements.one({ classId }))?.events), {
        timeout: 20_000,
      })
      .toBe(2)
    second = await startSecond()
  })
})
