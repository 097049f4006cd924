import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { correctionsOf } from '../../core/people/corrections'
import { standingAt } from '../../core/people/results'
import type { ClassView, ItemCorrection, Notice, StudentPage, Today } from '../../shared/answers'
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

/** What is seen beside the marks: corrections that stay open, figures of drills, notices. */
let db: Database
let club: TestClub
let teacher: Person
let other: Person
let assistant: Person
let desk: Person
let classId: string
let ada: string
let ben: string

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'seen')
  teacher = await club.person('instructor')
  other = await club.person('head')
  assistant = await club.person('assistant')
  desk = await club.person('desk')
  ;[ada = '', ben = ''] = club.students.map(({ id }) => id)
  await club.inside((inside) =>
    inside.items.change(
      { id: 'kick' },
      {
        body: itemDocument('kick', {
          faults: ['knee drops', 'looks down'].map((fault) => ({ fault, correction: 'look up' })),
        }),
      },
    ),
  )
  classId = (await planClass(teacher)).classId
})
afterAll(() => db.sequelize.close())

let minute = 0
const sighting = (kind: 'seen' | 'right', said: string, student: string, more: object = {}) => ({
  id: randomUUID(),
  kind,
  at: CLASS_START + ++minute * 60_000,
  student,
  item: 'kick',
  said,
  ...more,
})
const send = (who: Person, more: object, of = classId) =>
  who.post(`/api/classes/${of}/events`, { run: [], presence: [], ...more })
const pageOf = async (student: string) => (await teacher.get<StudentPage>(`/api/students/${student}`)).body
const openOf = async (student: string) =>
  correctionsOf((await pageOf(student)).sightings).map(({ said, state, seen }) => `${said}: ${state} ${seen}`)

describe('corrections that stay open', () => {
  it('are told from the floor, stand on the student’s page and with the item, and close', async () => {
    const fault = sighting('seen', 'knee drops', ada)
    expect((await send(teacher, { sightings: [fault] })).status).toBe(200)
    expect(await openOf(ada)).toEqual(['knee drops: open 1'])
    const byItem = (await teacher.get<ItemCorrection[]>('/api/items/kick/corrections')).body
    expect(byItem).toMatchObject([{ student: ada, said: 'knee drops', name: 'Ada white Test' }])
    await send(other, { sightings: [sighting('right', 'Knee drops', ada)] })
    expect(await openOf(ada)).toEqual(['Knee drops: closed 1'])
    expect((await teacher.get('/api/items/kick/corrections')).body).toEqual([])
  })

  it('are taken once however often and from however many devices they are sent at once', async () => {
    const fault = sighting('seen', 'looks down', ben)
    const sent = await Promise.all(
      [teacher, other, teacher, other].map((who) => send(who, { sightings: [fault] })),
    )
    expect(sent.map(({ status }) => status)).toEqual([200, 200, 200, 200])
    expect(await openOf(ben)).toEqual(['looks down: open 1'])
    const changed = await send(teacher, { sightings: [{ ...fault, said: 'something else' }] })
    expect(changed.status).toBe(409)
  })

  it('of two teachers who see the same fault at once both are counted, and what is taken back is not', async () => {
    const both = [sighting('seen', 'hops', ben), sighting('seen', 'hops', ben)]
    await Promise.all(both.map((one, n) => send(n ? other : teacher, { sightings: [one] })))
    expect(await openOf(ben)).toContain('hops: open 2')
    const undo = { id: randomUUID(), kind: 'undo', at: CLASS_START + 9e5, undoes: both[0]!.id }
    await send(teacher, { sightings: [undo] })
    expect(await openOf(ben)).toContain('hops: open 1')
  })

  it('follow a fault that is named with a mark, also when the mark is given anew', async () => {
    const mark = (more: object) => ({
      id: randomUUID(),
      class: classId,
      student: club.students[2]!.id,
      item: 'kick',
      mark: 'shaky',
      ...more,
    })
    const standing = () => openOf(club.students[2]!.id)
    await teacher.post('/api/marks', mark({ fault: 'knee drops' }))
    expect(await standing()).toEqual(['knee drops: open 1'])
    await teacher.post('/api/marks', mark({ fault: 'knee drops' }))
    expect(await standing()).toEqual(['knee drops: open 1'])
    await teacher.post('/api/marks', mark({ fault: 'looks down' }))
    expect(await standing()).toEqual(['looks down: open 1'])
    const last = mark({ mark: 'sound' })
    await teacher.post('/api/marks', last)
    await teacher.post('/api/marks', last)
    expect(await standing()).toEqual([])
  })

  it('can be told on the student’s page, of no class, and are kept by those who teach only', async () => {
    const own = sighting('right', 'quiet feet', ada)
    expect((await teacher.post('/api/corrections', own)).status).toBe(200)
    expect((await teacher.post('/api/corrections', own)).status).toBe(200)
    expect(await openOf(ada)).toContain('quiet feet: praise 0')
    for (const who of [assistant, desk]) {
      expect((await who.post('/api/corrections', own)).status).toBe(403)
      expect((await send(who, { sightings: [sighting('seen', 'x', ada)] })).status).toBe(403)
      const view = (await who.get<ClassView>(`/api/classes/${classId}`)).body
      expect(view.sightings).toEqual([])
    }
    const seen = (await teacher.get<ClassView>(`/api/classes/${classId}`)).body.sightings
    expect(seen.length).toBeGreaterThan(3)
  })

  it.each([
    ['no student', { student: undefined }, 'student'],
    ['an item there is not', { item: 'nowhere' }, 'item'],
    ['no words', { said: undefined }, 'said'],
    ['a stranger', { student: randomUUID() }, 'student'],
  ])('refuse %s by its field, and keep nothing of the batch', async (_what, more, field) => {
    const before = await openOf(ada)
    const tap = { id: randomUUID(), kind: 'here', at: CLASS_START, student: ada }
    const { status, body } = await send(teacher, {
      presence: [tap],
      sightings: [sighting('seen', 'y', ada, more)],
    })
    expect([status, (body.faults as { path: string }[])[0]?.path]).toEqual([
      422,
      expect.stringContaining(field),
    ])
    expect(await openOf(ada)).toEqual(before)
    expect(
      (await teacher.get<ClassView>(`/api/classes/${classId}`)).body.marks.map(({ id }) => id),
    ).not.toContain(tap.id)
  })

  it('are nobody else’s: another club sees none of them', async () => {
    const elsewhere = await (await makeClub(db, 'seen-elsewhere')).person('head')
    expect((await elsewhere.get('/api/items/kick/corrections')).body).toEqual([])
    expect((await elsewhere.post('/api/corrections', sighting('seen', 'x', ada))).status).toBe(422)
  })
})

describe('figures of a drill', () => {
  const figure = (student: string, value: number, more: object = {}) => ({
    id: randomUUID(),
    kind: 'figure',
    at: CLASS_START + ++minute * 60_000,
    board: 'kicks',
    student,
    figure: value,
    ask: { figure: 'scored', of: 10 },
    item: 'kick',
    ...more,
  })

  it('are asked for by a board, entered by whoever runs the class, and shown over time', async () => {
    const [kicks, word] = planDocument().blocks as object[]
    const asking = planDocument({ blocks: [{ ...kicks, result: { figure: 'scored', of: 10 } }, word] })
    const { classId: held } = await planClass(teacher, asking)
    const first = figure(ada, 6)
    expect((await send(assistant, { results: [first, figure(ada, 8)] }, held)).status).toBe(200)
    expect((await send(teacher, { results: [first] }, held)).status).toBe(200)
    expect((await pageOf(ada)).figures).toMatchObject([
      { day: CLASS_DAY, item: 'kick', figure: 8, ask: { figure: 'scored', of: 10 } },
    ])
    const { results } = (await teacher.get<ClassView>(`/api/classes/${held}`)).body
    const last = standingAt(results, 'kicks').get(ada)
    const undo = { id: randomUUID(), kind: 'undo', at: CLASS_START + 9e6, undoes: last!.id }
    await send(teacher, { results: [undo] }, held)
    expect((await pageOf(ada)).figures).toMatchObject([{ figure: 6 }])
  })

  it('are kept turn by turn, and shown together as the board asks, with how much harder it was made', async () => {
    const { classId: held } = await planClass(teacher, planDocument())
    const ask = { figure: 'scored', of: 10, turns: 2 }
    const turns = [figure(ben, 6, { ask, turn: 1 }), figure(ben, 8, { ask, turn: 2, step: 1 })]
    expect((await send(assistant, { results: turns }, held)).status).toBe(200)
    expect((await pageOf(ben)).figures).toMatchObject([{ figure: 14, ask, step: 1 }])
    const { results } = (await teacher.get<ClassView>(`/api/classes/${held}`)).body
    expect([...results].sort((a, b) => (a.turn ?? 0) - (b.turn ?? 0))).toMatchObject([
      { turn: 1, figure: 6 },
      { turn: 2, figure: 8, step: 1 },
    ])
    for (const more of [{ turn: 0 }, { turn: 21 }, { step: 40 }])
      expect((await send(teacher, { results: [figure(ben, 1, more)] }, held)).status).toBe(422)
  })

  it('are never part of credit', async () => {
    const rows = await club.inside((inside) => inside.practice.count({ studentId: ada }))
    await send(teacher, { results: [figure(ada, 9)] })
    expect(await club.inside((inside) => inside.practice.count({ studentId: ada }))).toBe(rows)
  })

  it('refuse the desk, more than the tries, and what no board asked', async () => {
    expect((await send(desk, { results: [figure(ada, 1)] })).status).toBe(403)
    for (const more of [{ figure: 11 }, { ask: undefined }, { figure: -1 }, { figure: 2.5 }]) {
      const { status } = await send(teacher, { results: [figure(ada, 1, more)] })
      expect(status).toBe(422)
    }
  })
})

describe('notices', () => {
  const notice = (says: string, more: object = {}) => ({
    id: randomUUID(),
    says,
    from: CLASS_DAY,
    until: null,
    group: null,
    ...more,
  })
  const onToday = async () => (await teacher.get<Today>('/api/today')).body.notices
  const atClass = async () => (await teacher.get<ClassView>(`/api/classes/${classId}`)).body.notices

  it('stand on Today and at their classes until their last day or until they are off the list', async () => {
    const made = notice('Belts to collect')
    expect((await desk.post('/api/notices', made)).status).toBe(200)
    expect((await desk.post('/api/notices', made)).status).toBe(200)
    await desk.post('/api/notices', notice('Later', { from: '2999-01-01' }))
    await desk.post('/api/notices', notice('Long ago', { from: '2000-01-01', until: '2000-02-01' }))
    expect((await onToday()).map(({ says }) => says)).toEqual(['Belts to collect', 'Later'])
    expect((await atClass()).map(({ says }) => says)).toEqual(['Belts to collect'])
    await desk.put(`/api/notices/${made.id}/ended`, { ended: true })
    expect(await atClass()).toEqual([])
    await desk.put(`/api/notices/${made.id}/ended`, { ended: false })
    expect(await atClass()).toHaveLength(1)
  })

  it('are changed by one of two at once, and the other is told', async () => {
    const made = notice('The hall is shut on Monday')
    await teacher.post('/api/notices', made)
    const { version } = (await onToday()).find(({ id }) => id === made.id) as Notice
    const saves = await Promise.all(
      [teacher, desk].map((who, n) =>
        who.put(`/api/notices/${made.id}`, {
          says: `Says ${n}`,
          from: CLASS_DAY,
          until: null,
          group: null,
          base: version,
        }),
      ),
    )
    expect(saves.map(({ status }) => status).sort()).toEqual([200, 409])
  })

  it.each([
    ['nothing to say', { says: ' ' }, 'says'],
    ['an end before its beginning', { until: '2000-01-01' }, 'until'],
    ['a group there is not', { group: 'nowhere' }, 'group'],
  ])('refuse %s by its field', async (_what, more, path) => {
    const { status, body } = await teacher.post('/api/notices', notice('x', more))
    expect([status, (body.faults as { path: string }[])[0]?.path]).toEqual([422, path])
  })
})
