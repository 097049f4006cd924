import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { callAt, callModeSchema, callsOf, readWords } from '../../../core/floor/call-mode'

const mode = (given: object = {}) =>
  callModeSchema.parse({
    kind: 'order',
    words: [{ call: 'one' }, { call: 'two' }, { call: 'three' }],
    sec: 60,
    ...given,
  })

describe('calls in order', () => {
  it('come once each in order, then at random and never the same twice running', () => {
    const calls = callsOf(mode({ fromSec: 2, toSec: 2 })).map(({ call }) => call)
    expect(calls.slice(0, 3)).toEqual(['one', 'two', 'three'])
    expect(calls).toHaveLength(30)
    calls.slice(4).forEach((call, n) => expect(call).not.toBe(calls[n + 3]))
  })
  it('tighten from one pace to the other', () => {
    const at = callsOf(mode({ fromSec: 4, toSec: 1 })).map((call) => call.at)
    expect(at[1]).toBe(4000)
    expect((at.at(-1) ?? 0) - (at.at(-2) ?? 0)).toBeLessThan(1200)
  })
  it('of one word is that word', () => {
    expect(new Set(callsOf(mode({ words: [{ call: 'go' }] })).map(({ call }) => call))).toEqual(
      new Set(['go']),
    )
  })
})

describe('calls to react to', () => {
  it('keep between their limits where none is left out, and have feints among them', () => {
    const react = mode({ kind: 'react', sec: 600, leastSec: 2, mostSec: 5, feints: 30, silences: 0 })
    const calls = callsOf(react)
    const gaps = calls.map(({ at }, n) => at - (calls[n - 1]?.at ?? 0))
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(2000)
    expect(Math.max(...gaps)).toBeLessThanOrEqual(5000)
    const feints = calls.filter(({ feint }) => feint).length / calls.length
    expect(feints).toBeGreaterThan(0.2)
    expect(feints).toBeLessThan(0.4)
  })
  it('a call that asks for its answer has it, a feint has none', () => {
    const react = mode({ kind: 'react', sec: 300, words: [{ call: 'one', answer: 'slip' }], feints: 50 })
    for (const { feint, answer } of callsOf(react)) expect(answer).toBe(feint ? undefined : 'slip')
  })
})

it('the same seed gives the same calls, another gives others; all lie within the time', () => {
  fc.assert(
    fc.property(
      fc.nat(),
      fc.constantFrom('order', 'react'),
      fc.integer({ min: 10, max: 300 }),
      (seed, kind, sec) => {
        const given = mode({ kind, sec, seed })
        expect(callsOf(given)).toEqual(callsOf({ ...given }))
        for (const { at } of callsOf(given)) expect(at).toBeLessThan(sec * 1000)
      },
    ),
  )
  expect(callsOf(mode({ seed: 1 }))).not.toEqual(callsOf(mode({ seed: 2 })))
})

it('the call that is on is the last that came', () => {
  const calls = callsOf(mode({ fromSec: 2, toSec: 2 }))
  expect(callAt(calls, 2100)).toMatchObject({ n: 1, call: { call: 'two' } })
  expect(callAt(calls, -1)).toBeUndefined()
})

it('words are read one to a line, with answers after an arrow', () => {
  expect(readWords('one → slip and counter\n\ntwo -> step back')).toEqual({
    words: [
      { call: 'one', answer: 'slip and counter' },
      { call: 'two', answer: 'step back' },
    ],
  })
  expect(readWords(' \n ')).toHaveProperty('wrong')
  expect(readWords('x'.repeat(61))).toHaveProperty('wrong')
})
