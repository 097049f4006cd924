import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { dueForGroup, dueForStudent } from '../../../core/balance/due-for-group'
import { planBalance } from '../../../core/balance/plan-balance'
import { Ground } from '../../../core/checks/ground'
import type { Mark } from '../../../core/people/marks'
import { block, count, fixed, plan, twoGroups } from '../make'
import { club, item, student } from '../checks/club'

const had = (days: number, last: string, mark?: Mark) => ({ layer: 1, days, last, ...(mark ? { mark } : {}) })

describe('what is due for a group', () => {
  const items = ['kick', 'throw', 'fall'].map((id) => item(id))
  const syllabus = [{ rank: 'white', item: 'throw', layer: 1 }]
  const due = (students: ReturnType<typeof student>[], grading?: string) => {
    const made = plan([])
    const ground = new Ground(made, layPlan(made), club(items, { syllabus, students }))
    return dueForGroup(ground, ground.groups[0]!, '2026-11-25', grading)
  }

  it('is the mean over those concerned, most due first, with its reason in words', () => {
    const rows = due(
      [
        student('A', {
          practised: new Map([
            ['kick', had(1, '2026-11-22')],
            ['throw', had(2, '2026-11-06', 'shaky')],
          ]),
        }),
        student('B', { practised: new Map([['kick', had(1, '2026-11-16')]]) }),
      ],
      '2026-12-18',
    )
    // throw: A 19 / (5.4 · 0.6) > 3 counts 3, B never and required 2. kick: A 3/3, B 9/3.
    expect(rows).toEqual([
      {
        item: 'throw',
        due: 2.5,
        says: 'last drilled 19 days ago, 1 shaky, 1 never had it, grading in 23 days',
      },
      { item: 'kick', due: 2, says: 'last drilled 3 days ago' },
    ])
  })

  it('what nobody had but the rank asks counts 2, a far grading is not told', () => {
    expect(due([student('A')], '2027-02-01')).toEqual([{ item: 'throw', due: 2, says: 'never drilled yet' }])
  })

  it('of a group of one counts nobody for more than 3; a student’s own list goes by how much is due exactly, with their mark', () => {
    const alone = student('A', { practised: new Map([['throw', had(2, '2026-11-06', 'shaky')]]) })
    expect(due([alone])).toEqual([{ item: 'throw', due: 3, says: 'last drilled 19 days ago, 1 shaky' }])
    const [own] = dueForStudent(alone, club(items, { syllabus }), '2026-11-25')
    expect(own?.due).toBeCloseTo(19 / (5.4 * 0.6), 9)
    expect(own?.says).toBe('last drilled 19 days ago, shaky')
  })

  it('what the syllabus asks of the group comes first; among equals at the cap the one that is due most, not the first by name', () => {
    const practised = new Map([
      ['fall', had(1, '2026-11-15')],
      ['kick', had(1, '2026-10-15')],
    ])
    const rows = due([student('A', { practised })])
    // fall: 10 days of 3, kick: 41 of 3; both count 3, and neither is asked.
    expect(rows.map(({ item: id, due: value }) => [id, value])).toEqual([
      ['throw', 2],
      ['kick', 3],
      ['fall', 3],
    ])
  })

  it('a group nobody is in has nothing due, and an item that is gone is not offered', () => {
    expect(due([])).toEqual([])
    expect(
      due([student('A', { practised: new Map([['gone', had(1, '2026-01-01')]]) })]).map(({ item: id }) => id),
    ).toEqual(['throw'])
  })
})

describe('what a plan’s time goes to', () => {
  it('is summed over its groups, work by the category of its item', () => {
    const made = plan(
      [
        block('k', { technique: 'kick', dose: count(60, { setupSec: 20 }) }),
        block('o', {
          mode: 'oneCount',
          dose: count(30),
          tracks: [{ groups: ['white'], technique: 'throw' }],
        }),
        block('t', { phase: 'talk', dose: fixed(45) }),
        block('u', { technique: 'unknown', dose: count(10) }),
      ],
      { groups: twoGroups, transitionSec: 0 },
    )
    const items = new Map(
      [item('kick', { category: 'kicks' }), item('throw', { category: 'throws' })].map((one) => [
        one.id,
        one,
      ]),
    )
    const { byCategory, times } = planBalance(made, layPlan(made), items)
    expect(Object.fromEntries(byCategory)).toEqual({ kicks: 120_000, throws: 30_000 })
    expect(times).toEqual({ work: 170_000, rest: 0, talk: 130_000, holding: 0, idle: 30_000, transition: 0 })
  })
})
