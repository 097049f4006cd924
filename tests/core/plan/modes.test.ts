import { describe, expect, it } from 'vitest'
import { expandPlan } from '../../../core/plan/expand'
import type { Plan } from '../../../core/plan/schema'
import { block, count, fixed, group, plan } from '../make'

const groups = [group('white'), group('green'), group('blue')]
const one = (more: Record<string, unknown>): Plan => plan([block('b', more)], { groups })
const of = (made: Plan, id: string) => expandPlan(made).groups.find((g) => g.id === id)!

it('boards that stand as they were go to the other side first where the plan does', () => {
  const right = plan([block('b', { technique: 'kick', dose: count(3, { alternate: true }) })])
  const [first, second] = [right, { ...right, firstSide: 'L' as const }].map(
    (made) => expandPlan(made).groups[0]!.practice[0],
  )
  expect([first?.repsR, first?.repsL]).toEqual([2, 1])
  expect([second?.repsR, second?.repsL]).toEqual([1, 2])
})

describe('one count', () => {
  const made = one({
    mode: 'oneCount',
    dose: count(10, { sides: 2 }),
    tracks: [
      { groups: ['white'], technique: 'front-kick' },
      { groups: ['green'], technique: 'round-kick', layer: 2 },
    ],
  })

  it('lasts as long as its one dose and gives each group its own technique', () => {
    expect(expandPlan(made).totalSec).toBe(25)
    expect(of(made, 'white').practice).toMatchObject([{ technique: 'front-kick', layer: 1, reps: 20 }])
    expect(of(made, 'green').practice).toMatchObject([{ technique: 'round-kick', layer: 2, reps: 20 }])
  })

  it('leaves a group in no track idle for the whole block', () => {
    expect(of(made, 'blue')).toMatchObject({ idleSec: 25, workSec: 0, restSec: 0, practice: [] })
  })
})

describe('layers', () => {
  const made = one({
    mode: 'layers',
    dose: count(10),
    tracks: [
      { groups: ['white'], technique: 'throw' },
      { groups: ['green', 'blue'], technique: 'throw', layer: 2, dose: count(25, { setupSec: 5 }) },
    ],
  })

  it('lasts as long as the longest track; the shorter waits for the difference', () => {
    expect(expandPlan(made).totalSec).toBe(30)
    expect(of(made, 'white')).toMatchObject({ workSec: 10, idleSec: 20 })
    expect(of(made, 'green')).toMatchObject({ workSec: 25, talkSec: 5, idleSec: 0 })
  })

  it('falls back on the block’s dose for a track without one', () => {
    expect(of(made, 'white').practice).toMatchObject([{ reps: 10, layer: 1 }])
    expect(of(made, 'blue').practice).toMatchObject([{ reps: 25, layer: 2 }])
  })
})

describe('turns', () => {
  const tracks = [
    { groups: ['white'], technique: 'fall', dose: count(10, { setupSec: 20 }) },
    { groups: ['green'], technique: 'roll', layer: 3, dose: count(15) },
  ]

  it('30 + 10 + 15 = 55 s: the tracks one after the other with a handover between', () => {
    expect(expandPlan(one({ mode: 'turns', tracks })).totalSec).toBe(55)
    expect(expandPlan(one({ mode: 'turns', tracks, handoverSec: 0 })).totalSec).toBe(45)
  })

  it('waits idle where there is nothing to hold', () => {
    const made = one({ mode: 'turns', tracks })
    expect(of(made, 'white')).toMatchObject({ talkSec: 20, workSec: 10, transitionSec: 10, idleSec: 15 })
    expect(of(made, 'green')).toMatchObject({ talkSec: 0, workSec: 15, transitionSec: 10, idleSec: 30 })
  })

  it('holds where there is something, credited on layer 1 of it', () => {
    const made = one({ mode: 'turns', tracks, holding: { title: 'own steps', technique: 'steps' } })
    expect(of(made, 'green')).toMatchObject({ holdingSec: 30, idleSec: 0 })
    expect(of(made, 'green').practice).toMatchObject([
      { technique: 'roll', layer: 3, reps: 15 },
      { technique: 'steps', layer: 1, holdingSec: 30, workSec: 0, reps: 0 },
    ])
  })

  it('after its turn practises what it was taught, when the block says so, with or without a holding task', () => {
    const made = one({ mode: 'turns', tracks, afterTurn: 'taught' })
    expect(of(made, 'white')).toMatchObject({ holdingSec: 15, idleSec: 0 })
    expect(of(made, 'white').practice).toMatchObject([{ technique: 'fall', reps: 10, holdingSec: 15 }])
    expect(of(made, 'green')).toMatchObject({ holdingSec: 0, idleSec: 30 })
  })

  it('a group in no track is idle even through the handover', () => {
    expect(of(one({ mode: 'turns', tracks }), 'blue')).toMatchObject({ idleSec: 55, transitionSec: 0 })
  })
})

describe('stations', () => {
  const stations = [
    { title: 'Pads', technique: 'palm' },
    { title: 'Rope' },
    { title: 'Mat', technique: 'roll', layer: 2 },
  ]

  it('30 + 2·3·45 + 5·15 = 375 s; everyone gets laps·work at every station', () => {
    const made = one({ mode: 'stations', stations, teams: 2, workSec: 45, laps: 2, setupSec: 30 })
    expect(expandPlan(made).totalSec).toBe(375)
    expect(of(made, 'green')).toMatchObject({ talkSec: 30, workSec: 270, transitionSec: 75 })
    expect(of(made, 'green').practice).toMatchObject([
      { technique: 'palm', workSec: 90, reps: 0 },
      { technique: 'roll', layer: 2, workSec: 90 },
    ])
  })

  it('moves nowhere at a single station', () => {
    const made = one({ mode: 'stations', stations: stations.slice(0, 1), teams: 1, workSec: 45 })
    expect(expandPlan(made).totalSec).toBe(45)
  })
})

describe('water', () => {
  it('is rest for every group, whatever its dose or mode', () => {
    const made = one({
      phase: 'water',
      mode: 'oneCount',
      dose: count(30),
      tracks: [{ groups: ['white'], technique: 'kick' }],
    })
    for (const { id } of groups as { id: string }[])
      expect(of(made, id)).toMatchObject({ restSec: 30, workSec: 0, idleSec: 0, practice: [] })
  })
})

describe('the timeline', () => {
  it('puts the transition between any two blocks: 60 + 10 + 30 = 100 s, and spare is what is left', () => {
    const made = plan([block('a', { dose: fixed(60) }), block('b', { dose: fixed(30) })], { lengthMin: 5 })
    expect(expandPlan(made)).toMatchObject({
      totalSec: 100,
      spareSec: 200,
      blocks: [
        { id: 'a', startSec: 0, sec: 60 },
        { id: 'b', startSec: 70, sec: 30 },
      ],
    })
    expect(expandPlan(made).groups[0]).toMatchObject({ transitionSec: 10, talkSec: 90 })
  })

  it('overhangs by what is too much', () => {
    expect(expandPlan(plan([block('a', { dose: fixed(400) })], { lengthMin: 5 })).spareSec).toBe(-100)
  })

  it('an empty plan is nothing at all', () => {
    expect(expandPlan(plan([]), { cues: true })).toMatchObject({
      totalSec: 0,
      spareSec: 3600,
      blocks: [],
      cues: [{ at: 0, kind: 'end' }],
    })
  })

  it('adds what two blocks give of the same technique and layer', () => {
    const same = { dose: count(10), technique: 'kick' }
    const made = plan([block('a', same), block('b', { ...same, layer: 2 }), block('c', same)])
    expect(expandPlan(made).groups[0]?.practice).toMatchObject([
      { technique: 'kick', layer: 1, reps: 20 },
      { technique: 'kick', layer: 2, reps: 10 },
    ])
  })
})
