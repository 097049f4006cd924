import { readdirSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { makeClub, openDatabase, Person, type TestClub } from './club'

const root = fileURLToPath(new URL('../..', import.meta.url))
let db: Database
let club: TestClub
beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'gate')
})
afterAll(() => db.sequelize.close())

function filesUnder(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? filesUnder(path) : [path]
  })
}

/** Every route there is, read off the files that make them: a new one is tested without being named here. */
const routes = filesUnder(join(root, 'server', 'api')).map((file) => {
  const path = relative(join(root, 'server'), file).replace(/\.ts$/, '')
  const method = /\.(get|post|put|delete|patch)$/.exec(path)?.[1] ?? 'get'
  const url = `/${path.replace(/\.(get|post|put|delete|patch)$/, '').replace(/\/index$/, '')}`
  return [method.toUpperCase(), url.replace(/\[\w+\]/g, '00000000-0000-4000-8000-000000000000')] as const
})
const OPEN = [
  '/api/auth/sign-in',
  '/api/auth/new-club',
  '/api/auth/starters',
  '/api/auth/demo',
  '/api/health',
  '/api/time',
  // By the key of its link; `floor.test` knocks without one.
  '/api/wall',
  '/api/wall/changes',
  // By a key of its own; `reader.test` knocks without one.
  '/api/reader/taps',
]
/** The wall's page holds nothing: what it shows it asks for with the key of its link. */
const OPEN_PAGES = ['/sign-in', '/new-club', '/wall']

/** Every page there is, likewise. */
const pages = filesUnder(join(root, 'app', 'pages')).map((file) => {
  const path = relative(join(root, 'app', 'pages'), file)
    .replace(/\.vue$/, '')
    .replace(/(^|\/)index$/, '')
  return `/${path}`.replace(/\[\w+\]/g, '00000000-0000-4000-8000-000000000000')
})

describe('the gate', () => {
  it('knows the routes and pages it is to guard', () => {
    expect(routes.length).toBeGreaterThan(28)
    expect(pages).toContain('/floor')
  })

  it.each(routes.filter(([, url]) => !OPEN.includes(url)))(
    '%s %s refuses anyone who is not signed in',
    async (method, url) => {
      const answer = await new Person().ask(method, url, method === 'GET' ? undefined : {})
      expect(answer).toMatchObject({ status: 401, body: { code: 'signed-out', title: 'Sign in first.' } })
      expect(answer.type).toContain('application/problem+json')
    },
  )

  it('tells nobody of sign-ins where no demo is served', async () => {
    expect(await new Person().ask('GET', '/api/auth/demo')).toMatchObject({ status: 200, body: [] })
  })

  it.each(pages.filter((page) => !OPEN_PAGES.includes(page)))(
    'the page %s leads to the sign-in',
    async (page) => {
      const response = await fetch(`${process.env.LINTEL_URL}${page}`, { redirect: 'manual' })
      expect(response.status).toBe(302)
      expect(response.headers.get('location')).toBe(`/sign-in?to=${encodeURIComponent(page)}`)
    },
  )

  it('lets the sign-in page and the application’s own files through', async () => {
    expect((await new Person().get('/sign-in')).status).toBe(200)
    expect((await new Person().get('/mark.svg')).status).toBe(200)
  })

  it('a forged cookie opens nothing', async () => {
    const response = await fetch(`${process.env.LINTEL_URL}/api/today`, {
      headers: { cookie: 'golden-lintel=Fe26.2**forged' },
    })
    expect(response.status).toBe(401)
  })
})

describe('signing in', () => {
  it('opens the club with the right password and closes it again', async () => {
    const head = await club.person('head')
    expect((await head.get('/api/library')).status).toBe(200)
    await head.post('/api/auth/sign-out', {})
    expect((await head.get('/api/library')).status).toBe(401)
  })

  it('takes the address in any case and with blanks about it', async () => {
    const body = { email: ` ${club.email('head').toUpperCase()} `, password: 'a password for tests' }
    expect((await new Person().post('/api/auth/sign-in', body)).status).toBe(200)
  })

  it('says the same of a wrong password and of an unknown address', async () => {
    const wrong = await new Person().post('/api/auth/sign-in', { email: club.email('head'), password: 'x' })
    const unknown = await new Person().post('/api/auth/sign-in', { email: 'no@one.example', password: 'x' })
    expect(wrong).toMatchObject({ status: 401, body: { code: 'wrong-sign-in' } })
    expect(unknown.body).toEqual(wrong.body)
  })

  it('names the fields that are missing', async () => {
    const answer = await new Person().post<{ faults: { path: string }[] }>('/api/auth/sign-in', {})
    expect(answer.status).toBe(422)
    expect(answer.body.faults.map(({ path }) => path)).toEqual(['email', 'password'])
  })

  it('keeps no password in the open', async () => {
    const [user] = await club.inside((inside) => inside.users.all({ role: 'head' }))
    expect(user?.passwordHash).toMatch(/^\$scrypt\$/)
  })
})

describe('roles', () => {
  it.each(['assistant', 'desk'] as const)(
    '%s may see the register but neither plans nor students’ pages',
    async (role) => {
      const person = await club.person(role)
      expect((await person.get('/api/students')).status).toBe(200)
      for (const path of ['/api/plans', `/api/students/${club.students[0]?.id}`])
        expect(await person.get(path)).toMatchObject({ status: 403, body: { code: 'not-yours' } })
      expect((await person.post('/api/plans', { plan: {} })).status).toBe(403)
    },
  )

  it('assistants see first names, rank and floor note and no ages; who teaches sees names and ages', async () => {
    const seen = (
      await (await club.person('assistant')).get<{ name: string; age: number | null }[]>('/api/students')
    ).body
    expect(seen.every(({ name, age }) => !name.includes('Test') && age === null)).toBe(true)
    const taught = (
      await (await club.person('instructor')).get<{ name: string; age: number | null }[]>('/api/students')
    ).body
    expect(taught.every(({ name, age }) => name.includes('Test') && (age ?? 0) > 14)).toBe(true)
    for (const row of seen) expect(Object.keys(row)).not.toContain('birthDate')
  })
})
