import { describe, expect, it } from 'vitest'
import { acceptanceOf, findingsOf, identityOf } from '../../../core/checks'
import { parsePlan } from '../../../core/plan/parse'
import { layPlan } from '../../../core/plan/timeline'
import type { Plan } from '../../../core/plan/schema'
import { checkPlan, CHECK_CODES } from '../../../core/checks'
import { club, found, item, mendedAway, student } from './club'
import { loadCurve } from '../../../core/balance/load'
import { block, count, fixed, plan, twoGroups } from '../make'

const talk = (id: string, sec: number) => block(id, { phase: 'talk', dose: fixed(sec) })

describe('water.gap', () => {
  const work = (id: string, sec: number) => block(id, { dose: fixed(sec, { active: true }) })
  const water = block('w', { phase: 'water', dose: fixed(60) })
  const made = plan([work('a', 600), water, work('b', 700), work('c', 500), work('d', 60)], {
    lengthMin: 35,
    start: '18:30',
  })

  it('more than twenty minutes without is told, from the last water to the next', () => {
    expect(found('water.gap', made)).toMatchObject([
      { says: 'No water for 21:30.', figures: '18:41 to 19:02, limit 20:00', blocks: ['b', 'c', 'd'] },
    ])
    expect(found('water.gap', plan([work('a', 1200)], { lengthMin: 20 }))).toEqual([])
  })

  it('is mended between the two boards nearest to the middle of the gap', () => {
    const after = mendedAway('water.gap', made)
    expect(after.blocks.map(({ id }) => id)).toEqual(['a', 'w', 'b', 'water', 'c', 'd'])
  })

  it('is shorter for under-thirteens and in a hot hall', () => {
    const sixteen = plan([work('a', 960)], { lengthMin: 20 })
    expect(found('water.gap', sixteen)).toEqual([])
    expect(found('water.gap', sixteen, club([], { students: [student('A', { age: 12 })] }))).toHaveLength(1)
    expect(found('water.gap', sixteen, club([], { students: [student('A', { age: 13 })] }))).toEqual([])
    const hot = club([], { settings: { hall: { areaM2: 0, hot: true, kit: [] } } })
    expect(found('water.gap', sixteen, hot)).toHaveLength(1)
  })
})

describe('the list', () => {
  const made = plan(
    [
      block('a', { dose: fixed(1300, { active: true }) }),
      block('b', { phase: 'closing', dose: fixed(180, { active: true }) }),
    ],
    { lengthMin: 24 },
  )
  const codes = (one: Plan) => findingsOf(one, layPlan(one)).map(({ code }) => code)

  it('has the worst first and leaves out what was accepted with a reason', () => {
    expect(codes(made)).toEqual(
      ['time.over', 'water.gap', 'load.peak'].filter((code) => codes(made).includes(code)),
    )
    expect(codes(made).slice(0, 2)).toEqual(['time.over', 'water.gap'])
    const acknowledged = [{ code: 'time.over', reason: 'they know' }]
    expect(codes({ ...made, acknowledged })).not.toContain('time.over')
    const { accepted } = checkPlan({ ...made, acknowledged }, layPlan(made))
    expect(accepted).toMatchObject([{ finding: { code: 'time.over' }, reason: 'they know' }])
  })

  it('an acceptance for some boards does not accept the same finding about others', () => {
    const acknowledged = [{ code: 'water.gap', blocks: ['b'], reason: 'no' }]
    expect(codes({ ...made, acknowledged })).toContain('water.gap')
    const both = [{ code: 'water.gap', blocks: ['a', 'b'], reason: 'they drink when they like' }]
    expect(codes({ ...made, acknowledged: both })).not.toContain('water.gap')
  })

  it('an acceptance is about exactly what was shown: of one student, not of another with the same boards', () => {
    const facts = club([item('knee-kick', { demand: { knees: 3 } })], {
      students: [
        student('Ann', { id: 'a', note: 'sore knee' }),
        student('Bo', { id: 'b', note: 'sore knee' }),
        student('Bo', { id: 'b2', note: 'sore knee' }),
      ],
    })
    const one = plan([block('k', { technique: 'knee-kick', dose: count(10) })])
    const notes = (of: Plan) =>
      checkPlan(of, layPlan(of), facts).findings.filter(({ code }) => code === 'student.note')
    expect(notes(one)).toHaveLength(3)
    expect(new Set(notes(one).map(identityOf)).size).toBe(3)
    const acknowledged = [acceptanceOf(notes(one)[1]!, 'Bo has a brace')]
    expect(acknowledged[0]).toEqual({
      code: 'student.note',
      blocks: ['k'],
      groups: ['white'],
      student: 'b',
      reason: 'Bo has a brace',
    })
    expect(notes({ ...one, acknowledged }).map(({ student: who }) => who)).toEqual(['a', 'b2'])
    // One that names no student, as older files have it, does not hold for whoever it may be about.
    const { student: _, ...anybody } = acknowledged[0]!
    expect(notes({ ...one, acknowledged: [anybody] })).toHaveLength(3)
  })

  it('an acceptance names blocks and groups of the plan', () => {
    const acknowledged = [{ code: 'rank.idle', groups: ['nobody'], reason: 'r' }]
    expect(parsePlan({ ...made, acknowledged })).toMatchObject({
      ok: false,
      faults: [{ path: 'acknowledged[0].groups[0]' }],
    })
  })

  it('an item on a layer it does not have is told, and mended to its last', () => {
    const facts = club([item('kick')])
    const far = plan(
      [
        block('a', { technique: 'kick', layer: 3, dose: count(10) }),
        block('b', {
          mode: 'oneCount',
          dose: count(10),
          tracks: [{ groups: ['white'], technique: 'kick', layer: 9 }],
        }),
      ],
      { lengthMin: 5 },
    )
    expect(found('layer.unknown', far, facts)).toMatchObject([
      { says: 'Kick has no layer 9; white would work it.', figures: 'it has 3 layers', blocks: ['b'] },
    ])
    expect(mendedAway('layer.unknown', far, facts).blocks[1]?.tracks?.[0]?.layer).toBe(3)
    expect(found('layer.unknown', far)).toEqual([])
  })

  it('has every check of the list once', () => {
    expect(new Set(CHECK_CODES).size).toBe(CHECK_CODES.length)
    expect(CHECK_CODES).toHaveLength(28)
  })

  it('an empty plan has nothing to tell', () => {
    expect(codes(plan([]))).toEqual([])
  })
})

describe('the load curve', () => {
  it('is the two-minute centred mean: flat at the intensity within long work', () => {
    const made = plan([block('a', { phase: 'conditioning', dose: fixed(600, { active: true }) })])
    const curve = loadCurve(layPlan(made), 1)
    expect(curve.find(({ at }) => at === 300_000)?.intensity).toBeCloseTo(8)
    expect(curve.at(0)).toMatchObject({ at: 0, intensity: 8 })
  })

  it('half a window of talk beside work at 6 is (1 + 6) / 2', () => {
    const made = plan([talk('t', 300), block('d', { dose: count(300) })], { transitionSec: 0 })
    expect(loadCurve(layPlan(made), 1).find(({ at }) => at === 300_000)?.intensity).toBeCloseTo(3.5)
  })

  it('rests at three below the work, at least 1', () => {
    const made = plan([block('d', { dose: { kind: 'rounds', rounds: 2, workSec: 1, restSec: 400 } })])
    expect(loadCurve(layPlan(made), 1).find(({ at }) => at === 195_000)?.intensity).toBeCloseTo(3)
    const easy = plan([
      block('d', { intensity: 2, dose: { kind: 'rounds', rounds: 2, workSec: 1, restSec: 400 } }),
    ])
    expect(loadCurve(layPlan(easy), 1).find(({ at }) => at === 195_000)?.intensity).toBeCloseTo(1)
  })

  it('takes the mean over the groups: one works at 6, one waits at 1', () => {
    const tracks = [{ groups: ['white'], technique: 'a' }]
    const made = plan([block('d', { mode: 'oneCount', dose: count(400), tracks })], { groups: twoGroups })
    expect(loadCurve(layPlan(made), 2).find(({ at }) => at === 195_000)?.intensity).toBeCloseTo(3.5)
  })
})
