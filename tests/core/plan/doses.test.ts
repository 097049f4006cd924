import { describe, expect, it } from 'vitest'
import { expandPlan } from '../../../core/plan/expand'
import type { Plan } from '../../../core/plan/schema'
import { shortDose } from '../../../core/plan/doses'
import { readShorthand, writeShorthand } from '../../../core/plan/doses/shorthand'
import { block, count, document, drill, fixed, group, pathsOf } from '../make'

const lengthOf = (made: Plan) => expandPlan(made).totalSec
const figures = (made: Plan, g = 0) => expandPlan(made).groups[g]!
const practice = (made: Plan, g = 0) => figures(made, g).practice[0]!

describe('one side only', () => {
  const one = (dose: Record<string, unknown>) => {
    const [row] = expandPlan(drill({ ...dose, side: 'L' }, { firstSide: 'R' })).groups[0]!.practice
    return [row?.repsL, row?.repsR, row?.repsN]
  }
  it.each([
    [count(10), 10],
    [{ kind: 'own', reps: 6 }, 6],
    [{ kind: 'rounds', workSec: 30, tempoSec: 3 }, 10],
    [{ kind: 'hold', sets: 2, holdSec: 20 }, 2],
  ])('%j goes to that side, whatever side is first', (dose, reps) => expect(one(dose)).toEqual([reps, 0, 0]))
  it('is said with two sides, or with reps that go to and fro, at its field', () => {
    for (const more of [{ sides: 2 }, { alternate: true }])
      expect(pathsOf(document([block('b', { dose: count(4, { side: 'R', ...more }) })]))).toEqual([
        'blocks[0].dose.side',
      ])
  })
  it('is read and written in one line, and said', () => {
    const read = readShorthand('3x10 left only rest 20')
    expect(read).toMatchObject({ ok: true, dose: { sets: 3, reps: 10, side: 'L' } })
    if (!read.ok) return
    expect(writeShorthand(read.dose)).toBe('3x10 left only rest 20')
    expect(shortDose(read.dose)).toBe('3 × 10 left only, on the count')
  })
})

describe('count: reps on the instructor’s count', () => {
  it('3·10·1.5 + 2·20 = 85 a leg, 40 + 2·85 + 5 = 215 s, sixty reps', () => {
    const made = drill({
      kind: 'count',
      sets: 3,
      reps: 10,
      tempoSec: 1.5,
      restSec: 20,
      sides: 2,
      setupSec: 40,
    })
    expect(lengthOf(made)).toBe(215)
    expect(figures(made)).toMatchObject({ workSec: 90, restSec: 85, talkSec: 40 })
    expect(practice(made)).toMatchObject({ reps: 60, repsR: 30, repsL: 30, repsN: 0, received: 0 })
  })

  it('2·5·3 = 30 a turn, 60 + 4·30 + 2·5 + 5 = 195 s, twenty performed and twenty received', () => {
    const made = drill({
      kind: 'count',
      sets: 2,
      reps: 5,
      tempoSec: 3,
      sides: 2,
      roles: 2,
      setupSec: 60,
    })
    expect(lengthOf(made)).toBe(195)
    expect(practice(made)).toMatchObject({ reps: 20, repsR: 10, repsL: 10, received: 20, workSec: 120 })
  })

  it('the defaults: one set, 1.5 s a rep, one side, no rest, no setup: 8 reps are 12 s', () => {
    expect(lengthOf(drill({ kind: 'count', reps: 8 }))).toBe(12)
    expect(practice(drill({ kind: 'count', reps: 8 }))).toMatchObject({ reps: 8, repsN: 8 })
  })

  it('two roles and one side: 2·10 + one swap of 7 = 27 s', () => {
    const made = drill(count(10, { roles: 2, swapSec: 7 }))
    expect(lengthOf(made)).toBe(27)
    expect(practice(made)).toMatchObject({ reps: 10, repsN: 10, received: 10 })
  })

  it.each([
    [10, 1, 5, 5],
    [7, 1, 4, 3],
    [7, 2, 8, 6],
    [1, 3, 3, 0],
  ])(
    '%i alternate reps in %i sets are %i on the first side and %i on the other',
    (reps, sets, first, other) => {
      const made = drill(count(reps, { sets, alternate: true }))
      expect(practice(made)).toMatchObject({ repsR: first, repsL: other, repsN: 0 })
    },
  )

  it('alternates from the left when the plan starts on the left', () => {
    const made = drill(count(7, { alternate: true }), { firstSide: 'L' })
    expect(practice(made)).toMatchObject({ repsR: 3, repsL: 4 })
  })
})

describe('rounds: timed work', () => {
  it('4·40 + 3·20 = 220 s; rest 30 s by default', () => {
    expect(lengthOf(drill({ kind: 'rounds', rounds: 4, workSec: 40, restSec: 20 }))).toBe(220)
    expect(lengthOf(drill({ kind: 'rounds', rounds: 4, workSec: 40 }))).toBe(250)
  })

  it('side change and role swap take the rest’s length unless given', () => {
    const dose = { kind: 'rounds', rounds: 1, workSec: 60, restSec: 15, sides: 2, roles: 2 }
    expect(lengthOf(drill(dose))).toBe(4 * 60 + 2 * 15 + 15)
    expect(lengthOf(drill({ ...dose, swapSec: 4, switchSec: 9 }))).toBe(4 * 60 + 2 * 4 + 9)
  })

  it('gives no reps without a tempo, and floor(work / tempo) a round with one, flagged as estimated', () => {
    const silent = drill({ kind: 'rounds', rounds: 3, workSec: 50 })
    expect(practice(silent)).toMatchObject({ reps: 0, workSec: 150, estimated: false })
    const paced = drill({ kind: 'rounds', rounds: 3, workSec: 50, tempoSec: 4 })
    expect(practice(paced)).toMatchObject({ reps: 36, repsN: 36, estimated: true })
  })

  it('a round shorter than its tempo gives nothing to estimate', () => {
    const made = drill({ kind: 'rounds', rounds: 2, workSec: 5, tempoSec: 6 })
    expect(practice(made)).toMatchObject({ reps: 0, estimated: false })
  })
})

describe('hold: static work', () => {
  it('2·30 + 10 = 70 a side, 2·70 + 5 = 145 s, one rep a hold', () => {
    const made = drill({ kind: 'hold', sets: 2, holdSec: 30, sides: 2 })
    expect(lengthOf(made)).toBe(145)
    expect(practice(made)).toMatchObject({ reps: 4, repsR: 2, repsL: 2, workSec: 120 })
  })
})

describe('own: each at their own pace', () => {
  const groups = [group('white', { pace: 1.2 }), group('green'), group('brown', { pace: 0.85 })]
  const dose = { kind: 'own', sets: 2, reps: 10, tempoSec: 2, restSec: 10, sides: 2, switchSec: 5 }

  it('lasts as long as the slowest: 2·(2·10·2.4 + 10) + 5 = 121 s', () => {
    expect(lengthOf(drill(dose, { groups }))).toBe(121)
  })

  it('leaves who is done early idle for the rest: green works 105 s of 121', () => {
    const made = drill(dose, { groups })
    expect(figures(made, 0).idleSec).toBe(0)
    expect(figures(made, 1).idleSec).toBe(16)
    expect(figures(made, 2).idleSec).toBe(28)
    expect(practice(made, 2)).toMatchObject({ reps: 40, workSec: 68 })
  })

  it('is cut at the cap; a rep that the cap cuts is work, but no rep', () => {
    const made = drill({ kind: 'own', reps: 10, tempoSec: 3, capSec: 20 })
    expect(lengthOf(made)).toBe(20)
    expect(practice(made)).toMatchObject({ reps: 6, workSec: 20 })
  })

  it('a cap may cut the setup, and then there is no practice at all', () => {
    const made = drill({ kind: 'own', reps: 5, setupSec: 30, capSec: 12 })
    expect(lengthOf(made)).toBe(12)
    expect(figures(made)).toMatchObject({ talkSec: 12, workSec: 0, practice: [] })
  })

  it('rounds a rep to the millisecond, halves up, on the decimal digits: 5 ms × 1.1 is 6 ms', () => {
    const made = drill(
      { kind: 'own', reps: 100, tempoSec: 0.005 },
      { groups: [group('white', { pace: 1.1 })] },
    )
    expect(lengthOf(made)).toBe(0.6)
  })

  it('counts a group with nobody in it for the length', () => {
    const empty = [group('white', { pace: 2, headcount: 0 }), group('green')]
    expect(lengthOf(drill({ kind: 'own', reps: 10, tempoSec: 1 }, { groups: empty }))).toBe(20)
  })
})

describe('form: a set sequence, section by section', () => {
  const sections = [
    { id: 's1', sec: 10 },
    { id: 's2', sec: 12.5 },
    { id: 's3', sec: 8 },
  ]

  it('10 + 30.5·1.3337 + 5 + 20.5 + 5 + 20.5 = 101.678 s: each run rounded to the ms', () => {
    const runs = [
      { to: 3, tempo: 1.3337 },
      { from: 2, to: 3, times: 2 },
    ]
    const made = drill({ kind: 'form', sections, runs, setupSec: 10 })
    expect(lengthOf(made)).toBe(101.678)
    expect(practice(made)).toMatchObject({ reps: 3, repsN: 3, workSec: 81.678 })
  })

  it('a run of one section is a rep too', () => {
    const made = drill({ kind: 'form', sections, runs: [{ from: 2, to: 2 }], resetSec: 3 })
    expect(lengthOf(made)).toBe(12.5)
    expect(practice(made)).toMatchObject({ reps: 1 })
  })
})

describe('fixed: talk, water, a game', () => {
  it.each([
    ['warmup', 'workSec'],
    ['conditioning', 'workSec'],
    ['game', 'workSec'],
    ['talk', 'talkSec'],
    ['opening', 'talkSec'],
    ['technique', 'talkSec'],
    ['water', 'restSec'],
  ])('in phase %s its time is %s', (phase, cls) => {
    const made = drill(fixed(60))
    const moved = { ...made, blocks: made.blocks.map((b) => ({ ...b, phase: phase as 'talk' })) }
    expect(figures(moved)).toMatchObject({ [cls]: 60 })
  })

  it('says itself whether it is active', () => {
    expect(figures(drill(fixed(60, { active: true })))).toMatchObject({ workSec: 60, talkSec: 0 })
  })

  it('active time with a technique is work without reps', () => {
    expect(practice(drill(fixed(60, { active: true })))).toMatchObject({ workSec: 60, reps: 0 })
  })
})

describe('ladder: stages that build on one another', () => {
  const ladder = {
    kind: 'ladder',
    setupSec: 10,
    bridgeSec: 15,
    stages: [
      { title: 'slow', dose: count(5, { tempoSec: 3, setupSec: 8 }) },
      { title: 'fast', layer: 2, dose: count(8, { tempoSec: 1.5 }) },
    ],
  }

  it('10 + (8 + 15) + 15 + 12 = 60 s', () => {
    expect(lengthOf(drill(ladder))).toBe(60)
    expect(figures(drill(ladder))).toMatchObject({ workSec: 27, talkSec: 33 })
  })

  it('credits a stage to its own layer, else to the block’s', () => {
    expect(figures(drill(ladder)).practice).toMatchObject([
      { layer: 1, reps: 5 },
      { layer: 2, reps: 8 },
    ])
  })

  it('waits for the slowest within a stage, not at the end', () => {
    const own = {
      kind: 'ladder',
      bridgeSec: 5,
      stages: [{ title: 'a', dose: { kind: 'own', reps: 10, tempoSec: 1 } }],
    }
    const stages = [...own.stages, { title: 'b', dose: count(4) }]
    const made = drill({ ...own, stages }, { groups: [group('white', { pace: 1.5 }), group('green')] })
    expect(lengthOf(made)).toBe(15 + 5 + 4)
    expect(figures(made, 1)).toMatchObject({ idleSec: 5, workSec: 14, talkSec: 5 })
  })
})
