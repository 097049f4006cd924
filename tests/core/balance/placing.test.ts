import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { placing } from '../../../core/balance/placing'
import { insertBlocks } from '../../../core/plan/edit'
import { POOL } from '../../../starters/items'
import { block, count, fixed, plan, twoGroups } from '../make'

const before = plan(
  [
    block('a', { dose: count(10, { tempoSec: 3 }), technique: 'front-kick' }),
    block('z', { phase: 'closing', dose: fixed(60) }),
  ],
  { groups: twoGroups, lengthMin: 10, transitionSec: 15 },
)

/** Boards as the shelf has them. */
const boards = (...made: Record<string, unknown>[]) => plan(made, { groups: twoGroups }).blocks

describe('what placing boards would do', () => {
  it('tells where they would lie, what is left, and what each group and category would gain', () => {
    const drill = boards(block('x', { dose: count(20, { tempoSec: 3 }), technique: 'hip-throw' }))
    const { plan: next, ids } = insertBlocks(before, 1, drill)
    const timeline = layPlan(before)
    const told = placing(before, timeline, next, ids, POOL)
    expect(told.at).toBe(30_000 + 15_000)
    expect(told.ms).toBe(60_000)
    expect(told.spareMs).toBe(timeline.spareMs - 60_000 - 15_000)
    expect(told.groups).toEqual([
      { now: 30_000, added: 60_000 },
      { now: 30_000, added: 60_000 },
    ])
    expect(told.categories).toEqual([{ category: 'throws', now: 0, added: 120_000 }])
  })

  it('counts the transitions between several, and nothing for what works no item', () => {
    const water = ['w', 'v'].map((id) => block(id, { phase: 'water', dose: fixed(60) }))
    const { plan: next, ids } = insertBlocks(before, 2, boards(...water))
    const told = placing(before, layPlan(before), next, ids, POOL)
    expect(told.ms).toBe(60_000 + 15_000 + 60_000)
    expect(told.categories).toEqual([])
    expect(told.groups.every(({ added }) => added === 0)).toBe(true)
  })
})
