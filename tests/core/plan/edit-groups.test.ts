import { describe, expect, it } from 'vitest'
import { addGroup, leaveOutGroup, mergeGroups, renameGroup } from '../../../core/plan/edit-groups'
import { parsePlan } from '../../../core/plan/parse'
import type { Plan } from '../../../core/plan/schema'
import { block, blockOf, count, group, plan, twoGroups } from '../make'

const made = plan(
  [
    block('all', { technique: 'kick', dose: count(5) }),
    block('cut', {
      mode: 'oneCount',
      dose: count(5),
      tracks: [
        { groups: ['white'], technique: 'kick' },
        { groups: ['green'], technique: 'sweep', layer: 2 },
      ],
    }),
    block('one', {
      mode: 'layers',
      dose: count(5),
      tracks: [{ groups: ['green'], technique: 'roll', layer: 3 }],
    }),
  ],
  {
    groups: [...twoGroups, group('blue', { pace: 1.2, headcount: 3 })],
    acknowledged: [
      { code: 'rank.idle', groups: ['green'], reason: 'r' },
      { code: 'rank.idle', groups: ['white', 'green'], reason: 'both' },
    ],
  },
)
const isWhole = (of: Plan) => parsePlan(JSON.parse(JSON.stringify(of))).ok
const groupsIn = (of: Plan, id: string) => blockOf(of, id).tracks?.map(({ groups }) => groups)

describe('the groups of a class', () => {
  it('one more works in cut boards with its neighbour', () => {
    const { id, name, ranks } = { id: 'brown', name: 'Brown', ranks: ['brown'] }
    const more = addGroup(made, { id, name, ranks, headcount: 2, pace: 1 })
    expect(more.groups.at(-1)?.name).toBe('Brown')
    expect(groupsIn(more, 'cut')).toEqual([['white'], ['green', 'brown']])
    expect(isWhole(more)).toBe(true)
  })

  it('one left out is out of its tracks and of what was accepted; a board of it alone is everybody’s', () => {
    const less = leaveOutGroup(made, 'green')
    expect(groupsIn(less, 'cut')).toEqual([['white']])
    expect(blockOf(less, 'one')).toMatchObject({ mode: 'together', technique: 'roll', layer: 3 })
    expect(less.acknowledged).toEqual([{ code: 'rank.idle', groups: ['white'], reason: 'both' }])
    expect(isWhole(less)).toBe(true)
    expect(leaveOutGroup(leaveOutGroup(less, 'white'), 'blue').groups).toHaveLength(1)
  })

  it('two merged are as many as both, at the slower pace, where the one was or else where the other was', () => {
    const one = mergeGroups(made, 'green', 'blue')
    expect(one.groups.map(({ id, headcount, pace }) => [id, headcount, pace])).toEqual([
      ['white', 6, 1],
      ['blue', 9, 1.2],
    ])
    expect(one.groups[1]?.ranks).toEqual(['blue', 'green'])
    expect(groupsIn(one, 'cut')).toEqual([['white'], ['blue']])
    expect(groupsIn(one, 'one')).toEqual([['blue']])
    expect(groupsIn(mergeGroups(made, 'white', 'green'), 'cut')).toEqual([['green']])
    expect(isWhole(one)).toBe(true)
    expect(mergeGroups(made, 'green', 'green')).toBe(made)
  })

  it('a name is changed alone', () => {
    expect(renameGroup(made, 'blue', 'Elders').groups.map(({ name }) => name)).toEqual([
      'white',
      'green',
      'Elders',
    ])
  })
})
