import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { momentAt } from '../../../core/plan/moment'
import { cautionsOf, howFar, workedOf, workOf } from '../../../app/domain/doing'
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

describe('what a group waits for', () => {
  const [, second] = twoGroups
  const waiting = plan(
    [
      block('t', { ...turns, id: 't', holding: undefined, afterTurn: 'taught' }),
      block('z', { dose: fixed(60) }),
    ],
    { groups: twoGroups },
  )
  const at = (sec: number) => momentAt(layPlan(waiting), sec * 1000).groups

  it('is counted down to its own turn, and not to the end of the board', () => {
    // 20 s shown, ten reps a side and the change between them: the first turn is 85 s, the handover 10.
    expect(second?.id).toBe('green')
    const [, green] = at(5)
    expect(green?.span?.kind).toBe('idle')
    const length = layPlan(waiting).blocks[0]!.ms / 1000
    expect(green?.waitMs).toBe((length - 30 - 5) * 1000)
    const [white] = at(length - 10)
    expect(white?.waitMs).toBeUndefined()
  })

  it('after its turn it goes on with what it was taught, by name', () => {
    const block0 = layPlan(waiting).blocks[0]!
    const [white] = at(block0.ms / 1000 - 10)
    expect(white?.span?.kind).toBe('holding')
    expect(workOf(white, block0.block, nameOf, '')).toBe('Goes on: item a')
  })

  it('in a gap it is shown what comes: the stage, the exercise, the turn', () => {
    const stages = [
      { title: 'Alone', technique: 'entry', dose: count(4) },
      { title: 'Moving', technique: 'throw', layer: 2, dose: count(4) },
    ]
    const ladder = plan([block('l', { technique: 'throw', dose: { kind: 'ladder', stages, bridgeSec: 10 } })])
    const routine = plan([
      block('r', {
        technique: 'mix',
        dose: { kind: 'routine', entries: stages, gapSec: 5, laps: 2, lapRestSec: 8, setupSec: 6 },
      }),
    ])
    const shown = (of: typeof ladder, sec: number) => {
      const { placed, groups } = momentAt(layPlan(of), sec * 1000)
      return [workOf(groups[0], placed?.block, nameOf, ''), workedOf(groups[0])?.layer, groups[0]?.span?.kind]
    }
    expect(shown(ladder, 2)).toEqual(['item entry', 1, 'reps'])
    expect(shown(ladder, 8)).toEqual(['item throw', 2, 'bridge'])
    expect(shown(routine, 2)).toEqual(['item entry', 1, 'setup'])
    expect(shown(routine, 12)).toEqual(['item throw', 2, 'rest'])
    expect(shown(routine, 22)).toEqual(['item entry', 1, 'rest'])
    const [white, green] = at(layPlan(waiting).blocks[0]!.ms / 1000 - 35)
    expect(green?.span?.kind).toBe('handover')
    expect(workOf(green, layPlan(waiting).blocks[0]!.block, nameOf, '')).toBe('item b')
    expect(workOf(white, layPlan(waiting).blocks[0]!.block, nameOf, '')).toBe('Goes on: item a')
  })
})

describe('the cautions of what is worked', () => {
  it('are those of the item, of its parts, and of what it is answered with, each once', () => {
    const hazards: Record<string, string> = {
      throw: 'On mats only.',
      step: 'Mind the knee.',
      fall: 'Chin in.',
    }
    const worked = {
      technique: 'throw',
      layer: 2,
      receives: { technique: 'fall', layer: 1, side: 'same' as const },
      parts: ['step', 'throw', 'walk'].map((technique) => ({
        technique,
        layer: 1,
        times: 1,
        side: 'same' as const,
      })),
      links: undefined,
      noSides: false,
    }
    expect(cautionsOf(worked, (item) => hazards[item])).toEqual([
      'On mats only.',
      'Mind the knee.',
      'Chin in.',
    ])
  })
})
