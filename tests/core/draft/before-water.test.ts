import { describe, expect, it } from 'vitest'
import type { DraftBoard } from '../../../core/draft/draft-board'
import { lateSec, sooner } from '../../../core/draft/before-water'
import type { WorkLength } from '../../../core/draft/beats'
import type { Candidate } from '../../../core/draft/candidates'
import { mainBoard } from '../../../core/draft/main-board'
import { demoItems } from '../../../demo/curriculum'
import { block, fixed, plan } from '../make'

const board = (length: WorkLength, stretch: number, shown = false): DraftBoard => ({
  length,
  shown,
  stretch,
  works: [],
})

describe('boards before the first water', () => {
  const boards = [board(180, 0, true), board(240, 0), board(120, 0), board(360, 1, true)]

  it('are set up quicker as far as that will do, and no board loses any work', () => {
    const ways = sooner(boards, 40)
    expect(ways).toHaveLength(1)
    expect(ways[0]?.map(({ quickerSec = 0 }) => quickerSec)).toEqual([25, 10, 5, 0])
    expect(ways[0]?.map(({ length }) => length)).toEqual([180, 240, 120, 360])
  })

  it('are else made shorter, one in each way, the shortest never', () => {
    expect(sooner(boards, 46).map((way) => way.map(({ length }) => length))).toEqual([
      [120, 240, 120, 360],
      [180, 180, 120, 360],
    ])
  })

  it('know how late the water is', () => {
    const late = plan(
      [
        block('a', { dose: fixed(900.4) }),
        block('w', { phase: 'water', dose: fixed(60) }),
        block('b', { dose: fixed(60) }),
      ],
      { transitionSec: 0 },
    )
    expect(lateSec(late, { waterLimitSec: 880 })).toBe(21)
    expect(lateSec(late, { waterLimitSec: 901 })).toBe(0)
    expect(lateSec(plan([block('a', { dose: fixed(900) })]), { waterLimitSec: 60 })).toBe(0)
  })

  it('take as much less of the clock as they are set up quicker', () => {
    const item = demoItems.find(({ partner, sides }) => partner === 'solo' && sides === 2)
    if (!item) throw new Error('no item')
    const work: Candidate = {
      group: 0,
      item,
      layer: 1,
      weight: 1,
      isNew: false,
      standing: 'current',
      liking: 1,
    }
    const group = {
      index: 0,
      id: 'white',
      name: 'White',
      heads: 6,
      students: [],
      of: 1,
      weights: new Map(),
      candidates: [work],
      unwritten: false,
      jumpLimit: 100,
    }
    const setting = { groups: [group], reasons: [new Map()], talkOnEnd: 45 }
    const setupOf = (of: Partial<DraftBoard>) => {
      const dose = mainBoard({ ...board(180, 0), works: [work], ...of }, setting)?.board.dose
      return dose && 'setupSec' in dose && dose.setupSec
    }
    expect(setupOf({})).toBe(15)
    expect(setupOf({ quickerSec: 10 })).toBe(5)
    // Nobody talks longer than the club lets them: it is shown in less than a minute already.
    expect(setupOf({ shown: true, quickerSec: 25 })).toBe(20)
  })
})
