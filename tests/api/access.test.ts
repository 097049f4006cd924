import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { mayAsk, OPEN_ROUTES, ROUTES, READER_ROUTES, WALL_ROUTES, type Route } from '../../shared/access'
import { accessPage } from '../../server/access-page'
import type { Database } from '../../server/db/connect'
import { dayIn } from '../../server/services/calendar'
import { ROLES } from '../../shared/roles'
import { makeClub, openDatabase, planClass, planDocument, type Person, type TestClub } from './club'

const root = fileURLToPath(new URL('../..', import.meta.url))
let db: Database
let club: TestClub
const people = new Map<string, Person>()
beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'access')
  for (const role of ROLES) people.set(role, await club.person(role))
})
afterAll(() => db.sequelize.close())

function filesUnder(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? filesUnder(path) : [path]
  })
}

/** Every route there is, as the files that make them are named. */
const routes = filesUnder(join(root, 'server', 'api'))
  // What answers where nothing is.
  .filter((file) => !file.includes('[...]'))
  .map((file) => {
    const [, path = '', method = ''] =
      /^(.*)\.(get|post|put|delete)\.ts$/.exec(relative(join(root, 'server'), file)) ?? []
    return `${method.toUpperCase()} /${path.replace(/\/index$/, '').replace(/\[(\w+)\]/g, ':$1')}`
  })
const NOWHERE = '00000000-0000-4000-8000-000000000000'

describe('the table of access', () => {
  it('has every route there is, and no other', () => {
    expect([...Object.keys(ROUTES), ...OPEN_ROUTES, ...READER_ROUTES, ...WALL_ROUTES].sort()).toEqual(
      [...routes].sort(),
    )
  })

  it('is the one in the documents', () => {
    expect(readFileSync(join(root, 'docs', 'access.md'), 'utf8')).toBe(accessPage())
  })

  const asked = Object.keys(ROUTES).filter(
    (route) => !route.includes('/auth/') && !route.endsWith('/changes'),
  )
  it.each(asked.flatMap((route) => ROLES.map((role) => [route, role] as const)))(
    '%s as %s',
    async (route, role) => {
      const [method = '', path = ''] = route.split(' ')
      const url = path.replace(/:\w+/g, NOWHERE)
      const { status, body } = await people.get(role)!.ask(method, url, method === 'GET' ? undefined : {})
      const may = mayAsk(role, route as Route)
      if (may) expect([401, 403, 500]).not.toContain(status)
      else expect([status, body.code]).toEqual([403, 'not-yours'])
    },
  )
})

describe('who does not teach', () => {
  const today = () => dayIn('Europe/Dublin', Date.now())
  const daysAgo = (days: number) => dayIn('Europe/Dublin', Date.now() - days * 86_400_000)
  const tap = () => ({ id: crypto.randomUUID(), kind: 'here', student: club.students[0]!.id, at: Date.now() })

  it.each(['assistant', 'desk'] as const)(
    'the %s reaches classes from the day before on, and none further back',
    async (role) => {
      const person = people.get(role)!
      for (const [day, status] of [
        [today(), 200],
        [daysAgo(1), 200],
        [daysAgo(3), 403],
        [daysAgo(400), 403],
      ] as const) {
        const { classId } = await planClass(people.get('head')!, planDocument(), day)
        expect((await person.get(`/api/classes/${classId}`)).status).toBe(status)
        expect((await person.get(`/api/classes/${classId}/events`)).status).toBe(status)
        expect((await person.post(`/api/classes/${classId}/events`, { presence: [tap()] })).status).toBe(
          status,
        )
      }
    },
  )

  it('the desk keeps the register and does not run the class', async () => {
    const { classId } = await planClass(people.get('head')!, planDocument(), today())
    const start = { id: crypto.randomUUID(), kind: 'start', at: Date.now() }
    expect((await people.get('desk')!.post(`/api/classes/${classId}/events`, { run: [start] })).status).toBe(
      403,
    )
    expect(
      (await people.get('assistant')!.post(`/api/classes/${classId}/events`, { run: [start] })).status,
    ).toBe(200)
  })

  it('sees of a student what the role sees', async () => {
    await club.inside((inside) =>
      inside.students.change({ id: club.students[0]!.id }, { floorNote: 'left wrist' }),
    )
    const seen = async (role: string) =>
      (await people.get(role)!.get<Record<string, unknown>[]>('/api/students')).body.find(
        ({ id }) => id === club.students[0]!.id,
      )
    expect(await seen('instructor')).toMatchObject({ name: 'Ada white Test', floorNote: 'left wrist' })
    expect(await seen('assistant')).toMatchObject({ name: 'Ada white', floorNote: 'left wrist', age: null })
    expect(await seen('desk')).toMatchObject({ name: 'Ada white Test', floorNote: null })
    for (const role of ROLES)
      expect(Object.keys((await seen(role))!).sort()).toEqual([
        'age',
        'floorNote',
        'groupId',
        'id',
        'kind',
        'layers',
        'name',
        'notches',
        'rankId',
      ])
  })
})
