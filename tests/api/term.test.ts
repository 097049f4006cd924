import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { monthPeriod, weekPeriod } from '../../core/term/programme'
import { dayAfter } from '../../core/kernel/days'
import type { BalanceAnswer, KeptProgramme, PracticeMatrix, Today } from '../../shared/answers'
import type { Database } from '../../server/db/connect'
import { dayIn } from '../../server/services/calendar'
import {
  CLASS_DAY,
  CLASS_START,
  itemDocument,
  makeClub,
  openDatabase,
  planClass,
  type Person,
  type TestClub,
} from './club'

/** What groups had, against the ledger; themes and programmes; shares of the term that are put on classes. */
let db: Database
let club: TestClub
let teacher: Person
let other: Person
let classId: string
const today = dayIn('Europe/Dublin', Date.now())

let n = 0
const act = (kind: 'start' | 'finish', sec: number) => ({
  id: randomUUID(),
  n: ++n,
  kind,
  at: CLASS_START + sec * 1000,
})
const tap = (student: string, kind: 'here' | 'late' = 'here', sec = 0) => ({
  id: randomUUID(),
  n: ++n,
  kind,
  student,
  at: CLASS_START + sec * 1000,
})

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'term')
  teacher = await club.person('instructor')
  other = await club.person('head')
  classId = (await planClass(teacher)).classId
  const [ada, ben, , dora] = club.students
  await teacher.post(`/api/classes/${classId}/events`, {
    run: [act('start', 0)],
    presence: [tap(ada!.id), tap(ben!.id, 'late', 70), tap(dora!.id)],
  })
  const { body } = await teacher.post(`/api/classes/${classId}/events`, { run: [act('finish', 250)] })
  expect(body.state).toBe('finished')
})
afterAll(() => db.sequelize.close())

const balance = async () => (await teacher.get<BalanceAnswer>('/api/balance')).body

describe('what groups had', () => {
  it('is the ledger’s own, a head’s of those who came', async () => {
    const { worked } = await balance()
    const { cells } = (await teacher.get<PracticeMatrix>('/api/practised')).body
    const [ada, ben, , dora] = club.students
    const workOf = (id: string) => (cells[id] ?? []).reduce((sum, cell) => sum + cell[8], 0)
    expect(workOf(ben!.id)).toBeLessThan(workOf(ada!.id))
    const of = (group: string) =>
      worked.filter((row) => row.group === group).reduce((sum, { workMs }) => sum + workMs, 0)
    expect(of('white')).toBe((workOf(ada!.id) + workOf(ben!.id)) / 2)
    expect(of('green')).toBe(workOf(dora!.id))
    expect(new Set(worked.map(({ week }) => week))).toEqual(new Set([weekPeriod(CLASS_DAY)]))
  })

  it('tells where the time went by heads who came, and the whole of it', async () => {
    const { classes } = await balance()
    const [held] = classes
    expect(held?.day).toBe(CLASS_DAY)
    expect(held?.times?.map(({ group, heads }) => [group, heads])).toEqual([
      ['white', 2],
      ['green', 1],
    ])
    for (const { work, rest, talk, holding, idle, transition } of held?.times ?? [])
      expect(work + rest + talk + holding + idle + transition).toBe(190_000)
    // The last word is said to everybody: two of three parts of it are white's.
    const [white, green] = held?.times ?? []
    expect(white?.taught).toBe(40_000)
    expect(green?.taught).toBe(20_000)
  })

  it('a student who was taken off the register afterwards takes their share with them', async () => {
    const [ada, ben] = club.students
    const before = await balance()
    const away = { id: randomUUID(), n: ++n, kind: 'away', student: ben!.id, at: CLASS_START + 71_000 }
    await teacher.post(`/api/classes/${classId}/events`, { presence: [away] })
    const after = await balance()
    expect(after.classes[0]?.times?.[0]?.heads).toBe(1)
    const of = (answer: BalanceAnswer) =>
      answer.worked.filter(({ group }) => group === 'white').reduce((sum, { workMs }) => sum + workMs, 0)
    const { cells } = (await teacher.get<PracticeMatrix>('/api/practised')).body
    expect(of(after)).toBe((cells[ada!.id] ?? []).reduce((sum, cell) => sum + cell[8], 0))
    expect(of(after)).toBeGreaterThan(of(before))
  })

  it('of another club nothing is told', async () => {
    const stranger = await (await makeClub(db, 'elsewhere')).person('head')
    expect((await stranger.get<BalanceAnswer>('/api/balance')).body).toMatchObject({
      classes: [],
      worked: [],
    })
  })
})

const week = weekPeriod(dayAfter(today, 7))
const put = (who: Person, period: string, base: number, programme: object) =>
  who.put(`/api/programmes/${period}`, { base, programme })
const standing = async (period: string) =>
  (await teacher.get<KeptProgramme[]>('/api/programmes')).body.find((one) => one.period === period)

describe('themes of weeks and programmes of months', () => {
  it('of two who write the first at once one is kept and the other is told, in 10 of 10', async () => {
    for (let round = 0; round < 10; round++) {
      const period = weekPeriod(dayAfter(today, 14 + 7 * round))
      const answers = await Promise.all([
        put(teacher, period, 0, { says: 'Kicks', theme: ['kick'] }),
        put(other, period, 0, { says: 'Throws', theme: ['throw'] }),
      ])
      expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
      const kept = answers[0]!.status === 200 ? 'Kicks' : 'Throws'
      expect(await standing(period)).toMatchObject({ version: 1, programme: { says: kept } })
    }
  })

  it('of two who change one at once one is kept; the other has theirs to look at', async () => {
    await put(teacher, week, 0, { says: 'Kicks' })
    const answers = await Promise.all([
      put(teacher, week, 1, { says: 'Kicks, low' }),
      put(other, week, 1, { says: 'Kicks, high' }),
    ])
    const refused = answers.find(({ status }) => status === 409)
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
    const now = await standing(week)
    expect(now?.version).toBe(2)
    expect(refused?.body).toMatchObject({ code: 'stale', theirs: { says: now?.programme.says }, version: 2 })
  })

  it('sent twice is told to stand already', async () => {
    const period = monthPeriod(dayAfter(today, 40))
    const programme = { ranks: [{ rank: 'white', items: ['kick'] }], theme: [] }
    expect((await put(teacher, period, 0, programme)).body).toEqual({ version: 1 })
    expect((await put(teacher, period, 0, programme)).body).toMatchObject({ code: 'stale', again: true })
  })

  it('names what is wrong and keeps nothing of it', async () => {
    const period = weekPeriod(dayAfter(today, 120))
    const { status, body } = await put(teacher, period, 0, { theme: ['somersault'] })
    expect([status, body.code]).toEqual([422, 'bad-fields'])
    expect(body).toMatchObject({ faults: [{ path: 'theme[0]' }] })
    expect(await standing(period)).toBeUndefined()
    expect((await put(teacher, dayAfter(week, 1), 0, {})).body).toMatchObject({
      faults: [{ path: 'period' }],
    })
  })

  it('stand on Today for the day of the next class', async () => {
    await put(teacher, weekPeriod(today), 0, { says: 'This one', theme: ['kick'] })
    expect((await teacher.get<Today>('/api/today')).body.week).toMatchObject({ says: 'This one' })
    await planClass(teacher, undefined, dayAfter(week, 2))
    const { body } = await teacher.get<Today>('/api/today')
    expect(body.week?.says).toMatch(/^Kicks, /)
    expect(body.month === null || typeof body.month === 'object').toBe(true)
    const [only] = (await teacher.get<KeptProgramme[]>(`/api/programmes?day=${today}`)).body
    expect(only).toMatchObject({ period: weekPeriod(today) })
  })
})

interface Place {
  group: string
  item: string
  day: string
  minutes: number
}
const places = async () => (await teacher.get<Place[]>('/api/term/places')).body
const putPlaces = (who: Person, ...list: (Omit<Place, 'minutes'> & { minutes: number | null })[]) =>
  who.put('/api/term/places', { places: list })
const place = (day: string, minutes: number | null, item = 'kick') => ({ group: 'white', item, day, minutes })

describe('shares of the term that are put on a class', () => {
  const [first, second] = [dayAfter(today, 3), dayAfter(today, 5)]

  it('stand as they were put, once, however often they are sent, and are taken back', async () => {
    await putPlaces(teacher, place(first, 0), place(second, 6))
    await putPlaces(teacher, place(first, 0), place(second, 6))
    expect(await places()).toEqual([place(first, 0), place(second, 6)])
    await putPlaces(other, place(first, null), place(second, 3))
    expect(await places()).toEqual([place(second, 3)])
    await putPlaces(teacher, place(second, null), place(second, null))
    expect(await places()).toEqual([])
  })

  it('all of them or none: one that is wrong is named', async () => {
    const { body } = await putPlaces(teacher, place(first, 6), place(second, 3, 'somersault'))
    expect(body).toMatchObject({ code: 'bad-fields', faults: [{ path: 'places[1].item' }] })
    expect(await places()).toEqual([])
  })

  it('by two at once, over and over: what stands is the whole of what one of them put', async () => {
    for (let round = 0; round < 10; round++) {
      await Promise.all([
        putPlaces(teacher, place(first, 3), place(second, 0), place(first, 3, 'throw')),
        putPlaces(other, place(first, 6), place(second, 9), place(first, 6, 'throw')),
      ])
      const figures = (await places()).map(({ minutes }) => minutes).join()
      expect(['3,3,0', '6,6,9']).toContain(figures)
    }
  })

  it('go with an item that is deleted for good, and are nobody else’s', async () => {
    expect((await teacher.put('/api/items/flip', { base: 0, item: itemDocument('flip') })).status).toBe(200)
    await putPlaces(teacher, place(first, 6, 'flip'))
    const { status } = await teacher.delete('/api/items/flip')
    expect(status).toBe(200)
    expect((await places()).some(({ item }) => item === 'flip')).toBe(false)
    const stranger = await (await makeClub(db, 'elsewhere')).person('head')
    expect((await stranger.get('/api/term/places')).body).toEqual([])
  })
})
