import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mixFor, mixOfSyllabus } from '../../../core/balance/mix'
import {
  balanceOver,
  perHead,
  shortChanged,
  timesOver,
  type ClassWorked,
  type GroupTimes,
} from '../../../core/balance/over-time'
import { syllabusAge } from '../../../core/balance/syllabus-age'
import { taughtMs } from '../../../core/balance/taught'
import { readSettings, usualSettings } from '../../../core/curriculum/settings'
import { syllabusSchema } from '../../../core/curriculum/syllabus'
import { layPlan } from '../../../core/plan/timeline'
import { item, knows, ladder, student } from '../checks/club'
import { block, count, fixed, group, plan } from '../make'

const MINUTE = 60_000
const worked = (more: Partial<ClassWorked>): ClassWorked => ({
  classId: 'a',
  day: '2026-11-25',
  group: 'white',
  rank: 'white',
  item: 'punch',
  workMs: 0,
  repsL: 0,
  repsR: 0,
  repsN: 0,
  received: 0,
  inRoles: 0,
  ...more,
})
const items = new Map(
  [item('punch'), item('kick', { category: 'kicks' }), item('throw', { category: 'throws' })].map((one) => [
    one.id,
    one,
  ]),
)
const syllabus = syllabusSchema.parse([
  { rank: 'white', item: 'punch', target: { unit: 'minutes', amount: 30 } },
  { rank: 'green', item: 'kick', target: { unit: 'minutes', amount: 10 } },
  { rank: 'black', item: 'throw' },
])

describe('what a head of a group did', () => {
  it('is each class by those who were there, the classes of a week together, from Monday to Sunday', () => {
    const rows = perHead(
      [
        worked({ workMs: 12 * MINUTE, repsL: 30 }),
        worked({ classId: 'b', day: '2026-11-29', workMs: 10 * MINUTE, repsL: 10 }),
        worked({ classId: 'c', day: '2026-11-30', workMs: 6 * MINUTE }),
      ],
      new Map([
        ['a white', 3],
        ['b white', 5],
        ['c white', 2],
      ]),
    )
    expect(rows).toEqual([
      expect.objectContaining({ week: '2026-11-23', workMs: 6 * MINUTE, repsL: 12 }),
      expect.objectContaining({ week: '2026-11-30', workMs: 3 * MINUTE }),
    ])
  })

  it('leaves out what nobody was there for', () => {
    expect(perHead([worked({ workMs: MINUTE })], new Map())).toEqual([])
  })

  it('for any classes adds up to what all did, each class by its own heads', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            classId: fc.constantFrom('a', 'b', 'c'),
            workMs: fc.nat(1e6),
            item: fc.constantFrom('punch', 'kick'),
          }),
          { maxLength: 20 },
        ),
        fc.tuple(
          fc.integer({ min: 1, max: 9 }),
          fc.integer({ min: 1, max: 9 }),
          fc.integer({ min: 1, max: 9 }),
        ),
        (some, [a, b, c]) => {
          const heads = { a, b, c }
          const got = perHead(
            some.map((one) => worked(one)),
            new Map(Object.entries(heads).map(([id, n]) => [`${id} white`, n])),
          )
          const sum = got.reduce((total, { workMs }) => total + workMs, 0)
          const by = some.reduce((total, one) => total + one.workMs / heads[one.classId as 'a'], 0)
          expect(sum).toBeCloseTo(by, 3)
        },
      ),
    )
  })
})

describe('the balance of a span', () => {
  const over = (rows: ClassWorked[], mix: Record<string, number>) =>
    balanceOver(rows, ['white'], { items, ladder, syllabus }, () => new Map(Object.entries(mix)))[0]!

  it('holds each category against its share of the work, and says what it is made of', () => {
    const one = over([worked({ workMs: 30 * MINUTE }), worked({ item: 'kick', workMs: 10 * MINUTE })], {
      hands: 0.5,
      kicks: 0.3,
      throws: 0.2,
    })
    expect(one.categories).toEqual([
      {
        category: 'hands',
        workMs: 30 * MINUTE,
        wantMs: 20 * MINUTE,
        shortMs: 0,
        items: [{ item: 'punch', workMs: 30 * MINUTE }],
      },
      {
        category: 'kicks',
        workMs: 10 * MINUTE,
        wantMs: 12 * MINUTE,
        shortMs: 2 * MINUTE,
        items: [{ item: 'kick', workMs: 10 * MINUTE }],
      },
      { category: 'throws', workMs: 0, wantMs: 8 * MINUTE, shortMs: 8 * MINUTE, items: [] },
    ])
  })

  it('says nothing of less than an eighth, and wants nothing of what is in no mix', () => {
    const one = over([worked({ workMs: 45 * MINUTE }), worked({ item: 'kick', workMs: 55 * MINUTE })], {
      hands: 0.5,
    })
    expect(one.categories.map(({ category, shortMs, wantMs }) => [category, shortMs, wantMs])).toEqual([
      ['hands', 0, 50 * MINUTE],
      ['kicks', 0, undefined],
    ])
  })

  it('sorts the work by what it is for the rank of who did it: the five add up', () => {
    const one = over(
      [
        worked({ workMs: 5 * MINUTE }),
        worked({ item: 'kick', workMs: 4 * MINUTE }),
        worked({ rank: 'green', workMs: 3 * MINUTE }),
        worked({ item: 'throw', workMs: 2 * MINUTE }),
        worked({ item: 'plank', workMs: MINUTE }),
      ],
      {},
    )
    expect(one.standing).toEqual({
      current: 5 * MINUTE,
      new: 4 * MINUTE,
      review: 3 * MINUTE,
      ahead: 2 * MINUTE,
      other: MINUTE,
    })
    expect(one.workMs).toBe(15 * MINUTE)
  })
})

describe('what the work should be made of', () => {
  it('is what the syllabus asks of the group’s ranks, by minutes; ten where no amount is named', () => {
    expect([...mixOfSyllabus(['white', 'green'], syllabus, items)]).toEqual([
      ['hands', 0.75],
      ['kicks', 0.25],
    ])
    expect([...mixOfSyllabus(['black'], syllabus, items)]).toEqual([['throws', 1]])
    expect(mixOfSyllabus(['blue'], syllabus, items).size).toBe(0)
  })

  it('is the club’s own where it has settled one', () => {
    const mix = mixFor(['white'], { mix: [{ category: 'kicks', percent: 40 }] }, syllabus, items)
    expect([...mix]).toEqual([['kicks', 0.4]])
  })

  it('is refused above a hundred per cent, and a category twice', () => {
    const settings = usualSettings('A club', 'Europe/Dublin')
    const read = readSettings({
      ...settings,
      mix: [
        { category: 'kicks', percent: 60 },
        { category: 'kicks', percent: 50 },
      ],
    })
    expect(read.ok ? [] : read.faults.map(({ path }) => path)).toEqual(['mix[1].category', 'mix'])
  })
})

describe('what is taught to whom', () => {
  const groups = [group('white', { headcount: 6 }), group('green', { headcount: 2 })]

  it('what all are told counts by heads', () => {
    const made = plan([block('word', { phase: 'talk', dose: fixed(80) })], { groups })
    expect(taughtMs(layPlan(made), [6, 2])).toEqual([60_000, 20_000])
    // Nobody counted: alike.
    expect(taughtMs(layPlan(made), [0, 0])).toEqual([40_000, 40_000])
  })

  it('what one group is told apart is its own', () => {
    const made = plan(
      [
        block('layers', {
          mode: 'layers',
          tracks: [
            { groups: ['white'], technique: 'punch', layer: 1, dose: count(10, { setupSec: 60 }) },
            { groups: ['green'], technique: 'punch', layer: 2, dose: count(10) },
          ],
        }),
      ],
      { groups },
    )
    expect(taughtMs(layPlan(made), [6, 2])).toEqual([60_000, 0])
  })

  it('for any heads nothing is lost or doubled: it comes to the time somebody is told something', () => {
    const made = plan(
      [
        block('word', { phase: 'talk', dose: fixed(45) }),
        block('drill', { technique: 'punch', dose: count(20, { setupSec: 30 }) }),
      ],
      { groups },
    )
    fc.assert(
      fc.property(fc.nat(40), fc.nat(40), (a, b) => {
        const [one = 0, other = 0] = taughtMs(layPlan(made), [a, b])
        expect(one + other).toBeCloseTo(75_000, 5)
      }),
    )
  })
})

const times = (name: string, heads: number, taught: number): GroupTimes => ({
  group: name,
  heads,
  work: 1000,
  rest: 0,
  talk: 0,
  holding: 0,
  idle: 0,
  transition: 0,
  taught,
})

describe('where the time of several classes went', () => {
  it('adds up by group, with each group’s part of the teaching and of the heads', () => {
    const over = timesOver(
      [
        [times('white', 6, 30), times('green', 2, 10)],
        [times('white', 6, 50), times('green', 2, 10)],
      ],
      ['white', 'green', 'blue'],
    )
    expect(
      over.map(({ group: id, work, taught, taughtShare, headShare }) => [
        id,
        work,
        taught,
        taughtShare,
        headShare,
      ]),
    ).toEqual([
      ['white', 2000, 80, 0.8, 0.75],
      ['green', 2000, 20, 0.2, 0.25],
      ['blue', 0, 0, 0, 0],
    ])
    expect(shortChanged(over)?.group).toBe('green')
  })

  it('nobody is short-changed by less than a fifth, nor where nothing was taught', () => {
    expect(
      shortChanged(timesOver([[times('white', 5, 50), times('green', 5, 45)]], ['white', 'green'])),
    ).toBeUndefined()
    expect(
      shortChanged(timesOver([[times('white', 5, 0), times('green', 5, 0)]], ['white', 'green'])),
    ).toBeUndefined()
  })
})

describe('the syllabus by how long ago', () => {
  it('tells of each rank that somebody has the latest day of any, never first', () => {
    const cells = syllabusAge(
      [
        student('Ada', { rank: 'white', ...knows('punch') }),
        student('Ben', { rank: 'white' }),
        student('Cleo', { rank: 'green' }),
      ],
      { items, syllabus },
      '2026-11-27',
    )
    expect(cells.map(({ rank, category }) => `${rank} ${category}`)).toEqual(['white hands', 'green kicks'])
    expect(cells[0]?.items[0]).toMatchObject({
      item: 'punch',
      ago: 7,
      says: 'last drilled 7 days ago, 1 never had it',
    })
    expect(cells[1]?.items[0]).toMatchObject({
      item: 'kick',
      ago: undefined,
      due: 2,
      says: 'never drilled yet',
    })
  })
})
