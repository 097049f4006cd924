import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import {
  CLASS_DAY,
  CLASS_START,
  itemDocument,
  makeClub,
  openDatabase,
  planClass,
  planDocument,
  type Person,
  type TestClub,
} from './club'

/** What the records tell further: parts of combinations, sections of forms, versions of one's own, lessons of a series, chapters. */
let db: Database
let club: TestClub
let teacher: Person
let desk: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'further')
  teacher = await club.person('instructor')
  desk = await club.person('desk')
  const layers = [{ name: 'first' }, { name: 'second' }, { name: 'third' }]
  await club.inside((inside) =>
    inside.items.addAll(
      (
        [
          ['joined', 'kicks', {}],
          ['punch', 'hands', { layers }],
          ['set', 'forms', { sections: [1, 2, 3].map((n) => ({ name: `Part ${n}`, sec: 10 })) }],
        ] as const
      ).map(([id, category, more]) => ({
        id,
        name: id,
        category,
        body: itemDocument(id, { ...more, category, name: id }),
      })),
    ),
  )
})
afterAll(() => db.sequelize.close())

const block = (id: string, more: object) => ({ id, title: id, phase: 'drill', ...more })
const further = () =>
  planDocument({
    title: 'Joined',
    series: { series: 'evenings', lesson: 1 },
    blocks: [
      block('joined', {
        technique: 'joined',
        parts: [{ technique: 'kick' }, { technique: 'punch', times: 2, side: 'none' }],
        dose: { kind: 'count', reps: 5, sides: 2 },
      }),
      block('punches', { technique: 'punch', layerUpTo: 3, dose: { kind: 'count', reps: 4 } }),
      block('set', {
        technique: 'set',
        phase: 'form',
        dose: {
          kind: 'form',
          sections: [1, 2, 3].map((n) => ({ id: `section-${n}`, sec: 10 })),
          runs: [{ to: 1, times: 3 }, { to: 2 }],
        },
      }),
    ],
  })
const event = (kind: string, sec: number, more: object = {}) => ({
  id: randomUUID(),
  kind,
  at: CLASS_START + sec * 1000,
  ...more,
})
async function run(classId: string, students: readonly number[]) {
  const presence = students.map((n) => event('here', 0, { student: club.students[n]!.id }))
  const body = { run: [event('start', 0), event('finish', 600)], presence }
  expect((await teacher.post(`/api/classes/${classId}/events`, body)).status).toBe(200)
}
interface Page {
  layers: Record<string, number>
  practice: {
    classId: string
    itemId: string
    layer: number
    repsN: number
    inCombinations: number
    sections: object[]
  }[]
  totals: { itemId: string; inCombinations: number; sections: { id: string; runs: number }[] }[]
}
const pageOf = async (n: number) => (await teacher.get<Page>(`/api/students/${club.students[n]!.id}`)).body

describe('a class with a combination, a form and a version left to each', () => {
  it('is recorded with what was in combinations, which sections were run, and at whose layer', async () => {
    await club.inside((inside) =>
      inside.studentLayers.add({
        id: randomUUID(),
        studentId: club.students[1]!.id,
        itemId: 'punch',
        layer: 3,
        day: CLASS_DAY,
        givenBy: randomUUID(),
      }),
    )
    const { classId } = await planClass(teacher, further())
    await run(classId, [0, 1])
    const [first, second] = [await pageOf(0), await pageOf(1)]
    const row = (page: Page, item: string) => page.practice.filter(({ itemId }) => itemId === item)
    expect(row(first, 'kick')).toMatchObject([{ layer: 1, inCombinations: 10 }])
    expect(row(first, 'punch')).toMatchObject([{ layer: 1, repsN: 24, inCombinations: 20 }])
    // The version of one's own is that of the board that leaves it to each: in the combination all do the same.
    expect(row(second, 'punch')).toMatchObject([
      { layer: 1, repsN: 20, inCombinations: 20 },
      { layer: 3, repsN: 4 },
    ])
    const runs = [
      { id: 'section-1', runs: 4 },
      { id: 'section-2', runs: 1 },
      { id: 'section-3', runs: 0 },
    ]
    expect(row(first, 'set')).toMatchObject([{ sections: runs }])
    expect(first.totals.find(({ itemId }) => itemId === 'set')?.sections).toEqual(runs)
    expect(first.totals.find(({ itemId }) => itemId === 'punch')?.inCombinations).toBe(20)
    const file = await teacher.get<{ present: { student: string; versions?: object[] }[] }>(
      `/api/classes/${classId}/register`,
    )
    expect(file.body.present.map(({ versions }) => versions)).toContainEqual([
      { block: 'punches', technique: 'punch', layer: 3 },
    ])
  })

  it('has chapters once it was run, from where the recording begins', async () => {
    const { classId } = await planClass(teacher, further())
    const chapters = (more: string) =>
      teacher.get<{ text: string; code: string }>(`/api/classes/${classId}/chapters?${more}`)
    expect((await chapters('by=board')).body.code).toBe('not-run')
    await run(classId, [0])
    const told = await chapters(`by=board&begins=${CLASS_START + 5000}`)
    expect(told.type).toContain('text/vtt')
    expect(told.body.text).toContain('00:00:00.000 --> 00:00:15.000\njoined')
    expect((await chapters('by=colour')).status).toBe(422)
    expect((await desk.get(`/api/classes/${classId}/chapters?by=board`)).status).toBe(403)
  })
})

describe('a version of one’s own', () => {
  const put = (who: Person, body: object) => who.put(`/api/students/${club.students[2]!.id}/layer`, body)

  it('stays until it is changed; the same again is one row', async () => {
    const assistant = await club.person('assistant')
    for (const layer of [2, 2, 3, 3])
      expect((await put(assistant, { item: 'punch', layer })).status).toBe(200)
    expect((await pageOf(2)).layers).toEqual({ punch: 3 })
    const rows = await club.inside((inside) =>
      inside.studentLayers.count({ studentId: club.students[2]!.id }),
    )
    expect(rows).toBe(2)
    expect((await put(assistant, { item: 'punch', layer: 0 })).status).toBe(200)
    expect((await pageOf(2)).layers).toEqual({})
  })

  it('given by two at once, one of them stands', async () => {
    await Promise.all([2, 3, 2, 3].map((layer) => put(teacher, { item: 'punch', layer })))
    expect([2, 3]).toContain((await pageOf(2)).layers.punch)
  })

  it('is one that there is, of an item that there is, and not the desk’s to give', async () => {
    expect((await put(teacher, { item: 'punch', layer: 4 })).body).toMatchObject({
      faults: [{ path: 'layer' }],
    })
    expect((await put(teacher, { item: 'nobody', layer: 1 })).body).toMatchObject({
      faults: [{ path: 'item' }],
    })
    expect((await put(desk, { item: 'punch', layer: 2 })).status).toBe(403)
  })
})

describe('a series', () => {
  const series = (more: object = {}) => ({
    id: 'evenings',
    name: 'Evenings',
    lessons: [
      { title: 'One', leaves: [{ item: 'kick' }] },
      { title: 'Two', needs: [{ item: 'punch', layer: 2 }] },
    ],
    ...more,
  })

  it('tells who was at which lesson, and what each has had', async () => {
    expect((await teacher.put('/api/series/evenings', { base: 0, series: series() })).status).toBe(200)
    const { classId } = await planClass(teacher, further())
    await run(classId, [0, 4])
    const { body } = await teacher.get<{
      held: { classId: string; lesson: number; students: string[] }[]
      students: { id: string; had: Record<string, number> }[]
    }>('/api/series/evenings')
    const held = body.held.find((one) => one.classId === classId)
    expect(held).toMatchObject({ lesson: 1 })
    expect([...(held?.students ?? [])].sort()).toEqual([club.students[0]!.id, club.students[4]!.id].sort())
    expect(body.students.find(({ id }) => id === club.students[1]!.id)?.had).toEqual({ punch: 3 })
    expect(body.students.find(({ id }) => id === club.students[5]!.id)?.had).toEqual({})
  })

  it('names what there is, or is refused with the field', async () => {
    const bad = (more: object) => teacher.put('/api/series/evenings', { base: 1, series: series(more) })
    expect((await bad({ lessons: [{ title: 'x', shape: 'nothing' }] })).body).toMatchObject({
      faults: [{ path: 'lessons[0].shape' }],
    })
    expect((await bad({ lessons: [{ title: 'x', plan: randomUUID() }] })).body).toMatchObject({
      faults: [{ path: 'lessons[0].plan' }],
    })
    expect((await bad({ id: 'other' })).body).toMatchObject({ faults: [{ path: 'id' }] })
  })

  it('goes, and comes back; another club never sees it', async () => {
    const other = await (await makeClub(db, 'elsewhere')).person('head')
    expect((await other.get('/api/series/evenings')).status).toBe(404)
    expect((await other.delete('/api/series/evenings')).status).toBe(404)
    expect((await teacher.delete('/api/series/evenings')).status).toBe(200)
    expect((await teacher.get('/api/series/evenings')).status).toBe(404)
    expect((await teacher.put('/api/series/evenings', { base: 0, series: series() })).status).toBe(200)
  })
})
