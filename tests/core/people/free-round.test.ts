import { describe, expect, it } from 'vitest'
import { kindsIn, kindsSaid, mayUse, type Learnt } from '../../../core/people/free-round'
import { item } from '../curriculum/make'
import { block, count, plan, twoGroups } from '../make'

const items = new Map(
  [
    item('jab', { category: 'hands' }),
    item('hook', { category: 'hands' }),
    item('kick', { category: 'kicks' }),
    item('spin', { category: 'kicks' }),
    item('hip', { category: 'throws' }),
  ].map((one) => [one.id, one]),
)
const [white, green] = twoGroups.map(({ id }) => String(id)) as [string, string]
const learnt = (id: string, workedAt: number, markedAt: number | null = null, group = white): Learnt => ({
  group,
  item: id,
  markedAt,
  workedAt,
})
const free = block('free', { kinds: ['hands', 'kicks'], dose: { kind: 'rounds', rounds: 2, workSec: 60 } })
const held = plan(
  [
    block('drill', { technique: 'spin', dose: count(10) }),
    block('side', {
      mode: 'layers',
      dose: count(10),
      tracks: [
        { groups: [white], technique: 'hip' },
        { groups: [green], technique: 'hook' },
      ],
    }),
    free,
  ],
  { groups: twoGroups },
)
const may = (group: string, ...all: Learnt[]) =>
  mayUse({ kinds: ['hands', 'kicks'] }, group, held, all, (id) => items.get(id)).map(({ item: id, isNew }) =>
    isNew ? `${id}, new` : id,
  )

describe('what a group may use in a free round', () => {
  it('is what it has learnt of the kinds that are allowed, what was marked last first, then what was worked last', () => {
    const all = [learnt('jab', 5), learnt('hook', 9), learnt('kick', 1, 7), learnt('hip', 9, 9)]
    expect(may(white, ...all)).toEqual(['spin, new', 'kick', 'hook', 'jab'])
  })
  it('marks what it is taught tonight and had not learnt; what others are taught is not theirs', () => {
    expect(may(white, learnt('spin', 3))).toEqual(['spin'])
    expect(may(green)).toEqual(['spin, new', 'hook, new'])
    expect(may(green, learnt('jab', 1, 1, white))).toEqual(['spin, new', 'hook, new'])
  })
  it('is asked for by the boards of a plan, and said in words', () => {
    expect(kindsIn(held)).toEqual(['hands', 'kicks'])
    expect(kindsSaid(kindsIn(held))).toBe('hands, kicks')
  })
})
