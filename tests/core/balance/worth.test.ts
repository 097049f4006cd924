import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fresh, valueOf, worthOf } from '../../../core/balance/worth'
import { readRequest } from '../../../core/draft/request'
import { syllabusSchema } from '../../../core/curriculum/syllabus'
import type { Plan } from '../../../core/plan/schema'
import { club, item, ladder, student } from '../checks/club'
import { block, count, document, fixed, group, plan } from '../make'

const [low = '', high = ''] = ladder.ranks.map(({ id }) => id)
const DAY = '2026-11-25'
const groups = [group('white', { ranks: [low] }), group('green', { ranks: [high] })]
const facts = club(
  ['kick', 'punch', 'throw'].map((id) => item(id)),
  {
    syllabus: syllabusSchema.parse([
      { rank: low, item: 'kick', layer: 1 },
      { rank: low, item: 'punch', layer: 1 },
      { rank: high, item: 'throw', layer: 1 },
    ]),
    students: [
      student('Ada', { rank: low, group: 'white' }),
      student('Ben', {
        rank: low,
        group: 'white',
        practised: new Map([['kick', { layer: 1, days: 1, last: '2026-11-22' }]]),
      }),
      student('Cid', { rank: high, group: 'gone' }),
    ],
  },
)
/** 200 reps of two seconds on the item, for everybody, and a minute of talk. */
const held = (technique?: string): Plan =>
  plan(
    [
      block('a', { ...(technique ? { technique } : {}), dose: count(100, { tempoSec: 4 }) }),
      block('t', { phase: 'talk', dose: fixed(60) }),
    ],
    { groups, date: DAY },
  )

describe('what time on an item is worth', () => {
  it('the first three minutes two thirds, the next three the rest, more nothing', () => {
    expect([0, 90, 180, 270, 360, 9000].map((sec) => Math.round(fresh(sec) * 1000) / 1000)).toEqual([
      0, 0.333, 0.667, 0.833, 1, 1,
    ])
  })
})

describe('the worth of a plan', () => {
  it('is what it serves of what is due, and the worst-served group once more for each', () => {
    const { value, groups: told } = worthOf(held('kick'), facts)
    const [white, green] = told
    // Ada never had it: 2. Ben had it three days ago, once: 1. The mean is 1.5; 400 s serve all of it.
    expect(white).toMatchObject({ group: 'white', served: 1.5, of: 3.5, workSec: 400, talkSec: 60 })
    expect(white?.items.map(({ item: id, due, served }) => [id, due, served])).toEqual([
      ['kick', 1.5, 1.5],
      ['punch', 2, 0],
    ])
    // Cid's group is not in the plan: their rank settles it. Kicks are nothing they are asked for.
    expect(green).toMatchObject({ served: 0, of: 2 })
    expect(green?.items.map(({ item: id, due, workSec }) => [id, due, workSec])).toEqual([
      ['throw', 2, 0],
      ['kick', 0, 400],
    ])
    expect(value).toBe(1.5)
  })
  it('an item of the theme, or of a category of it, counts half as much again', () => {
    expect(worthOf(held('kick'), facts, new Set(['kick'])).groups[0]).toMatchObject({
      served: 2.25,
      of: 4.25,
    })
    const category = facts.items.get('kick')?.category ?? ''
    expect(worthOf(held('kick'), facts, new Set([category])).groups[0]?.served).toBe(2.25)
  })
  it('says what the work is to the lowest rank, by category, side and role', () => {
    const [white, green] = worthOf(held('kick'), facts).groups
    expect(white?.standing).toEqual({ new: 0, current: 400, review: 0, ahead: 0, other: 0 })
    expect(green?.standing).toMatchObject({ review: 400 })
    expect(white).toMatchObject({ sides: { L: 0, R: 0, N: 100 }, performed: 100, received: 0 })
    expect(white?.categories).toEqual([{ category: facts.items.get('kick')?.category, workSec: 400 }])
    const unknown = worthOf(held('lock'), facts).groups[0]
    expect(unknown?.standing.other).toBe(400)
    expect(unknown?.categories).toEqual([])
    expect(unknown?.items).toContainEqual({ item: 'lock', due: 0, workSec: 400, served: 0 })
  })
  it('what was practised after the day is not due on it; a plan without a day has no worth', () => {
    const practised = new Map([['kick', { layer: 1, days: 1, last: '2026-12-24' }]])
    const later = club([item('kick')], {
      students: [student('Ada', { rank: low, group: 'white', practised })],
    })
    expect(worthOf(held('kick'), later).groups[0]).toMatchObject({ served: 0, of: 0 })
    const { date: _, ...undated } = held('kick')
    expect(() => worthOf(undated, facts)).toThrow('no date')
  })
  it('the groups with nothing due count in nobody’s worst', () => {
    expect(valueOf([])).toBe(0)
    expect(
      valueOf([
        { served: 2, of: 3 },
        { served: 0, of: 0 },
      ]),
    ).toBe(4)
    expect(
      valueOf([
        { served: 2, of: 3 },
        { served: 1, of: 1 },
      ]),
    ).toBe(5)
  })
  it('the five standings add up to the work, whatever the plan', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.constantFrom('kick', 'punch', 'throw', 'lock', ''), fc.integer({ min: 1, max: 60 })),
          {
            maxLength: 6,
          },
        ),
        (rows) => {
          const made = plan(
            rows.map(([technique, reps], n) =>
              block(`b${n}`, { ...(technique ? { technique } : {}), dose: count(reps) }),
            ),
            { groups, date: DAY },
          )
          for (const told of worthOf(made, facts).groups) {
            const sum = Object.values(told.standing).reduce((total, sec) => total + sec, 0)
            expect(sum).toBeCloseTo(told.workSec, 6)
            expect(told.served).toBeLessThanOrEqual(told.of + 1e-9)
          }
        },
      ),
    )
  })
})

describe('a request', () => {
  const asked = (more: object = {}) => ({
    format: 'golden-lintel/request',
    version: 1,
    date: DAY,
    lengthMin: 60,
    groups: document([], { groups }).groups,
    ...more,
  })
  const faults = (more: object) => {
    const read = readRequest(asked(more))
    return read.ok ? [] : read.faults.map(({ path }) => path)
  }
  it('has its defaults', () => {
    const read = readRequest(asked())
    expect(read.ok && read.request).toMatchObject({
      theme: [],
      banned: [],
      seed: 0,
      timeLimitSec: 10,
      transitionSec: 10,
    })
  })
  it('names what is wrong with it: a pinned block as a plan would, an item both pinned and banned, a share above one', () => {
    expect(faults({ date: undefined })).toEqual(['date'])
    expect(faults({ most: { kicks: 1.5 } })).toEqual(['most.kicks'])
    const pinned = [block('p', { technique: 'kick', dose: count(10) })]
    expect(faults({ pinned, banned: ['punch', 'kick'] })).toEqual(['banned[1]'])
    expect(faults({ pinned: [block('p', { mode: 'oneCount' })] })[0]).toMatch(/^pinned\[0\]/)
  })
})
