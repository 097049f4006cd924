import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { callsOfBoard, calledTo } from '../../../core/floor/board-calls'
import { callNow } from '../../../core/floor/call-now'
import { floorNow } from '../../../core/floor/now'
import { replay } from '../../../core/floor/run'
import { attendanceOf } from '../../../core/people/register'
import { creditPlan } from '../../../core/people/credit'
import { parseAttendance } from '../../../core/people/attendance'
import { layPlan } from '../../../core/plan/timeline'
import { block, plan } from '../make'

const START = 5_000_000
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const SAM = uuid(1)
const list = [
  { say: 'front', technique: 'kick', layer: 1, side: 'R' },
  { say: 'check', answer: 'and answer', technique: 'check', layer: 2 },
  { say: 'back', layer: 1 },
]
const rounds = { kind: 'rounds', rounds: 2, workSec: 30, restSec: 20, setupSec: 10 }
const called = (calls: object = {}) =>
  plan([
    block('c', {
      technique: 'stance',
      dose: rounds,
      calls: { list, order: 'random', everySec: [2, 4], feints: 0, seed: 3, ...calls },
    }),
  ])
const of = (held: ReturnType<typeof plan>) => callsOfBoard(layPlan(held).blocks[0]!)

describe('the calls of a board', () => {
  it('lie in its work, as far apart as is asked for, whatever the seed', () => {
    fc.assert(
      fc.property(fc.nat(), fc.constantFrom('given', 'random', 'react'), (seed, order) => {
        const all = of(called({ seed, order }))
        const isWork = ({ at }: { at: number }) =>
          (at >= 10_000 && at < 40_000) || (at >= 60_000 && at < 90_000)
        expect(all.every(isWork)).toBe(true)
        for (let n = 1; n < all.length; n++) {
          const gap = all[n]!.at - all[n - 1]!.at
          expect(gap).toBeGreaterThanOrEqual(2000)
          if (all[n]!.at < 40_000) expect(gap).toBeLessThanOrEqual(4000)
        }
        expect(all.length).toBeGreaterThanOrEqual(12)
      }),
    )
  })
  it('are the same for the same seed, others for another, and come in order where that is asked for', () => {
    expect(of(called())).toEqual(of(called()))
    expect(of(called({ seed: 4 }))).not.toEqual(of(called()))
    const given = of(called({ order: 'given' })).map(({ says }) => says.say)
    expect(given.slice(0, 4)).toEqual(['front', 'check', 'back', 'front'])
    const random = of(called()).map(({ says }) => says.say)
    expect(random.every((say, n) => say !== random[n + 1])).toBe(true)
  })
  it('come closer towards the end', () => {
    const gaps = of(called({ everySec: [1, 9], tightenTo: 1 })).map(
      ({ at }, n, all) => at - (all[n - 1]?.at ?? at),
    )
    expect(Math.max(...gaps.slice(-4))).toBeLessThan(3000)
  })
  it('some are feints, at which nobody moves', () => {
    expect(of(called({ feints: 0.5 })).some(({ isFeint }) => isFeint)).toBe(true)
    expect(of(called()).some(({ isFeint }) => isFeint)).toBe(false)
  })
})

describe('what is called is credited', () => {
  const held = called({ order: 'given' })
  const run = (sec: number) =>
    replay(
      held,
      [
        { id: uuid(2), kind: 'start', at: START },
        { id: uuid(3), kind: 'finish', at: START + sec * 1000 },
      ],
      START + sec * 1000,
    )
  it('to whoever was there, each call once, on its side, without time', () => {
    const at = 45
    const before = of(held).filter((one) => one.at < at * 1000)
    const marks = [{ id: uuid(4), kind: 'here' as const, student: SAM, at: START }]
    const attendance = attendanceOf(run(at), marks, [{ id: SAM, group: 'white' }])
    const fronts = before.filter(({ says }) => says.say === 'front').length
    const checks = before.filter(({ says }) => says.say === 'check').length
    expect(attendance.present[0]?.called).toEqual([
      { block: 'c', technique: 'kick', layer: 1, n: fronts, side: 'R' },
      { block: 'c', technique: 'check', layer: 2, n: checks },
    ])
    expect(parseAttendance(JSON.parse(JSON.stringify(attendance)), held).ok).toBe(true)
    const practice = creditPlan(held, attendance)[0]?.practice
    expect(practice?.find(({ technique }) => technique === 'kick')).toMatchObject({
      repsR: fronts,
      workSec: 0,
    })
  })
  it('not to whoever was away then, and no feint', () => {
    const { blocks } = layPlan(held)
    expect(calledTo(blocks, [[0, 10_000]])).toEqual([])
    const feints = called({ feints: 0.5, order: 'given' })
    const real = of(feints).filter(({ isFeint, says }) => !isFeint && says.technique).length
    const sums = calledTo(layPlan(feints).blocks, [[0, 1_000_000]])
    expect(sums.reduce((sum, { n }) => sum + n, 0)).toBe(real)
  })
})

it('on the floor a call stands until the next; one to react to for a moment; none while it is shown or rested', () => {
  const at = (sec: number, calls: object = {}) => {
    const run = replay(called(calls), [{ id: uuid(2), kind: 'start', at: START }], START + sec * 1000)
    return callNow(run, floorNow(run), START + sec * 1000)
  }
  expect(at(5)).toBeUndefined()
  expect(at(45)).toBeUndefined()
  const [first] = of(called())
  const sec = first!.at / 1000
  expect(at(sec - 0.1)).toEqual({ call: undefined, n: -1 })
  expect(at(sec + 1.9)).toMatchObject({ n: 0, call: { call: first!.says.say } })
  const react = of(called({ order: 'react' }))[0]!.at / 1000
  expect(at(react + 1, { order: 'react' })?.call).toBeDefined()
  expect(at(react + 1.6, { order: 'react' })).toEqual({ call: undefined, n: 0 })
})
