import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { momentAt } from '../../../core/plan/moment'
import { howFar, workOf } from '../../../app/domain/doing'
import { block, count, fixed, plan, twoGroups } from '../make'

const turns = block('t', {
  mode: 'turns',
  handoverSec: 10,
  afterTurn: 'holding',
  holding: { title: 'last section' },
  tracks: [
    { groups: ['white'], technique: 'a', dose: count(10, { tempoSec: 3, sides: 2, setupSec: 20 }) },
    { groups: ['green'], technique: 'b', dose: count(10, { tempoSec: 3 }) },
  ],
})
const made = plan([turns, block('z', { phase: 'closing', dose: fixed(60) })], {
  groups: twoGroups,
  transitionSec: 15,
})
const timeline = layPlan(made)
const nameOf = (id: string | undefined) => (id ? `item ${id}` : '')
const read = (sec: number) => {
  const { placed, groups } = momentAt(timeline, sec * 1000)
  return groups.map((now) => [workOf(now, placed?.block, nameOf, placed?.block.title ?? ''), howFar(now)])
}

describe('a moment of a plan', () => {
  it('says for each group what it works, holds, and how far it is', () => {
    expect(read(5)).toEqual([
      ['item a', 'is shown it'],
      ['Holds: last section', ''],
    ])
    expect(read(21)).toEqual([
      ['item a', 'right, set 1'],
      ['Holds: last section', ''],
    ])
  })

  it('is another group’s when its turn has come', () => {
    const { placed, groups } = momentAt(timeline, timeline.blocks[0]!.ms - 1000)
    expect(workOf(groups[1], placed?.block, nameOf, '')).toBe('item b')
    expect(groups[0]?.span?.kind).toBe('holding')
  })

  it('takes the title where no item is worked, and nobody in a transition or past the end', () => {
    const [first, last] = timeline.blocks
    expect(read((last!.at + 1000) / 1000)).toEqual([
      ['z', 'listens'],
      ['z', 'listens'],
    ])
    expect(momentAt(timeline, first!.ms + 1000).groups).toEqual([])
    expect(momentAt(timeline, timeline.totalMs).groups).toEqual([])
  })
})
