import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { comingClasses, mainMinutes, type HeldClass } from '../../../core/term/days'
import { minutesLeft, termNeeds, type Done } from '../../../core/term/needs'
import { remediesFor } from '../../../core/term/remedies'
import { planPortions } from '../../../core/term/portions'
import type { TermFile } from '../../../core/term/term'
import { usualSettings } from '../../../core/curriculum/settings'
import { syllabusSchema } from '../../../core/curriculum/syllabus'
import { item } from '../checks/club'

const done = (more: Partial<Done> = {}): Done => ({
  last: '2026-11-20',
  repsL: 0,
  repsR: 0,
  repsN: 0,
  workMs: 0,
  ...more,
})

describe('what somebody still wants of an item', () => {
  const kick = item('kick', { sides: 2, repSec: { teach: 4, full: 1.5 } })

  it('counts reps of the side that has fewer, and the time of both sides', () => {
    // 100 a side asked, 40 right and 60 left had: 60 more on each side at 1.5 s.
    expect(minutesLeft(kick, { unit: 'reps', amount: 100 }, done({ repsL: 60, repsR: 40 }))).toBe(3)
    expect(minutesLeft(kick, { unit: 'reps', amount: 100 }, undefined)).toBe(5)
    expect(minutesLeft(kick, { unit: 'reps', amount: 30 }, done({ repsL: 60, repsR: 40 }))).toBe(0)
  })

  it('of partner work both roles take their time', () => {
    const hold = item('hold', { sides: 1, partner: 'partner', repSec: { teach: 6, full: 3 } })
    expect(minutesLeft(hold, { unit: 'reps', amount: 20 }, undefined)).toBe(2)
  })

  it('of a form runs of all its sections, of anything else minutes; ten where no amount is named', () => {
    const form = item('form', {
      category: 'forms',
      sections: [
        { name: 'a', sec: 40 },
        { name: 'b', sec: 20 },
      ],
    })
    expect(minutesLeft(form, { unit: 'runs', amount: 5 }, done({ repsN: 2 }))).toBe(3)
    expect(minutesLeft(kick, { unit: 'minutes', amount: 30 }, done({ workMs: 600_000 }))).toBe(20)
    expect(minutesLeft(kick, undefined, done({ workMs: 240_000 }))).toBe(6)
  })
})

it('asks of a group what its ranks are asked for: what brings three in four of those there, in the order of the syllabus', () => {
  const items = new Map(['punch', 'kick', 'throw'].map((id) => [id, item(id)]))
  const syllabus = syllabusSchema.parse([
    { rank: 'white', item: 'kick', target: { unit: 'minutes', amount: 20 } },
    { rank: 'green', item: 'throw', target: { unit: 'minutes', amount: 10 } },
    { rank: 'white', item: 'punch', target: { unit: 'minutes', amount: 5 } },
  ])
  const students = [
    { id: 'a', group: 'low', rank: 'white' },
    { id: 'b', group: 'low', rank: 'white' },
    { id: 'c', group: 'low', rank: 'green' },
  ]
  const had: Record<string, Done> = {
    'a kick': done({ workMs: 5 * 60_000, last: '2026-11-10' }),
    'b punch': done({ workMs: 9 * 60_000 }),
  }
  const [group] = termNeeds(
    [{ id: 'low', ranks: ['white', 'green'] }],
    students,
    syllabus,
    items,
    (s, i) => had[`${s} ${i}`],
  )
  expect(group?.items).toEqual([
    { item: 'kick', needMin: 21, doneMin: 3, asked: 2, never: 1, last: '2026-11-10' },
    { item: 'throw', needMin: 12, doneMin: 0, asked: 1, never: 1, last: undefined },
    { item: 'punch', needMin: 6, doneMin: 5, asked: 2, never: 1, last: '2026-11-20' },
  ])
})

describe('the classes that are to come', () => {
  const settings = {
    ...usualSettings('A club', 'UTC'),
    classDays: [
      { day: 'monday' as const, start: '18:30', lengthMin: 75 },
      { day: 'wednesday' as const, start: '19:00', lengthMin: 60 },
    ],
    shut: ['2026-12-07'],
  }
  const held = (day: string, state: HeldClass['state'] = 'planned'): HeldClass => ({
    id: day,
    planId: 'p',
    day,
    startTime: '10:00',
    lengthMin: 90,
    state,
  })

  it('are those that are planned, and one a class day where none is, but when the hall is shut', () => {
    const coming = comingClasses(
      settings,
      [held('2026-12-02'), held('2026-11-28'), held('2026-11-25', 'finished')],
      '2026-11-25',
      '2026-12-09',
    )
    expect(
      coming.map(({ day, startTime, lengthMin, held: one }) => [day, startTime, lengthMin, !!one]),
    ).toEqual([
      ['2026-11-28', '10:00', 90, true],
      ['2026-11-30', '18:30', 75, false],
      ['2026-12-02', '10:00', 90, true],
    ])
    expect(mainMinutes(75)).toBe(25)
  })
})

it('what would mend a group is worth what it says: each remedy tried as a term of its own', () => {
  const day = (n: number) => `2026-12-${String(n).padStart(2, '0')}`
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 5, max: 40 }), { minLength: 1, maxLength: 5 }),
      fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 5 }),
      (minutes, wants) => {
        const term: TermFile = {
          today: day(1),
          grading: day(20),
          classes: minutes.map((of, n) => ({ date: day(2 + n), minutes: of })),
          groups: [{ id: 'g', items: wants.map((needMin, n) => ({ item: `i${n}`, needMin, mostMin: 8 })) }],
        }
        const short = (one: TermFile) => planPortions(one).groups[0]?.shortMin ?? 0
        const extra = { date: day(15), minutes: 20 }
        const found = remediesFor(term, 'g', extra, () => [{ date: day(22), minutes: 30 }])
        expect(found.shortMin).toBe(short(term))
        expect(found.addClass).toBe(short({ ...term, classes: [...term.classes, extra] }))
        expect(found.addClass).toBeLessThanOrEqual(found.shortMin)
        if (found.drop) expect(found.drop.shortMin).toBeLessThanOrEqual(found.shortMin)
        expect(found.drop === undefined).toBe(found.shortMin === 0)
        for (const { shortMin } of found.later) expect(shortMin).toBeLessThanOrEqual(found.shortMin)
      },
    ),
  )
})

it('deals a term out in portions of three minutes, and tells everything in minutes', () => {
  const { groups, plan } = planPortions({
    today: '2026-12-01',
    grading: '2026-12-20',
    classes: [
      { date: '2026-12-02', minutes: 10 },
      { date: '2026-12-04', minutes: 8 },
    ],
    groups: [
      {
        id: 'g',
        items: [
          { item: 'kick', needMin: 7, mostMin: 8 },
          { item: 'punch', needMin: 9, mostMin: 3 },
        ],
      },
    ],
  })
  expect(groups).toEqual([
    {
      id: 'g',
      needMin: 18,
      haveMin: 15,
      shortMin: 3,
      items: [
        { item: 'kick', needMin: 9, shortMin: 0 },
        { item: 'punch', needMin: 9, shortMin: 3 },
      ],
    },
  ])
  expect(plan.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(15)
  expect(plan.every(({ minutes }) => minutes % 3 === 0)).toBe(true)
})
