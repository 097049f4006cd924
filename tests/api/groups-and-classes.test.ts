import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import {
  CLASS_DAY,
  makeClub,
  openDatabase,
  planClass,
  planDocument,
  type Person,
  type TestClub,
} from './club'

/** Which group a student is in whatever becomes of the groups; when a class is, said in one place; plans and classes put away and deleted. */
let db: Database
let club: TestClub
let head: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'groups')
  head = await club.person('head')
})
afterAll(() => db.sequelize.close())

interface Ladder {
  version: { ladder: number }
  ladderKind: string
  ranks: { id: string }[]
  groups: { id: string; name: string; pace: number; ranks: string[] }[]
}
const library = async () => (await head.get<Ladder>('/api/library')).body
async function regroup(groups: { id: string; ranks: string[] }[]) {
  const { ranks, ladderKind: kind, ...rest } = await library()
  const base = (rest as unknown as { versions: { ladder: number } }).versions.ladder
  return head.put('/api/ladder', {
    base,
    ladder: { kind, ranks },
    groups: groups.map((group) => ({ name: group.id, pace: 1, ...group })),
  })
}
const roster = async () =>
  (await head.get<{ id: string; name: string; rankId: string; groupId: string }[]>('/api/students')).body
const inGroup = async (group: string) =>
  (await roster()).filter(({ groupId }) => groupId === group).map(({ name }) => name)

describe('students and their groups', () => {
  it('follow their rank when it is split off, merged, and split again: nobody is ever in no list', async () => {
    const all = (await roster()).length
    const before = await library()
    expect((await regroup([{ id: 'all', ranks: before.ranks.map(({ id }) => id) }])).status).toBe(200)
    expect(await inGroup('all')).toHaveLength(all)
    const halves = [
      { id: 'all', ranks: ['green'] },
      { id: 'new-white', ranks: ['white'] },
    ]
    expect((await regroup(halves)).status).toBe(200)
    expect((await inGroup('new-white')).every((name) => name.includes('white'))).toBe(true)
    expect((await inGroup('all')).length + (await inGroup('new-white')).length).toBe(all)
  })

  it('placed by hand stay, until their group is gone; then they follow their rank again', async () => {
    const [ada] = await inGroup('new-white')
    const { id } = (await roster()).find(({ name }) => name === ada)!
    expect((await head.put(`/api/students/${id}/group`, { group: 'nowhere' })).status).toBe(422)
    const placed = await head.put(`/api/students/${id}/group`, { group: 'all' })
    expect(placed.body).toEqual({ groupId: 'all', placed: true })
    await regroup([
      { id: 'all', ranks: ['green'] },
      { id: 'others', ranks: ['white'] },
    ])
    expect(await inGroup('all')).toContain(ada)
    await regroup([
      { id: 'greens', ranks: ['green'] },
      { id: 'others', ranks: ['white'] },
    ])
    expect(await inGroup('others')).toContain(ada)
    await head.put(`/api/students/${id}/group`, { group: 'greens' })
    expect((await head.put(`/api/students/${id}/group`, { group: null })).body).toEqual({
      groupId: 'others',
      placed: false,
    })
  })

  it('regrouped and placed at once are in exactly one group all the same', async () => {
    const { id } = (await roster())[0]!
    const split = (one: string, other: string) => [
      { id: one, ranks: ['green'] },
      { id: other, ranks: ['white'] },
    ]
    await regroup(split('a', 'b'))
    for (let n = 0; n < 5; n++) {
      await Promise.all([
        regroup(split(n % 2 ? 'a' : 'c', 'b')),
        head.put(`/api/students/${id}/group`, { group: 'b' }),
        head.put(`/api/students/${id}/group`, { group: n % 2 ? 'c' : 'a' }),
      ])
      const groups = new Set((await library()).groups.map((group) => group.id))
      for (const { groupId } of await roster()) expect(groups).toContain(groupId)
    }
  })

  it('are credited in a class whose plan does not know their group', async () => {
    const { classId } = await planClass(head)
    const { id } = (await roster()).find(({ rankId }) => rankId === 'white')!
    const at = (await head.get<{ startsAt: number }>(`/api/classes/${classId}`)).body.startsAt
    const event = (kind: string, sec: number, more: object = {}) => ({
      id: crypto.randomUUID(),
      kind,
      at: at + sec * 1000,
      ...more,
    })
    await head.post(`/api/classes/${classId}/events`, {
      run: [event('start', 0), event('finish', 200)],
      presence: [event('here', 0, { student: id })],
    })
    const { practice } = (
      await head.get<{ practice: { classId: string; repsR: number }[] }>(`/api/students/${id}`)
    ).body
    expect(practice).toMatchObject([{ classId, repsR: 10 }])
  })
})

interface Held {
  id: string
  planId: string
}
const times = (day: string, startTime = '18:30', lengthMin = 60) => ({ day, startTime, lengthMin })
const planOf = async (id: string) =>
  (
    await head.get<{
      version: number
      plan: { date: string; start: string; lengthMin: number; title: string }
      held: { id: string } | null
    }>(`/api/plans/${id}`)
  ).body
const classOf = async (id: string) =>
  (
    await head.get<{ day: string; startTime: string; lengthMin: number; planId: string; plan: object }>(
      `/api/classes/${id}`,
    )
  ).body
const aDay = (n: number) => new Date(Date.parse(CLASS_DAY) + n * 86_400_000).toISOString().slice(0, 10)
const newPlan = async (more: object = {}) =>
  (await head.post<{ id: string }>('/api/plans', { plan: planDocument({ ...more }) })).body.id

describe('when a class is', () => {
  it('is said by its plan, which takes its times when it is put on it, and moves it when it is changed', async () => {
    const planId = await newPlan({ lengthMin: 45 })
    const { id } = (await head.post<Held>('/api/classes', { planId, ...times(aDay(40), '19:15', 75) })).body
    expect((await planOf(planId)).plan).toMatchObject({ date: aDay(40), start: '19:15', lengthMin: 75 })
    const { version, plan } = await planOf(planId)
    await head.put(`/api/plans/${planId}`, {
      base: version,
      plan: { ...plan, start: '20:00', lengthMin: 90 },
    })
    expect(await classOf(id)).toMatchObject({ day: aDay(40), startTime: '20:00', lengthMin: 90 })
    const moved = await head.put(`/api/classes/${id}`, times(aDay(41), '10:00', 50))
    expect(moved.status).toBe(200)
    expect((await planOf(planId)).plan).toMatchObject({ date: aDay(41), start: '10:00', lengthMin: 50 })
    // A plan that leaves its day out keeps the class's.
    const now = await planOf(planId)
    const { date: _d, start: _s, ...rest } = now.plan
    await head.put(`/api/plans/${planId}`, { base: now.version, plan: rest })
    expect((await planOf(planId)).plan).toMatchObject({ date: aDay(41), start: '10:00' })
  })

  it('agrees in both places whatever is moved at once', async () => {
    const planId = await newPlan()
    const { id } = (await head.post<Held>('/api/classes', { planId, ...times(aDay(50)) })).body
    const { version, plan } = await planOf(planId)
    await Promise.all([
      ...[11, 12, 13].map((hour) =>
        head.put(`/api/classes/${id}`, { ...times(aDay(hour), `${hour}:00`), beside: true }),
      ),
      ...[55, 65].map((lengthMin) =>
        head.put(`/api/plans/${planId}`, { base: version, plan: { ...plan, lengthMin } }),
      ),
    ])
    const held = await classOf(id)
    expect((await planOf(planId)).plan).toMatchObject({
      date: held.day,
      start: held.startTime,
      lengthMin: held.lengthMin,
    })
  })

  it('two at one time are asked about, and made when that is meant', async () => {
    const planId = await newPlan()
    await head.post('/api/classes', { planId, ...times(aDay(60), '18:00', 60) })
    const other = { planId: await newPlan(), ...times(aDay(60), '18:30', 60) }
    expect(await head.post('/api/classes', { ...other, beside: false })).toMatchObject({
      status: 409,
      body: { code: 'at-that-time' },
    })
    expect((await head.post('/api/classes', { ...other, startTime: '19:00', beside: false })).status).toBe(
      200,
    )
    expect((await head.post('/api/classes', { ...other, beside: true })).status).toBe(200)
  })
})

describe('a class that is moved to another day', () => {
  const mark = (classId: string, s: number) =>
    head.post(`/api/classes/${classId}/events`, {
      presence: [{ id: crypto.randomUUID(), kind: 'here', student: club.students[s]!.id, at: Date.now() }],
    })
  const onRegister = async (id: string) =>
    (await head.get<{ marks: unknown[] }>(`/api/classes/${id}`)).body.marks

  it('says that its register moves along, or is begun anew, and does what it says', async () => {
    for (const [register, left] of [
      ['along', 2],
      ['anew', 0],
    ] as const) {
      const { classId } = await planClass(head)
      await mark(classId, 0)
      await mark(classId, 1)
      const listed = (await head.get<{ id: string; registered: number }[]>('/api/classes')).body
      expect(listed.find(({ id }) => id === classId)?.registered).toBe(2)
      const moved = await head.put(`/api/classes/${classId}`, {
        ...times(aDay(120), '18:00', 60),
        beside: true,
        register,
      })
      expect(moved.body).toMatchObject({ day: aDay(120), register, registered: 2 })
      expect(await onRegister(classId)).toHaveLength(left)
    }
  })

  it('to be begun anew while somebody is being marked: the mark is in the old register or in the new one', async () => {
    const { classId } = await planClass(head)
    await mark(classId, 0)
    const to = { ...times(aDay(121), '18:00', 60), beside: true, register: 'anew' }
    const [moved, marked] = await Promise.all([head.put(`/api/classes/${classId}`, to), mark(classId, 1)])
    expect([moved.status, marked.status]).toEqual([200, 200])
    expect((await onRegister(classId)).length).toBeLessThanOrEqual(1)
  })
})

describe('a plan on a class', () => {
  it('that another class has is copied for it; the one before can be put back', async () => {
    const planId = await newPlan({ title: 'Shared' })
    await head.post('/api/classes', { planId, ...times(aDay(70)) })
    const before = await newPlan({ title: 'Before' })
    const { id } = (await head.post<Held>('/api/classes', { planId: before, ...times(aDay(71)) })).body
    const put = (await head.put<{ planId: string; before: string }>(`/api/classes/${id}/plan`, { planId }))
      .body
    expect(put.before).toBe(before)
    expect(put.planId).not.toBe(planId)
    expect((await planOf(put.planId)).plan).toMatchObject({ title: 'Shared', date: aDay(71) })
    expect((await planOf(planId)).plan).toMatchObject({ date: aDay(70) })
    expect((await planOf(put.planId)).held).toMatchObject({ id })
    await head.put(`/api/classes/${id}/plan`, { planId: put.before })
    expect((await classOf(id)).planId).toBe(before)
    expect((await planOf(put.planId)).held).toBeNull()
  })

  it('sent along with a new class is made with it or not at all', async () => {
    const count = async () => (await head.get<unknown[]>('/api/plans')).body.length
    const before = await count()
    const bad = await head.post('/api/classes', { plan: planDocument({ title: '' }), ...times(aDay(80)) })
    expect(bad.status).toBe(422)
    const noDay = await head.post('/api/classes', { plan: planDocument(), ...times('') })
    expect(noDay).toMatchObject({ status: 422, body: { faults: [{ path: 'day' }] } })
    expect(await count()).toBe(before)
    expect((await head.post('/api/classes', { plan: planDocument(), ...times(aDay(80)) })).status).toBe(200)
    expect(await count()).toBe(before + 1)
  })
})

describe('put away and deleted', () => {
  it('a plan that a class has stays, one that no class has goes with its versions', async () => {
    const planId = await newPlan()
    const { id } = (await head.post<Held>('/api/classes', { planId, ...times(aDay(90)) })).body
    expect(await head.ask('DELETE', `/api/plans/${planId}`, {})).toMatchObject({
      status: 409,
      body: { code: 'in-use' },
    })
    expect((await head.put(`/api/plans/${planId}/put-away`, { putAway: true })).status).toBe(200)
    const listed = (await head.get<{ id: string; putAway: boolean }[]>('/api/plans')).body
    expect(listed.find((plan) => plan.id === planId)?.putAway).toBe(true)
    expect((await head.ask('DELETE', `/api/classes/${id}`, {})).status).toBe(200)
    expect((await head.get(`/api/classes/${id}`)).status).toBe(404)
    expect((await head.ask('DELETE', `/api/plans/${planId}`, {})).status).toBe(200)
    expect((await head.get(`/api/plans/${planId}`)).status).toBe(404)
  })

  it('a class of which something was recorded stays, and can be put away', async () => {
    const { classId } = await planClass(head)
    await head.post(`/api/classes/${classId}/events`, {
      presence: [{ id: crypto.randomUUID(), kind: 'here', student: club.students[0]!.id, at: Date.now() }],
    })
    expect(await head.ask('DELETE', `/api/classes/${classId}`, {})).toMatchObject({
      status: 409,
      body: { code: 'recorded' },
    })
    await head.put(`/api/classes/${classId}/put-away`, { putAway: true })
    const { next } = (await head.get<{ next: { id: string } | null }>('/api/today')).body
    expect(next?.id).not.toBe(classId)
  })

  it('a tap and the deletion of its class at once: either the tap is told there is none, or the class stays', async () => {
    for (let n = 0; n < 6; n++) {
      const { classId } = await planClass(head)
      const tap = { id: crypto.randomUUID(), kind: 'here', student: club.students[0]!.id, at: Date.now() }
      const [tapped, deleted] = await Promise.all([
        head.post(`/api/classes/${classId}/events`, { presence: [tap] }),
        head.ask('DELETE', `/api/classes/${classId}`, {}),
      ])
      const there = (await head.get(`/api/classes/${classId}`)).status === 200
      expect(tapped.status === 200).toBe(there)
      expect(deleted.status === 200).toBe(!there)
    }
  })
})

describe('the versions of a plan', () => {
  it('can be named', async () => {
    const planId = await newPlan()
    const versions = async () =>
      (await head.get<{ id: string; name: string | null }[]>(`/api/plans/${planId}/versions`)).body
    const [{ id } = { id: '' }] = await versions()
    await head.put(`/api/plans/${planId}/versions/${id}`, { name: 'before the seminar' })
    expect((await versions())[0]?.name).toBe('before the seminar')
    await head.put(`/api/plans/${planId}/versions/${id}`, { name: ' ' })
    expect((await versions())[0]?.name).toBeNull()
    expect(
      (await head.put(`/api/plans/${planId}/versions/${crypto.randomUUID()}`, { name: 'x' })).status,
    ).toBe(404)
  })
})
