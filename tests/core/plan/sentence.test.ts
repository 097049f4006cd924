import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import type { Plan } from '../../../core/plan/schema'
import { DOSE_NAMES, doseFactors, shortDose } from '../../../core/plan/doses'
import { arithmetic, doseOfGroup, thenOfGroup } from '../../../core/plan/sentence'
import { techniquesOf } from '../../../core/plan/techniques'
import { block, count, drill, fixed, plan, twoGroups } from '../make'

const sum = (made: Plan, g = 0) => {
  const placed = layPlan(made).blocks[0]!
  const { id } = made.groups[g]!
  const name = (item: string) => item
  return arithmetic(doseOfGroup(placed.block, id), placed.lanes[g]!, name, thenOfGroup(placed.block, id))
}

describe('the arithmetic sentence', () => {
  it('says how 3:35 comes about', () => {
    const made = drill({ kind: 'count', sets: 3, reps: 10, sides: 2, restSec: 20, setupSec: 40 })
    expect(sum(made).text).toBe(
      '3 sets × 10 reps × 2 sides at 1.5 s = 1:30 of work, 1:25 of rest and changes, 40 s to show it',
    )
    expect(sum(made).reps).toBe('60 reps each: 30 right, 30 left')
    expect(sum(made).totalMs).toBe(215_000)
  })

  it('says what comes after one’s turn', () => {
    const tracks = [
      { groups: ['white'], technique: 'kick', dose: count(5), then: count(6, { sides: 2, switchSec: 0 }) },
      { groups: ['green'], technique: 'kick', dose: count(5) },
    ]
    const made = plan([block('b', { mode: 'turns', handoverSec: 0, tracks })], { groups: twoGroups })
    expect(sum(made).text).toBe('1 set × 5 reps at 1 s, then 1 set × 6 reps × 2 sides at 1 s = 17 s of work')
    expect(sum(made, 1).text).toMatch(/^1 set × 5 reps at 1 s = 5 s of work/)
  })

  it('says what is received, and what is only estimated', () => {
    expect(sum(drill(count(5, { roles: 2 }))).reps).toBe('5 reps each; receives 5')
    expect(sum(drill({ kind: 'rounds', rounds: 2, workSec: 40, tempoSec: 4 })).reps).toBe(
      'about 20 reps each',
    )
    expect(sum(drill(count(1))).reps).toBe('1 rep each')
    expect(sum(drill(fixed(30))).reps).toBe('')
  })

  it('speaks for each group where they differ: one waits, one hands over', () => {
    const tracks = ['white', 'green'].map((id) => ({ groups: [id], technique: 'roll', dose: count(10) }))
    const made = plan([block('t', { mode: 'turns', tracks })], { groups: twoGroups })
    expect(sum(made, 0).text).toBe('1 set × 10 reps at 1 s = 10 s of work, 10 s handing over, 10 s waiting')
    const held = plan([block('t', { mode: 'turns', tracks, holding: { title: 'steps' } })], {
      groups: twoGroups,
    })
    expect(sum(held, 1).text).toContain('10 s holding')
  })

  it('adds up to the block for every group', () => {
    const made = plan(
      [
        block('l', {
          mode: 'layers',
          dose: count(10),
          tracks: [
            { groups: ['white'], technique: 'a' },
            { groups: ['green'], technique: 'a', dose: count(25, { setupSec: 5 }) },
          ],
        }),
      ],
      { groups: twoGroups },
    )
    for (const g of [0, 1]) expect(sum(made, g).totalMs).toBe(30_000)
  })
})

describe('a dose in a few words', () => {
  const sections = [
    { id: 'one', sec: 5 },
    { id: 'two', sec: 5 },
  ]
  const stages = [
    { title: 'a', dose: count(5) },
    { title: 'b', dose: count(5) },
  ]
  it.each([
    [count(10, { sets: 3, sides: 2 }), '3 × 10 each side, on the count', '3 sets × 10 reps × 2 sides at 1 s'],
    [
      count(8, { sides: 2, roles: 2 }),
      '8 each side, both roles, on the count',
      '1 set × 8 reps × 2 sides × 2 roles at 1 s',
    ],
    [count(8, { alternate: true }), '8, side to side, on the count', '1 set × 8 reps at 1 s'],
    [
      { kind: 'own', sets: 2, reps: 12, sides: 2 },
      '2 × 12 each side, own pace',
      '2 sets × 12 reps × 2 sides at about 1.5 s',
    ],
    [
      { kind: 'rounds', rounds: 4, workSec: 40, restSec: 20, roles: 2 },
      '4 × 40 s both roles, 20 s between',
      '4 rounds × 40 s × 2 roles',
    ],
    [{ kind: 'rounds', rounds: 1, workSec: 90, focus: ['jog', 'hop'] }, '1:30: jog, hop', '1 round × 1:30'],
    [{ kind: 'hold', sets: 2, holdSec: 50, sides: 2 }, '2 × 50 s held each side', '2 holds × 50 s × 2 sides'],
    [
      {
        kind: 'form',
        sections,
        runs: [
          { to: 2, tempo: 1.5 },
          { from: 2, to: 2, times: 3 },
        ],
      },
      '4 runs, 2 sections',
      'sections 1 to 2 at 1.5 × its time + 3 × section 2',
    ],
    [{ kind: 'ladder', stages }, '2 stages', '2 stages, one on the other'],
    [fixed(75), '', '1:15, fixed'],
  ])('%j', (given, short, factors) => {
    const { dose } = drill(given).blocks[0]!
    expect(shortDose(dose!)).toBe(short)
    expect(doseFactors(dose!)).toBe(factors)
  })

  it('there are words for every kind', () => {
    expect([...DOSE_NAMES].sort()).toEqual([
      'count',
      'fixed',
      'form',
      'hold',
      'ladder',
      'own',
      'rounds',
      'routine',
    ])
  })
})

describe('the techniques of a plan', () => {
  it('are found wherever they stand, with their paths', () => {
    const made = plan([
      block('a', { dose: count(5), technique: 'kick' }),
      block('b', {
        mode: 'turns',
        holding: { title: 'steps', technique: 'steps' },
        tracks: [{ groups: ['white'], technique: 'roll', dose: count(5) }],
      }),
      block('c', {
        mode: 'stations',
        stations: [{ title: 'Rope' }, { title: 'Pads', technique: 'palm' }],
        teams: 1,
        workSec: 5,
      }),
    ])
    expect(techniquesOf(made).map(({ path, id }) => `${path.join('.')} ${id}`)).toEqual([
      'blocks.0.technique kick',
      'blocks.1.holding.technique steps',
      'blocks.1.tracks.0.technique roll',
      'blocks.2.stations.1.technique palm',
    ])
  })
})
