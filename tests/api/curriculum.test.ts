import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { SHIPPED_SHAPES } from '../../core/curriculum/shipped-shapes'
import { itemDocument, CLASS_START, makeClub, openDatabase, planClass, Person, type TestClub } from './club'

/** What there is to teach: kept, refused, put away, read in, and behind the walls of its club. */
let db: Database
let club: TestClub
let head: Person
let teacher: Person
let assistant: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'curriculum')
  head = await club.person('head')
  teacher = await club.person('instructor')
  assistant = await club.person('assistant')
})
afterAll(() => db.sequelize.close())

const put = (id: string, base: number, more: Record<string, unknown> = {}) =>
  teacher.put<{ version: number }>(`/api/items/${id}`, { base, item: { ...itemDocument(id), ...more } })
const faultsOf = ({ body }: { body: object }) =>
  (body as { faults?: { path: string; message: string }[] }).faults

interface Held {
  items: { id: string; version: number; archived: boolean; name: string }[]
  syllabus: unknown[]
  ranks: { id: string; notches: number }[]
  groups: { id: string; ranks: string[] }[]
  versions: { settings: number; ladder: number; syllabus: number }
  settings: { limits: Record<string, number>; zone: string }
  shapes: { id: string }[]
}
const library = async (who: Person = teacher) => (await who.get<Held>('/api/library')).body
const held = async (id: string) => (await library()).items.find((item) => item.id === id)

describe('an item', () => {
  it('is added, changed over the version it was made from, and the same save twice is one', async () => {
    expect((await put('roll', 0)).body).toEqual({ version: 1 })
    expect((await put('roll', 1, { hazard: 'mind' })).body).toEqual({ version: 2 })
    expect((await put('roll', 1, { hazard: 'mind' })).body).toEqual({ version: 2 })
  })

  it('made from an older version is refused with theirs, and theirs stays', async () => {
    const late = await put('roll', 1, { hazard: 'other' })
    expect(late).toMatchObject({
      status: 409,
      body: { code: 'stale', theirs: { hazard: 'mind' }, again: false },
    })
    expect(await held('roll')).toMatchObject({ version: 2, hazard: 'mind' })
  })

  it('of two saves at once one is kept and the other told', async () => {
    await put('race', 0)
    const both = await Promise.all([put('race', 1, { hazard: 'a' }), put('race', 1, { hazard: 'b' })])
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
  })

  it('names every field at fault', async () => {
    const bad = await put('bad', 0, { sides: 4, layers: [] })
    expect(bad.status).toBe(422)
    expect(faultsOf(bad)?.map(({ path }) => path)).toEqual(['sides', 'layers'])
    expect(faultsOf(await put('other', 0, { id: 'another' }))).toEqual([
      { path: 'id', message: 'must be "other"' },
    ])
  })

  it('refuses a circle with the circle named, and what is not there', async () => {
    await put('fall', 0)
    await put('reap', 0, { prerequisites: [{ item: 'fall', layer: 1, from: 1 }] })
    const circle = await put('fall', 1, { prerequisites: [{ item: 'reap', layer: 1, from: 1 }] })
    expect(faultsOf(circle)).toEqual([
      { path: 'prerequisites', message: 'would go in a circle: fall → reap → fall' },
    ])
    const none = await put('fall', 1, { prerequisites: [{ item: 'nothing', layer: 1, from: 1 }] })
    expect(faultsOf(none)?.[0]?.path).toBe('prerequisites[0].item')
  })

  it('keeps the layers that the syllabus or another item asks for', async () => {
    const three = { layers: ['a', 'b', 'c'].map((name) => ({ name, points: [] })) }
    await put('deep', 0, three)
    await put('after', 0, { prerequisites: [{ item: 'deep', layer: 3, from: 1 }] })
    const cut = await put('deep', 1, { layers: three.layers.slice(0, 2) })
    expect(faultsOf(cut)).toEqual([
      { path: 'layers', message: 'cannot be fewer: after builds on a later one' },
    ])
  })
})

describe('taking an item out', () => {
  it('deletes what nothing speaks of, and puts away what a plan knows', async () => {
    await put('unused', 0)
    expect((await teacher.delete('/api/items/unused')).body).toMatchObject({ outcome: 'deleted' })
    expect(await held('unused')).toBeUndefined()
    await planClass(teacher)
    expect((await teacher.delete('/api/items/kick')).body).toMatchObject({
      outcome: 'archived',
      uses: { plans: 1 },
    })
    expect(await held('kick')).toMatchObject({ archived: true })
  })

  it('what is put away is still known to plans, and comes back', async () => {
    expect((await planClass(teacher)).planId).toBeTruthy()
    await teacher.post('/api/items/kick/restore', {})
    expect(await held('kick')).toMatchObject({ archived: false })
    expect((await teacher.delete('/api/items/nothing')).status).toBe(404)
  })

  it('puts away what another item builds on', async () => {
    expect((await teacher.delete('/api/items/deep')).body).toMatchObject({
      outcome: 'archived',
      uses: { items: 1 },
    })
  })
})

describe('the ladder', () => {
  const rank = (id: string, more: object = {}) => ({
    id,
    name: id,
    colour: '#FFFFFF',
    ink: '#000000',
    ...more,
  })
  const save = async (ranks: object[], groups: object[], who = head) =>
    who.put('/api/ladder', {
      base: (await library()).versions.ladder,
      ladder: { kind: 'ranks', ranks },
      groups,
    })
  const groups = [
    { id: 'white', name: 'white', ranks: ['white'] },
    { id: 'green', name: 'green', ranks: ['green'] },
  ]

  it('takes a new order, notches and another rank', async () => {
    const saved = await save(
      [rank('green'), rank('white', { notches: 3 }), rank('brown')],
      [groups[0]!, { ...groups[1], ranks: ['green', 'brown'] }],
    )
    expect(saved.status).toBe(200)
    const { ranks, groups: kept } = await library()
    expect(ranks.map(({ id }) => id)).toEqual(['green', 'white', 'brown'])
    expect(ranks[1]).toMatchObject({ notches: 3 })
    expect(kept.map(({ ranks }) => ranks)).toEqual([['white'], ['green', 'brown']])
  })

  it('keeps a rank that students hold, and says how many', async () => {
    const before = await library()
    expect(faultsOf(await save([rank('white')], [groups[0]!]))).toEqual([
      { path: 'ranks', message: 'green cannot be removed: 3 students hold it' },
    ])
    expect(await library()).toEqual(before)
  })

  it('wants every rank in one group', async () => {
    const all = [rank('white'), rank('green'), rank('brown')]
    expect(faultsOf(await save(all, groups))).toEqual([
      { path: 'groups', message: 'leave out brown: every rank is taught in a group' },
    ])
    expect(
      faultsOf(await save(all, [...groups, { id: 'b', name: 'b', ranks: ['brown', 'green'] }]))?.[0]?.path,
    ).toBe('groups[2].ranks[1]')
  })

  it('made from an older version is refused', async () => {
    const late = await head.put('/api/ladder', {
      base: 1,
      ladder: { kind: 'ranks', ranks: [rank('x')] },
      groups: [{ id: 'x', name: 'x', ranks: ['x'] }],
    })
    expect(late.status).toBe(409)
  })
})

describe('the syllabus and the settings', () => {
  it('a syllabus is kept in its order and refused where it names what is not there', async () => {
    const base = (await library()).versions.syllabus
    const syllabus = [
      {
        rank: 'green',
        item: 'roll',
        layer: 1,
        target: { unit: 'reps', amount: 40 },
        asks: 'both sides',
        part: 'Falls',
      },
      { rank: 'white', item: 'kick', layer: 1 },
    ]
    expect((await teacher.put('/api/syllabus', { base, syllabus })).body).toEqual({ version: base + 1 })
    expect((await library()).syllabus).toEqual(syllabus)
    const bad = await teacher.put('/api/syllabus', {
      base: base + 1,
      syllabus: [...syllabus, { rank: 'red', item: 'kick' }],
    })
    expect(faultsOf(bad)).toEqual([
      { path: 'syllabus[2].rank', message: '"red" is not a rank of the ladder' },
    ])
    expect((await library()).versions.syllabus).toBe(base + 1)
    expect((await teacher.put('/api/syllabus', { base, syllabus: [] })).status).toBe(409)
  })

  it('settings are kept, by the head only', async () => {
    const { settings, versions } = await library()
    const wanted = { ...settings, ahead: 'forbid', limits: { ...settings.limits, jumps: 80 }, lengthMin: 90 }
    const saved = await head.put('/api/settings', { base: versions.settings, settings: wanted })
    expect(saved.body).toEqual({ version: versions.settings + 1 })
    expect((await library()).settings).toEqual(wanted)
    const bad = await head.put('/api/settings', {
      base: versions.settings + 1,
      settings: { ...wanted, zone: 'Nowhere' },
    })
    expect(faultsOf(bad)?.[0]?.path).toBe('zone')
    expect((await teacher.put('/api/settings', { base: 1, settings: wanted })).status).toBe(403)
  })

  it('a shape is kept, changed and taken off the shelf', async () => {
    const shape = SHIPPED_SHAPES[1]!
    expect((await teacher.put(`/api/shapes/${shape.id}`, { base: 0, shape })).status).toBe(200)
    expect(
      (await teacher.put(`/api/shapes/${shape.id}`, { base: 1, shape: { ...shape, name: 'Ours' } })).status,
    ).toBe(200)
    expect((await library()).shapes).toMatchObject([{ id: shape.id, name: 'Ours' }])
    expect(
      faultsOf(await teacher.put(`/api/shapes/${shape.id}`, { base: 2, shape: { ...shape, kind: 'x' } }))?.[0]
        ?.path,
    ).toBe('kind')
    await teacher.delete(`/api/shapes/${shape.id}`)
    expect((await library()).shapes).toEqual([])
    expect((await teacher.delete(`/api/shapes/${shape.id}`)).status).toBe(404)
  })
})

describe('reading a library in', () => {
  const stage = (id: string, items: unknown[]) => teacher.post(`/api/imports/${id}/rows`, { items })
  const takeOver = (id: string, wanted: object) => teacher.post(`/api/imports/${id}/take-over`, wanted)
  const many = (count: number, more: object = {}) =>
    Array.from({ length: count }, (_, n) => ({ ...itemDocument(`read-${n}`), ...more }))

  it('comes in pieces, changes nothing until it is taken over, and a piece sent twice is one', async () => {
    const id = crypto.randomUUID()
    const before = (await library()).items.length
    await stage(id, many(20).slice(0, 12))
    await stage(id, many(20).slice(0, 12))
    await stage(id, many(20).slice(12))
    expect((await library()).items).toHaveLength(before)
    expect((await takeOver(id, { items: 20 })).body).toEqual({ added: 20, changed: 0 })
    expect((await library()).items).toHaveLength(before + 20)
  })

  it('again changes nothing, and a changed one stands a version on', async () => {
    const id = crypto.randomUUID()
    await stage(id, [...many(19), { ...itemDocument('read-19'), hazard: 'new' }])
    expect((await takeOver(id, { items: 20 })).body).toEqual({ added: 0, changed: 1 })
    expect(await held('read-19')).toMatchObject({ version: 2, hazard: 'new' })
  })

  it('is all or nothing: one loose end, and nothing of it is written', async () => {
    const id = crypto.randomUUID()
    await stage(id, [
      itemDocument('good'),
      { ...itemDocument('loose'), prerequisites: [{ item: 'gone', layer: 1, from: 1 }] },
    ])
    const refused = await takeOver(id, { items: 2 })
    expect(faultsOf(refused)).toEqual([
      { path: 'loose.prerequisites[0].item', message: '"gone" is not in the library' },
    ])
    expect(await held('good')).toBeUndefined()
  })

  it('with a ladder that cannot be, writes neither items nor ladder', async () => {
    const id = crypto.randomUUID()
    await stage(id, [itemDocument('with-ladder')])
    const ladder = { kind: 'ranks', ranks: [{ id: 'only', name: 'Only', colour: '#FFFFFF', ink: '#000000' }] }
    expect((await takeOver(id, { items: 1, ladder })).status).toBe(422)
    expect(await held('with-ladder')).toBeUndefined()
  })

  it('brings shapes and series along, once, each change a version on', async () => {
    const read = async (shapes: unknown[], series: unknown[]) => {
      const id = crypto.randomUUID()
      await stage(id, many(1))
      expect((await takeOver(id, { items: 1, shapes, series })).status).toBe(200)
      return library()
    }
    const shape = { ...SHIPPED_SHAPES[0]!, id: 'brought' }
    const series = {
      id: 'steps',
      name: 'Steps',
      references: [],
      lessons: [{ title: 'One', shape: 'brought' }],
    }
    for (let again = 0; again < 2; again++)
      expect(await read([shape], [series])).toMatchObject({
        shapeVersions: { brought: 1 },
        seriesVersions: { steps: 1 },
      })
    expect(await read([{ ...shape, name: 'Other' }], [{ ...series, name: 'Stairs' }])).toMatchObject({
      shapeVersions: { brought: 2 },
      seriesVersions: { steps: 2 },
    })
    expect((await teacher.put('/api/shapes/brought', { base: 1, shape })).status).toBe(409)
    await teacher.delete('/api/series/steps')
    await teacher.delete('/api/shapes/brought')
  })

  it('notices a piece that got lost, and can be stopped', async () => {
    const id = crypto.randomUUID()
    await stage(id, many(3))
    expect(await takeOver(id, { items: 5 })).toMatchObject({ status: 409, body: { code: 'incomplete' } })
    await teacher.delete(`/api/imports/${id}`)
    expect(await takeOver(id, { items: 3 })).toMatchObject({ status: 409 })
  })

  it('names the item and the field in a piece', async () => {
    const bad = await stage(crypto.randomUUID(), [itemDocument('a'), { ...itemDocument('b'), sides: 9 }])
    expect(faultsOf(bad)).toEqual([{ path: 'items[1].sides', message: 'must be 1 or 2' }])
  })
})

describe('a mark', () => {
  it('is kept once, stands over the one before, and names a fault of the item only', async () => {
    const { classId } = await planClass(teacher)
    const student = club.students[0]!.id
    await put('marked', 0, { faults: [{ fault: 'hands drop', correction: 'up' }] })
    const mark = (more: object) => ({
      id: crypto.randomUUID(),
      class: classId,
      student,
      item: 'marked',
      mark: 'shaky',
      ...more,
    })
    const first = mark({ fault: 'hands drop' })
    expect((await teacher.post('/api/marks', first)).status).toBe(200)
    expect((await teacher.post('/api/marks', first)).status).toBe(200)
    expect((await teacher.post('/api/marks', mark({ mark: 'sharp' }))).status).toBe(200)
    const page = (
      await teacher.get<{ marks: { mark: string; fault: string | null }[] }>(`/api/students/${student}`)
    ).body
    expect(page.marks.map(({ mark, fault }) => [mark, fault])).toEqual([
      ['shaky', 'hands drop'],
      ['sharp', null],
    ])
    expect(faultsOf(await teacher.post('/api/marks', mark({ fault: 'looks away' })))?.[0]?.path).toBe('fault')
    expect(faultsOf(await teacher.post('/api/marks', mark({ mark: 'brilliant' })))?.[0]?.path).toBe('mark')
    expect((await assistant.post('/api/marks', mark({}))).status).toBe(403)
  })

  it('opens the next rung of a ladder when half of the last class’s marks are good', async () => {
    const stage = { title: 'Held', dose: { kind: 'count', reps: 5, roles: 2 } }
    const ladder = { kind: 'ladder', stages: [stage, { ...stage, title: 'Defends' }] }
    const { classId } = await planClass(teacher, {
      format: 'golden-lintel/plan',
      version: 1,
      title: 'Ladder',
      lengthMin: 60,
      groups: [{ id: 'white', name: 'white', ranks: ['white'], headcount: 3 }],
      blocks: [{ id: 'l', title: 'L', phase: 'partner', technique: 'marked', dose: ladder }],
    })
    const open = async () =>
      (await teacher.get<{ ladder: { open: number } }>('/api/items/marked')).body.ladder.open
    expect(await open()).toBe(1)
    const at = CLASS_START
    const run = [
      { id: crypto.randomUUID(), kind: 'start', at },
      { id: crypto.randomUUID(), kind: 'finish', at: at + 600_000 },
    ]
    await teacher.post(`/api/classes/${classId}/events`, { run })
    expect(await open()).toBe(2)
    const give = (n: number, mark: string) =>
      teacher.post('/api/marks', {
        id: crypto.randomUUID(),
        class: classId,
        student: club.students[n]!.id,
        item: 'marked',
        mark,
      })
    await give(0, 'shaky')
    await give(1, 'not yet')
    expect(await open()).toBe(2)
    await give(1, 'sound')
    expect(await open()).toBe(3)
  })
})

describe('who may', () => {
  it('the assistant and the desk read the library and change none of it', async () => {
    for (const role of ['assistant', 'desk'] as const) {
      const person = await club.person(role)
      expect((await library(person)).items.length).toBeGreaterThan(3)
      const tries = [
        person.put('/api/items/x', { base: 0, item: itemDocument('x') }),
        person.delete('/api/items/roll'),
        person.put('/api/syllabus', { base: 1, syllabus: [] }),
        person.put('/api/ladder', { base: 1, ladder: {}, groups: [] }),
        person.post(`/api/imports/${crypto.randomUUID()}/rows`, { items: [] }),
        person.delete('/api/shapes/water'),
      ]
      for (const answer of await Promise.all(tries)) expect(answer.status).toBe(403)
    }
  })

  it('nobody reaches into another club', async () => {
    const other = await makeClub(db, 'elsewhere')
    const them = await other.person('head')
    expect((await them.get('/api/items/roll')).status).toBe(404)
    expect((await them.delete('/api/items/roll')).status).toBe(404)
    expect((await them.put('/api/items/roll', { base: 2, item: itemDocument('roll') })).status).toBe(404)
    const id = crypto.randomUUID()
    await teacher.post(`/api/imports/${id}/rows`, { items: [itemDocument('mine')] })
    expect((await them.post(`/api/imports/${id}/take-over`, { items: 1 })).status).toBe(409)
    const { classId } = await planClass(teacher)
    const mark = { id, class: classId, student: other.students[0]!.id, item: 'kick', mark: 'sound' }
    expect((await them.post('/api/marks', mark)).status).toBe(404)
    expect((await teacher.post('/api/marks', mark)).status).toBe(422)
  })
})

describe('a new club', () => {
  const given = (more: object = {}) => ({
    club: 'Fresh',
    zone: 'Europe/Dublin',
    name: 'Ada Head',
    email: `ada-${crypto.randomUUID()}@fresh.example`,
    password: 'twelve letters',
    ...more,
  })

  it('is set up with a starter, signs its head in, and is its own', async () => {
    const ada = new Person()
    const starters = (await ada.get<{ id: string; items: number }[]>('/api/auth/starters')).body
    expect(starters.map(({ id }) => id)).toEqual([
      'striking',
      'holding-and-throwing',
      'forms-and-short-staff',
    ])
    expect((await ada.post('/api/auth/new-club', given({ starter: 'striking' }))).status).toBe(200)
    const mine = await library(ada)
    expect(mine.items).toHaveLength(starters[0]!.items)
    expect(mine.ranks).toHaveLength(5)
    expect(mine.syllabus.length).toBeGreaterThan(20)
    expect(mine.shapes).toHaveLength(SHIPPED_SHAPES.length)
    expect(mine.groups).toHaveLength(5)
    expect((await ada.get('/api/students')).body).toEqual([])
    expect((await ada.put('/api/settings', { base: 1, settings: mine.settings })).status).toBe(200)
  })

  it('may begin empty, without ranks, or with its own and then without the starter’s syllabus', async () => {
    const bare = new Person()
    await bare.post('/api/auth/new-club', given())
    expect(await library(bare)).toMatchObject({ items: [], syllabus: [], ranks: [{ id: 'everyone' }] })
    const own = new Person()
    const ladder = { kind: 'levels', ranks: [{ id: 'one', name: 'One', colour: '#FFFFFF', ink: '#000000' }] }
    await own.post('/api/auth/new-club', given({ starter: 'striking', ladder }))
    const mine = await library(own)
    expect(mine).toMatchObject({ syllabus: [], ranks: [{ id: 'one' }] })
    expect(mine.items.length).toBeGreaterThan(20)
  })

  it('is refused whole where a field is wrong, naming it, and no half of it is left', async () => {
    const clubs = await db.tables.clubs.count()
    const tries: [object, string][] = [
      [{ password: 'short' }, 'password'],
      [{ email: 'nobody' }, 'email'],
      [{ zone: 'Nowhere' }, 'zone'],
      [{ starter: 'dancing' }, 'starter'],
      [{ email: club.email('head') }, 'email'],
      [{ ladder: { kind: 'ranks', ranks: [] } }, 'ladder.ranks'],
      [{ colour: 'red' }, 'colour'],
    ]
    for (const [more, path] of tries) {
      const answer = await new Person().post('/api/auth/new-club', given(more))
      expect(answer.status, path).toBe(422)
      expect(faultsOf(answer)?.map((one) => one.path)).toEqual([path])
    }
    expect(await db.tables.clubs.count()).toBe(clubs)
  })
})
