import { describe, expect, it } from 'vitest'
import { readRegister } from '../../../core/people/register'
import { whoIsHere, withCounts } from '../../../core/people/who-is-here'
import type { PresenceMark } from '../../../core/floor/events'
import { group, plan } from '../make'

const of = plan([], { groups: [group('white'), group('green')] })
const students = ['a', 'b', 'c', 'd'].map((id, n) => ({ id, group: n < 3 ? 'white' : 'green', rank: 'x' }))
const tap = (student: string, kind: PresenceMark['kind'], at = 1): PresenceMark => ({
  id: `${student}-${kind}-${at}`,
  kind,
  student,
  at,
})
const counts = (taps: PresenceMark[], hasBegun: boolean) => {
  const here = whoIsHere(of.groups, readRegister(taps), students, hasBegun)
  return here && [here.counts.get('white'), here.counts.get('green')]
}

describe('who there is to reckon with', () => {
  it('is as planned while the register says nothing', () => {
    expect(counts([], false)).toBeUndefined()
    expect(counts([tap('a', 'here'), tap('a', 'clear', 2)], false)).toBeUndefined()
  })

  it('is everybody not known to stay away before the first bow, and who is in the hall after it', () => {
    const taps = [tap('a', 'away'), tap('b', 'here')]
    expect(counts(taps, false)).toEqual([2, 1])
    expect(counts(taps, true)).toEqual([1, 0])
  })

  it('counts whoever sits out, and nobody who has left or is from home', () => {
    expect(counts([tap('a', 'out'), tap('b', 'left'), tap('c', 'home'), tap('d', 'late')], true)).toEqual([
      1, 1,
    ])
  })

  it('puts the counts into the plan and leaves everything else', () => {
    const counted = withCounts(of, new Map([['white', 9]]))
    expect(counted.groups.map(({ headcount }) => headcount)).toEqual([9, 6])
    expect({ ...counted, groups: of.groups }).toEqual(of)
  })
})
