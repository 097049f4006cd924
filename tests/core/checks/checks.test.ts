import { describe, expect, it } from 'vitest'
import { findingsOf, layPlan, type Plan } from '../../../core'
import { loadCurve } from '../../../core/balance/load'
import { block, count, fixed, plan, twoGroups } from '../make'

const find = (made: Plan) => findingsOf(made, layPlan(made))
const codes = (made: Plan) => find(made).map(({ code }) => code)
const talk = (id: string, sec: number, more = {}) => block(id, { phase: 'talk', dose: fixed(sec), ...more })

describe('time', () => {
  it('an overhang is told with its figure and the clock, about the boards past the post', () => {
    const made = plan([talk('a', 250), talk('b', 60)], { lengthMin: 5, start: '18:30' })
    expect(find(made)).toMatchObject([
      {
        code: 'time.over',
        severity: 'warn',
        says: 'The class overhangs by 0:20; the bow would come at 18:35:20.',
        figures: '5:20 planned in 5:00',
        blocks: ['b'],
      },
    ])
  })

  it('more than five minutes unused is a hint; an empty plan is not', () => {
    expect(find(plan([talk('a', 60)], { lengthMin: 10 }))).toMatchObject([
      { code: 'time.spare', severity: 'hint' },
    ])
    expect(codes(plan([talk('a', 300)], { lengthMin: 10 }))).toEqual([])
    expect(codes(plan([]))).toEqual([])
  })
})

describe('waiting', () => {
  const waits = (sec: number, lengthMin: number) =>
    plan(
      [
        block('l', {
          title: 'Hip throw',
          mode: 'layers',
          dose: count(10),
          tracks: [
            { groups: ['white'], technique: 'a' },
            { groups: ['green'], technique: 'a', dose: count(10 + sec) },
          ],
        }),
        talk('t', 2000),
      ],
      { groups: twoGroups, lengthMin, start: '18:30' },
    )

  it('over a minute and a half on end is told of that group and board', () => {
    expect(find(waits(91, 40)).filter(({ code }) => code === 'rank.idle')).toMatchObject([
      { says: 'white wait 1:31 in Hip throw.', groups: ['white'], blocks: ['l'] },
    ])
    expect(codes(waits(90, 40))).not.toContain('rank.idle')
  })

  it('a tenth of the class in all is told too', () => {
    const tracks = [{ groups: ['white'], technique: 'a' }]
    const boards = [1, 2, 3].map((n) => block(`b${n}`, { mode: 'oneCount', dose: count(60), tracks }))
    const made = plan(boards, { groups: twoGroups, lengthMin: 5 })
    expect(find(made).filter(({ code }) => code === 'rank.idle')).toMatchObject([
      { says: 'green wait 3:00 of the class in all.', groups: ['green'] },
    ])
  })
})

describe('water', () => {
  const water = block('w', { phase: 'water', dose: fixed(60) })
  it('more than twenty minutes without is told, from the last water to the next', () => {
    const made = plan([talk('a', 600), water, talk('b', 1210), talk('c', 60)], {
      lengthMin: 35,
      start: '18:30',
    })
    const [gap] = find(made).filter(({ code }) => code === 'water.gap')
    expect(gap).toMatchObject({
      says: 'No water for 21:30.',
      figures: '18:41 to 19:02, limit 20:00',
      blocks: ['b', 'c'],
    })
  })

  it('twenty minutes are not too long', () => {
    expect(codes(plan([talk('a', 1200)], { lengthMin: 20 }))).toEqual([])
  })
})

describe('the list', () => {
  it('has the worst first and leaves out what was accepted with a reason', () => {
    const made = plan([talk('a', 1500)], { lengthMin: 24 })
    expect(codes(made)).toEqual(['time.over', 'water.gap'])
    expect(codes({ ...made, acknowledged: [{ code: 'time.over', reason: 'they know' }] })).toEqual([
      'water.gap',
    ])
    expect(codes({ ...made, acknowledged: [{ code: 'water.gap', blocks: [], reason: 'no' }] })).toEqual([
      'time.over',
      'water.gap',
    ])
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
