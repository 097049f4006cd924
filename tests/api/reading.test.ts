import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { CLASSES_PAGE, PLANS_PAGE } from '../../shared/answers'
import { dayIn, momentOf } from '../../server/services/calendar'
import { makeClub, openDatabase, planClass, type Person, type TestClub } from './club'

/** What the screens read. */
let db: Database
let club: TestClub
let head: Person
beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'reading')
  head = await club.person('head')
})
afterAll(() => db.sequelize.close())

describe('the library', () => {
  it('has the club, its ranks in order, its groups with their ranks, and its items', async () => {
    const { status, body } = await head.get('/api/library')
    expect(status).toBe(200)
    expect(body).toMatchObject({
      club: { name: 'reading', zone: 'Europe/Dublin', lengthMin: 60, startTime: '18:30', firstSide: 'R' },
      ranks: [{ id: 'white' }, { id: 'green' }],
      groups: [
        { id: 'white', ranks: ['white'], pace: 1 },
        { id: 'green', ranks: ['green'], pace: 1 },
      ],
      items: [
        { id: 'kick', layers: [{ name: 'first' }], keyPoints: ['look'] },
        { id: 'throw', sides: 2 },
      ],
    })
    expect(JSON.stringify(body)).not.toContain(club.id)
  })
})

describe('students', () => {
  it('come by rank and name, without birth date, height or mass', async () => {
    const { body } = await head.get<Record<string, unknown>[]>('/api/students')
    expect(body.map(({ name }) => name)).toEqual([
      'Ada white Test',
      'Ben white Test',
      'Cleo white Test',
      'Ada green Test',
      'Ben green Test',
      'Cleo green Test',
    ])
    for (const student of body)
      expect(Object.keys(student).sort()).toEqual([
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

  it('who is no longer active is not on the roster, but keeps a page', async () => {
    const gone = club.students[5]!.id
    await club.inside((inside) => inside.students.change({ id: gone }, { active: false }))
    expect((await head.get<{ id: string }[]>('/api/students')).body.map(({ id }) => id)).not.toContain(gone)
    expect((await head.get(`/api/students/${gone}`)).status).toBe(200)
    await club.inside((inside) => inside.students.change({ id: gone }, { active: true }))
  })

  it('a page without classes is empty, not an error', async () => {
    const { body } = await head.get(`/api/students/${club.students[0]!.id}`)
    expect(body).toMatchObject({ name: 'Ada white Test', practice: [], classes: [] })
  })
})

describe('classes', () => {
  it('are listed the latest first, with when they begin on the club’s clock', async () => {
    await planClass(head, undefined, '2031-07-01')
    await planClass(head, undefined, '2031-01-10')
    const { body } = await head.get<{ day: string; startsAt: number }[]>('/api/classes')
    expect(body.map(({ day }) => day)).toEqual(['2031-07-01', '2031-01-10'])
    // Summer time in July, none in January.
    expect(body.map(({ startsAt }) => new Date(startsAt).toISOString())).toEqual([
      '2031-07-01T17:30:00.000Z',
      '2031-01-10T18:30:00.000Z',
    ])
  })
})

describe('lists of three years', () => {
  const MANY = 230
  const dayOf = (n: number) => new Date(Date.UTC(2028, 0, 1 + n)).toISOString().slice(0, 10)
  const ids = Array.from({ length: MANY }, () => randomUUID())
  beforeAll(async () => {
    const held = await planClass(head, undefined, '2028-12-31')
    await club.inside(async (inside) => {
      const plan = (await inside.plans.one({ id: held.planId }))!
      const row = (await inside.classes.one({ id: held.classId }))!
      const { clubId: _p, ...ofPlan } = plan
      const { clubId: _c, ...ofClass } = row
      // Many kept in one millisecond, as by a file of plans.
      const savedAt = (n: number) => new Date(Date.UTC(2027, 0, 1) + Math.floor(n / 50) * 1000)
      await inside.plans.addAll(
        ids.map((id, n) => ({
          ...ofPlan,
          id,
          title: n === 7 ? 'A 50 % day' : `Plan ${n}`,
          savedAt: savedAt(n),
        })),
      )
      await inside.classes.addAll(
        ids.map((id, n) => ({ ...ofClass, id: randomUUID(), calendarUid: null, planId: id, day: dayOf(n) })),
      )
    })
  })

  it('are read page by page, each plan and each class once', async () => {
    for (const [path, size] of [
      ['/api/plans', PLANS_PAGE],
      ['/api/classes', CLASSES_PAGE],
    ] as const) {
      const seen: string[] = []
      for (let after = ''; ;) {
        const { body } = await head.get<{ id: string }[]>(`${path}${after && `?after=${after}`}`)
        seen.push(...body.map(({ id }) => id))
        if (body.length < size) break
        after = body.at(-1)!.id
      }
      expect(seen.length).toBeGreaterThan(MANY)
      expect(new Set(seen).size).toBe(seen.length)
    }
  })

  it('have what is looked for on whichever page it is, by all of its words', async () => {
    const find = async (words: string) =>
      (await head.get<{ title: string }[]>(`/api/plans?find=${encodeURIComponent(words)}`)).body.map(
        ({ title }) => title,
      )
    expect(await find('plan 117')).toEqual(['Plan 117'])
    // A sign of the database’s is only itself.
    expect(await find('50 %')).toEqual(['A 50 % day'])
    expect(await find('plan nowhere')).toEqual([])
  })
})

describe('the club’s calendar', () => {
  it('a day begins at the club’s midnight', () => {
    expect(dayIn('Europe/Dublin', Date.UTC(2031, 6, 1, 22, 59))).toBe('2031-07-01')
    expect(dayIn('Europe/Dublin', Date.UTC(2031, 6, 1, 23, 1))).toBe('2031-07-02')
    expect(dayIn('America/Bogota', Date.UTC(2031, 6, 1, 3, 0))).toBe('2031-06-30')
  })

  it('a clock time is a moment in the club’s zone, through summer time', () => {
    expect(new Date(momentOf('Europe/Dublin', '2031-01-10', '18:30')).toISOString()).toBe(
      '2031-01-10T18:30:00.000Z',
    )
    expect(new Date(momentOf('Asia/Kathmandu', '2031-01-10', '06:00')).toISOString()).toBe(
      '2031-01-10T00:15:00.000Z',
    )
  })
})
