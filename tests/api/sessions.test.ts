import http from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { baseURL, makeClub, openDatabase, Person, type TestClub } from './club'

/** Who is signed in, until when, and what a stranger can do. */
let db: Database
let club: TestClub
beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'sessions')
})
afterAll(() => db.sequelize.close())

const PASSWORD = 'a password for tests'

describe('a session', () => {
  it('is ended by the sign-out, though somebody has kept the cookie', async () => {
    const person = await club.person('instructor')
    const { cookies } = person
    await person.post('/api/auth/sign-out', {})
    expect((await new Person(cookies).get('/api/today')).status).toBe(401)
  })

  it('of another device goes on', async () => {
    const [one, other] = [await club.person('instructor'), await club.person('instructor')]
    await one.post('/api/auth/sign-out', {})
    expect((await other.get('/api/today')).status).toBe(200)
  })

  it('ends with the role it was begun with', async () => {
    const person = await club.person('instructor')
    const [account] = await club.inside((inside) => inside.users.all({ role: 'instructor' }))
    const head = await club.person('head')
    expect((await head.put(`/api/accounts/${account!.id}`, { role: 'assistant' })).status).toBe(200)
    try {
      expect((await person.get('/api/plans')).status).toBe(401)
      expect((await (await new Person().signIn(club.email('instructor'))).get('/api/plans')).status).toBe(403)
    } finally {
      await head.put(`/api/accounts/${account!.id}`, { role: 'instructor' })
    }
  })

  it('ends with the password it was begun with, on every device but the one that changes it', async () => {
    const [one, other] = [await club.person('desk'), await club.person('desk')]
    const wrong = await one.put<{ faults: { path: string }[] }>('/api/account/password', {
      present: 'not this one',
      wanted: 'another long password',
    })
    expect([wrong.status, wrong.body.faults[0]?.path]).toEqual([422, 'present'])
    const body = { present: PASSWORD, wanted: 'another long password' }
    expect((await one.put('/api/account/password', body)).status).toBe(200)
    expect((await one.get('/api/today')).status).toBe(200)
    expect((await other.get('/api/today')).status).toBe(401)
    await one.put('/api/account/password', { present: 'another long password', wanted: PASSWORD })
  })

  it('ends with the account', async () => {
    const head = await club.person('head')
    const added = await head.post<{ id: string }>('/api/accounts', {
      name: 'Short Stay',
      email: `short-${club.id.slice(0, 8)}@sessions.example`,
      role: 'assistant',
      password: PASSWORD,
    })
    const person = await new Person().signIn(`short-${club.id.slice(0, 8)}@sessions.example`)
    expect((await person.get('/api/today')).status).toBe(200)
    expect((await head.delete(`/api/accounts/${added.body.id}`)).status).toBe(200)
    expect((await person.get('/api/today')).status).toBe(401)
  })

  it('of the last head cannot be taken away', async () => {
    const head = await club.person('head')
    const [account] = await club.inside((inside) => inside.users.all({ role: 'head' }))
    expect((await head.put(`/api/accounts/${account!.id}`, { role: 'desk' })).status).toBe(422)
    expect((await head.delete(`/api/accounts/${account!.id}`)).status).toBe(422)
  })

  it('tells its page what the database says of it', async () => {
    const person = await club.person('instructor')
    expect((await person.get<{ user: object }>('/api/_auth/session')).body).toMatchObject({
      user: { role: 'instructor', clubId: club.id },
    })
    await person.post('/api/auth/sign-out', {})
    expect((await person.get('/api/_auth/session')).body).not.toHaveProperty('user')
  })
})

describe('signing in', () => {
  it('an address with an accent is another address', async () => {
    const accented = club.email('head').replace('head', 'héad')
    expect(
      (await new Person().post('/api/auth/sign-in', { email: accented, password: PASSWORD })).status,
    ).toBe(401)
  })

  it('is not taken from another site’s page, nor as a form', async () => {
    const body = JSON.stringify({ email: club.email('head'), password: PASSWORD })
    const sent = (headers: Record<string, string>) =>
      fetch(`${baseURL}/api/auth/sign-in`, { method: 'POST', headers, body }).then(({ status }) => status)
    const json = { 'content-type': 'application/json' }
    expect(await sent({ ...json, origin: 'https://elsewhere.example' })).toBe(403)
    expect(await sent({ ...json, 'sec-fetch-site': 'cross-site' })).toBe(403)
    expect(await sent({ 'content-type': 'text/plain' })).toBe(415)
    expect(await sent({ ...json, origin: baseURL })).toBe(200)
  })

  it('wrong eight times is told to wait, and how long; another address is not', async () => {
    const lonely = await makeClub(db, 'guessed')
    const guess = () =>
      new Person().post('/api/auth/sign-in', { email: lonely.email('head'), password: 'a guess' })
    const statuses = []
    for (let n = 0; n < 10; n++) statuses.push((await guess()).status)
    expect(statuses).toEqual([401, 401, 401, 401, 401, 401, 401, 401, 429, 429])
    const right = await fetch(`${baseURL}/api/auth/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: lonely.email('head'), password: PASSWORD }),
    })
    expect(right.status).toBe(429)
    expect(Number(right.headers.get('retry-after'))).toBeGreaterThan(0)
    expect(Number(right.headers.get('retry-after'))).toBeLessThanOrEqual(60)
    await lonely.person('assistant')
  })
})

describe('a new club', () => {
  const wanted = (email: string) => ({
    club: 'At Once',
    zone: 'Europe/Dublin',
    name: 'Head',
    email,
    password: PASSWORD,
  })

  it('three times at once under one address is set up once, and the others are told', async () => {
    const email = `once-${crypto.randomUUID().slice(0, 8)}@once.example`
    const answers = await Promise.all(
      [1, 2, 3].map(() => new Person().post('/api/auth/new-club', wanted(email))),
    )
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 422, 422])
    const refused = answers.find(({ status }) => status === 422)?.body as { faults: { path: string }[] }
    expect(refused.faults[0]?.path).toBe('email')
  })
})

describe('what is sent', () => {
  it('in pieces without a length is counted too', async () => {
    const status = await new Promise<number | string>((resolve) => {
      const request = http.request(
        new URL('/api/auth/sign-in', baseURL),
        { method: 'POST', headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked' } },
        (response) => {
          response.resume()
          resolve(response.statusCode ?? 0)
        },
      )
      request.on('error', (error: NodeJS.ErrnoException) => resolve(error.code ?? 'broken'))
      for (let n = 0; n < 40 && !request.destroyed; n++) request.write(Buffer.alloc(100_000, 97))
      request.end()
    })
    expect([413, 'ECONNRESET', 'EPIPE']).toContain(status)
  })
})

describe('every answer', () => {
  it('says what a browser may do with it, and runs no script that is not the application’s', async () => {
    const person = await club.person('head')
    for (const path of ['/sign-in', '/', '/api/today']) {
      const { headers } = await fetch(baseURL + path, { headers: { cookie: person.cookies } })
      expect(headers.get('x-content-type-options')).toBe('nosniff')
      expect(headers.get('x-frame-options')).toBe('DENY')
      expect(headers.get('referrer-policy')).toBe('same-origin')
      expect(headers.get('x-powered-by')).toBeNull()
      if (path.startsWith('/api')) continue
      const policy = headers.get('content-security-policy') ?? ''
      const scripts = /script-src ([^;]*)/.exec(policy)?.[1] ?? ''
      expect(scripts).toContain("'wasm-unsafe-eval'")
      expect(scripts).not.toMatch(/'unsafe-inline'|'unsafe-eval'/)
      expect(policy).toContain("frame-ancestors 'none'")
    }
  })

  it('that is long goes out compressed', async () => {
    const person = await club.person('head')
    const { headers } = await fetch(`${baseURL}/api/library`, {
      headers: { cookie: person.cookies, 'accept-encoding': 'gzip' },
    })
    expect(headers.get('content-encoding')).toBe('gzip')
  })
})
