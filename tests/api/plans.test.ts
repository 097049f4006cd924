import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { makeClub, openDatabase, planDocument, type Person, type TestClub } from './club'

let db: Database
let club: TestClub
let head: Person
let instructor: Person

interface Saved {
  id: string
  version: number
  savedBy: string
  plan: { title: string; blocks: { id: string }[] }
}

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'plans')
  head = await club.person('head')
  instructor = await club.person('instructor')
})
afterAll(() => db.sequelize.close())

const add = async (document = planDocument()) =>
  (await head.post<{ id: string }>('/api/plans', { plan: document })).body.id
const read = async (id: string) => (await head.get<Saved>(`/api/plans/${id}`)).body
const versions = (planId: string) =>
  club.inside((inside) => inside.planVersions.all({ planId }, { order: [['version', 'ASC']] }))

describe('plans', () => {
  it('are kept with their figures and who saved them', async () => {
    const id = await add()
    expect(await read(id)).toMatchObject({
      id,
      version: 1,
      savedBy: 'head of plans',
      plan: { title: 'Kicks' },
    })
    const [row] = (await head.get<{ id: string }[]>('/api/plans')).body.filter((plan) => plan.id === id)
    // 2 × 10 × 6 s + 10 s to change, a transition of 10 s, a minute of talk: 200 s of 3600.
    expect(row).toMatchObject({ title: 'Kicks', totalMs: 200_000, spareMs: 3_400_000, blocks: 2 })
  })

  it('come back as they were sent, with the defaults filled in', async () => {
    const { plan } = await read(await add())
    expect(plan.blocks[0]).toMatchObject({ mode: 'together', priority: 'should', layer: 1 })
  })

  it('are refused with every fault, and nothing is kept', async () => {
    const before = (await head.get<unknown[]>('/api/plans')).body.length
    const bad = planDocument({ lengthMin: 3, colour: 'red' })
    const answer = await head.post<{ faults: { path: string }[]; title: string }>('/api/plans', { plan: bad })
    expect(answer.status).toBe(422)
    expect(answer.body.faults.map(({ path }) => path).sort()).toEqual(['colour', 'lengthMin'])
    expect(answer.body.title).toContain('lengthMin must be a whole number from 5 to 240')
    expect((await head.get<unknown[]>('/api/plans')).body).toHaveLength(before)
  })

  it('name only techniques of the club’s library', async () => {
    const blocks = [
      { id: 'a', title: 'a', phase: 'drill', technique: 'moon-walk', dose: { kind: 'fixed', sec: 5 } },
    ]
    const answer = await head.post('/api/plans', { plan: planDocument({ blocks }) })
    expect(answer).toMatchObject({
      status: 422,
      body: {
        faults: [
          {
            path: 'blocks[0].technique',
            message: '"moon-walk" is not in the club’s library'.replace('’', "'"),
          },
        ],
      },
    })
  })

  it('say what is wrong with a body that is no JSON', async () => {
    expect((await head.post('/api/plans', '{"plan": ')).status).toBeGreaterThanOrEqual(400)
    expect((await head.post('/api/plans', '{"plan": ')).status).toBeLessThan(500)
  })

  it('are not taken when they are larger than any plan', async () => {
    const notes = 'x'.repeat(3 * 1024 * 1024)
    expect(await head.post('/api/plans', { plan: planDocument({ notes }) })).toMatchObject({
      status: 413,
      body: { code: 'too-large' },
    })
  })

  it('that are not there are not found', async () => {
    expect(await head.get(`/api/plans/${crypto.randomUUID()}`)).toMatchObject({
      status: 404,
      body: { title: 'There is no such plan in this club.' },
    })
    expect((await head.get('/api/plans/..%2f..%2fetc')).status).toBe(404)
  })
})

describe('saving a plan', () => {
  it('over the version it was made from gives the next one, and keeps both', async () => {
    const id = await add()
    const saved = await head.put(`/api/plans/${id}`, {
      base: 1,
      plan: planDocument({ title: 'Kicks, more' }),
    })
    expect(saved).toMatchObject({ status: 200, body: { saved: true, version: 2 } })
    expect((await versions(id)).map(({ version, outcome, body }) => [version, outcome, body.title])).toEqual([
      [1, 'saved', 'Kicks'],
      [2, 'saved', 'Kicks, more'],
    ])
  })

  it('when someone else saved first is refused with their version, and mine is set aside whole', async () => {
    const id = await add()
    await instructor.put(`/api/plans/${id}`, { base: 1, plan: planDocument({ title: 'Theirs' }) })
    const mine = await head.put(`/api/plans/${id}`, { base: 1, plan: planDocument({ title: 'Mine' }) })
    expect(mine).toMatchObject({
      status: 409,
      body: {
        saved: false,
        theirs: { version: 2, savedBy: 'instructor of plans', plan: { title: 'Theirs' } },
      },
    })
    expect((await read(id)).plan.title).toBe('Theirs')
    const aside = (await versions(id)).filter(({ outcome }) => outcome === 'set aside')
    expect(aside.map(({ version, body }) => [version, body.title])).toEqual([[1, 'Mine']])
  })

  it('goes on with mine when I say so, over their version', async () => {
    const id = await add()
    await instructor.put(`/api/plans/${id}`, { base: 1, plan: planDocument({ title: 'Theirs' }) })
    expect(
      (await head.put(`/api/plans/${id}`, { base: 2, plan: planDocument({ title: 'Mine' }) })).body,
    ).toMatchObject({ version: 3 })
    expect((await versions(id)).map(({ body }) => body.title)).toEqual(['Kicks', 'Theirs', 'Mine'])
  })

  it('sent twice by a flaky network is saved once', async () => {
    const id = await add()
    const change = { base: 1, plan: planDocument({ title: 'Once' }) }
    await head.put(`/api/plans/${id}`, change)
    expect(await head.put(`/api/plans/${id}`, change)).toMatchObject({
      status: 200,
      body: { saved: true, version: 2 },
    })
    expect(await versions(id)).toHaveLength(2)
  })

  it('by two at the very same moment lets one through and asks the other', async () => {
    const id = await add()
    const answers = await Promise.all(
      [head, instructor].map((person, i) =>
        person.put(`/api/plans/${id}`, { base: 1, plan: planDocument({ title: `Take ${i}` }) }),
      ),
    )
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
    expect((await read(id)).version).toBe(2)
  })

  it('refuses a bad plan and keeps the good one', async () => {
    const id = await add()
    const answer = await head.put(`/api/plans/${id}`, { base: 1, plan: planDocument({ groups: [] }) })
    expect(answer).toMatchObject({ status: 422, body: { faults: [{ path: 'groups' }] } })
    expect((await read(id)).version).toBe(1)
  })

  it('needs to know the version it was made from', async () => {
    const id = await add()
    expect(await head.put(`/api/plans/${id}`, { plan: planDocument() })).toMatchObject({
      status: 422,
      body: { faults: [{ path: 'base' }] },
    })
  })
})

describe('the versions of a plan that is years old', () => {
  it('are thinned: the last of each day, what was set aside, and everything of the last two days stays', async () => {
    const id = await add()
    const { plan } = await read(id)
    const [first] = await versions(id)
    const old = (version: number, day: string, outcome: 'saved' | 'set aside' = 'saved') =>
      club.inside((inside) =>
        inside.planVersions.add({
          ...first!,
          id: crypto.randomUUID(),
          version,
          outcome,
          savedAt: new Date(`${day}T1${version}:00:00Z`),
        }),
      )
    await old(2, '2024-03-01')
    await old(3, '2024-03-01')
    await old(3, '2024-03-01', 'set aside')
    await old(4, '2024-03-02')
    await club.inside((inside) =>
      inside.plans.change({ id }, { version: 5, savedAt: new Date('2024-03-02T15:00:00Z') }),
    )
    await head.put(`/api/plans/${id}`, { base: 5, plan: { ...plan, title: 'Today' } })
    await head.put(`/api/plans/${id}`, { base: 6, plan: { ...plan, title: 'Today, again' } })
    expect((await versions(id)).map(({ version, outcome }) => [version, outcome])).toEqual([
      [1, 'saved'],
      [3, expect.stringMatching(/saved|set aside/)],
      [3, expect.stringMatching(/saved|set aside/)],
      [4, 'saved'],
      [6, 'saved'],
      [7, 'saved'],
    ])
  })
})
