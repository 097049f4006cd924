import { describe, expect, it } from 'vitest'
import { planDifferences } from '../../../core/plan/differences'
import { block, fixed, plan, twoGroups } from '../make'

const of = (ids: [string, number][], more = {}) =>
  plan(
    ids.map(([id, sec]) => block(id, { dose: fixed(sec) })),
    more,
  )

describe('what sets two plans apart', () => {
  it('is nothing where they are equal', () => {
    expect(planDifferences(of([['a', 60]]), of([['a', 60]]))).toEqual([])
  })

  it('is what came, went, grew and moved', () => {
    const before = of([
      ['a', 60],
      ['b', 90],
      ['c', 30],
    ])
    expect(
      planDifferences(
        before,
        of([
          ['c', 30],
          ['a', 75],
          ['d', 120],
        ]),
      ),
    ).toEqual([
      'd came in, 2:00.',
      'b went, 1:30.',
      'a was changed, 0:15 longer.',
      'The boards stand in another order.',
    ])
  })

  it('is a board under another name, and the frame', () => {
    const before = of([['a', 60]])
    const now = {
      ...of([['a', 60]], { title: 'Other', lengthMin: 45, groups: twoGroups, notes: 'n' }),
    }
    now.blocks = [{ ...now.blocks[0]!, title: 'Kicks' }]
    expect(planDifferences(before, now)).toEqual([
      'Named “Other”, was “A class”.',
      'Kicks, was a.',
      '45 minutes instead of 60.',
      'The groups, their heads or their pace were changed.',
      'Notes, theme, sides, the time between boards, or what was accepted were changed.',
    ])
  })
})
