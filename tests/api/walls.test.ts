import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { makeClub, openDatabase, planClass, planDocument, type Person, type TestClub } from './club'

/** One club can neither read nor write another's. */
let db: Database
let ours: TestClub
let theirs: TestClub
let us: Person
let them: Person
let held: { planId: string; classId: string }

beforeAll(async () => {
  db = openDatabase()
  ours = await makeClub(db, 'ours')
  theirs = await makeClub(db, 'theirs')
  us = await ours.person('head')
  them = await theirs.person('head')
  held = await planClass(them)
})
afterAll(() => db.sequelize.close())

const uuid = () => crypto.randomUUID()

describe('the wall between two clubs', () => {
  it('lists hold only the club’s own', async () => {
    await planClass(us)
    for (const path of ['/api/plans', '/api/classes', '/api/students']) {
      const mine = (await us.get<{ id: string }[]>(path)).body.map(({ id }) => id)
      const other = (await them.get<{ id: string }[]>(path)).body.map(({ id }) => id)
      expect(mine.length).toBeGreaterThan(0)
      expect(mine.filter((id) => other.includes(id))).toEqual([])
    }
  })

  it('what is read by its id is not there', async () => {
    const paths = [
      `/api/plans/${held.planId}`,
      `/api/classes/${held.classId}`,
      `/api/classes/${held.classId}/plan`,
      `/api/classes/${held.classId}/register`,
      `/api/students/${theirs.students[0]?.id}`,
    ]
    for (const path of paths) {
      expect((await them.get(path)).status, path).toBe(200)
      expect(await us.get(path), path).toMatchObject({ status: 404, body: { code: 'not-found' } })
    }
  })

  it('a plan is neither saved over nor put on a class of ours', async () => {
    const before = (await them.get(`/api/plans/${held.planId}`)).body
    const saved = await us.put(`/api/plans/${held.planId}`, {
      base: 1,
      plan: planDocument({ title: 'Ours now' }),
    })
    expect(saved.status).toBe(404)
    expect((await them.get(`/api/plans/${held.planId}`)).body).toEqual(before)
    const own = await planClass(us)
    expect((await us.put(`/api/classes/${own.classId}/plan`, { planId: held.planId })).status).toBe(404)
    const wanted = { planId: held.planId, day: '2031-03-05', startTime: '18:30', lengthMin: 60 }
    expect((await us.post('/api/classes', wanted)).status).toBe(404)
  })

  it('events do not reach a class of theirs', async () => {
    const run = [{ id: uuid(), kind: 'start', at: 1_790_000_000_000 }]
    expect((await us.post(`/api/classes/${held.classId}/events`, { run })).status).toBe(404)
    expect((await them.get(`/api/classes/${held.classId}`)).body).toMatchObject({
      state: 'planned',
      events: [],
    })
  })

  it('a student of theirs cannot be tapped on a register of ours', async () => {
    const own = await planClass(us)
    const presence = [{ id: uuid(), kind: 'here', student: theirs.students[0]?.id, at: 1_790_000_000_000 }]
    const answer = await us.post(`/api/classes/${own.classId}/events`, { presence })
    expect(answer).toMatchObject({ status: 422, body: { faults: [{ path: 'presence[0].student' }] } })
  })

  it('an event id that another club has used too is an event of each, and theirs stays as it was', async () => {
    const id = uuid()
    const other = await planClass(them)
    await them.post(`/api/classes/${other.classId}/events`, {
      run: [{ id, kind: 'start', at: 1_790_000_000_000 }],
    })
    const own = await planClass(us)
    await us.post(`/api/classes/${own.classId}/events`, {
      run: [{ id, kind: 'start', at: 1_790_000_050_000 }],
    })
    expect((await them.get<{ events: unknown[] }>(`/api/classes/${other.classId}`)).body.events).toHaveLength(
      1,
    )
    expect((await us.get<{ events: unknown[] }>(`/api/classes/${own.classId}`)).body.events).toHaveLength(1)
  })

  it('the database itself refuses a row that points into another club', async () => {
    const [theirPlan] = await theirs.inside((club) => club.plans.all())
    const stray = ours.inside((club) =>
      club.classes.add({
        id: uuid(),
        planId: theirPlan?.id ?? '',
        day: '2031-03-05',
        startTime: '18:30',
        lengthMin: 60,
        teacherId: null,
        state: 'planned',
        runPlan: null,
      }),
    )
    await expect(stray).rejects.toThrow(/foreign key|constraint/i)
  })
})
