import { describe, expect, it } from 'vitest'
import type { PresenceMark } from '../../../core/floor/events'
import { replay } from '../../../core/floor/run'
import { attendanceOf, readRegister } from '../../../core/people/register'
import { creditPlan } from '../../../core/people/credit'
import { block, count, fixed, plan } from '../make'

/** Who leaves and comes back, or sits out after leaving: credited with what they were there for, and nothing between. */
const START = 1_000_000
const SAM = '00000000-0000-4000-8000-000000000001'
const made = plan([block('a', { dose: fixed(600) })])
const group = made.groups[0]!.id
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`

const taps = (...told: [PresenceMark['kind'], number][]): PresenceMark[] =>
  told.map(([kind, sec], n) => ({ id: id(n + 1), kind, student: SAM, at: START + sec * 1000, n }))

function credited(marks: PresenceMark[]) {
  const events = [
    { id: id(90), kind: 'start' as const, at: START },
    { id: id(91), kind: 'finish' as const, at: START + 600_000 },
  ]
  const run = replay(made, events, START + 600_000)
  return attendanceOf(run, marks, [{ id: SAM, group }]).present[0]
}

describe('left, then', () => {
  it('back: the time away is not credited', () => {
    expect(credited(taps(['here', -60], ['left', 100], ['back', 400]))).toMatchObject({
      fromSec: 0,
      toSec: 600,
      out: [[100, 400]],
    })
  })

  it('sits out: neither the time away nor the time at the side is credited', () => {
    expect(credited(taps(['here', -60], ['left', 100], ['out', 300]))).toMatchObject({
      fromSec: 0,
      toSec: 100,
    })
  })

  it('sits out, then back: both gaps are left out, and counted as one', () => {
    expect(credited(taps(['here', -60], ['left', 100], ['out', 300], ['back', 450]))).toMatchObject({
      toSec: 600,
      out: [[100, 450]],
    })
  })

  it('back, then left again: two stretches', () => {
    expect(credited(taps(['late', 50], ['left', 100], ['back', 300], ['left', 500]))).toMatchObject({
      fromSec: 50,
      toSec: 500,
      out: [[100, 300]],
    })
  })
})

it('somebody who was never tapped and leaves was there until then', () => {
  expect(credited(taps(['left', 250]))).toMatchObject({ fromSec: 0, toSec: 250 })
})

it('a rep that is called as somebody leaves is not theirs, the one before it is', () => {
  const byWord = plan([block('k', { technique: 'kick', dose: count(3, { by: 'word' }) })])
  const events = [
    { id: id(90), kind: 'start' as const, at: START },
    ...[1, 2, 3].map((rep) => ({
      id: id(90 + rep),
      kind: 'count' as const,
      at: START + rep * 10_000,
      block: 'k',
      rep,
    })),
    { id: id(99), kind: 'finish' as const, at: START + 40_000 },
  ]
  const run = replay(byWord, events, START + 40_000)
  const present = (leftAt: number) =>
    attendanceOf(run, taps(['here', -60], ['left', leftAt]), [{ id: SAM, group: byWord.groups[0]!.id }])
  const reps = (leftAt: number) =>
    creditPlan(byWord, present(leftAt))[0]?.practice.map((row) => row.reps)[0] ?? 0
  expect([reps(20), reps(20.001), reps(40)]).toEqual([1, 2, 3])
})

describe('sitting out', () => {
  it('and leaving from there ends both', () => {
    expect(credited(taps(['here', 0], ['out', 200], ['left', 400]))).toMatchObject({ fromSec: 0, toSec: 200 })
  })

  it('twice without coming back in between is one stretch until the next back', () => {
    expect(credited(taps(['here', 0], ['out', 200], ['out', 300], ['back', 400]))).toMatchObject({
      out: [[200, 400]],
    })
  })

  it('by somebody who was away: they came to the side at that moment', () => {
    expect(credited(taps(['away', 0], ['out', 200], ['back', 500]))).toMatchObject({
      fromSec: 500,
      toSec: 600,
    })
  })
})

describe('taps in one millisecond', () => {
  it('stand in the order of the device’s count, whatever their ids and however they arrive', () => {
    const told = taps(['here', 10], ['out', 10], ['back', 10]).map((tap, n) => ({ ...tap, id: id(50 - n) }))
    for (const order of [told, [...told].reverse(), [told[1]!, told[2]!, told[0]!]])
      expect(readRegister(order).get(SAM)?.state).toBe('here')
  })

  it('without a count stand in the order of their ids: the same on every device', () => {
    const told = taps(['here', 10], ['late', 10]).map(({ n: _, ...tap }) => tap)
    expect(readRegister(told).get(SAM)?.state).toBe('late')
    expect(readRegister([...told].reverse()).get(SAM)?.state).toBe('late')
  })
})
