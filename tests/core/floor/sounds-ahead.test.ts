import { describe, expect, it } from 'vitest'
import type { Detail, RunEvent } from '../../../core/floor/events'
import { replay } from '../../../core/floor/run'
import { isShouted, loudnessOf, soundsAhead } from '../../../core/floor/sounds-ahead'
import type { Plan } from '../../../core/plan/schema'
import { block, count, fixed, plan } from '../make'

const START = 5_000_000
let made = 0
const act = (kind: RunEvent['kind'], sec: number, board?: string, detail?: Detail): RunEvent => ({
  id: `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`,
  kind,
  at: START + sec * 1000,
  ...(board ? { board } : {}),
  ...(detail ? { detail } : {}),
})
/** What is heard in the `ahead` seconds from `sec` on, as `second kind`. */
function heard(held: Plan, sec: number, ahead: number, ...events: RunEvent[]) {
  const now = START + sec * 1000
  const run = replay(held, [act('start', 0), ...events], now)
  return soundsAhead(run, now, ahead * 1000).map(({ at, cue }) => `${(at - START) / 1000} ${cue.kind}`)
}
const rounds = plan(
  [
    block('r', { technique: 'kick', dose: { kind: 'rounds', rounds: 2, workSec: 60, restSec: 20 } }),
    block('z', { dose: fixed(30) }),
  ],
  { transitionSec: 10 },
)

describe('what is heard next', () => {
  it('comes at its time: half, ten left, last three, stop, rest', () => {
    expect(heard(rounds, 29, 60)).toEqual(['30 half', '50 ten', '57 three', '60 stop', '60 rest', '80 work'])
  })
  it('over a board’s end, and past a board that is left out', () => {
    expect(heard(rounds, 139, 60)).toEqual(['140 stop', '140 transition', '150 block', '180 end'])
    expect(heard(rounds, 139, 60, act('skip', 20)).filter((one) => one.includes('block'))).toEqual([])
  })
  it('moves with what was added to the round, and with what was taken off', () => {
    const more = act('extend', 10, 'r', { ms: 30_000 })
    expect(heard(rounds, 29, 80, more)).toEqual(['60 half', '80 ten', '87 three', '90 stop', '90 rest'])
    const less = act('extend', 10, 'r', { ms: -20_000 })
    expect(heard(rounds, 29, 30, less)).toEqual(['30 ten', '37 three', '40 stop', '40 rest'])
  })
  it('is nothing while the class is held or waits for a word, and no further than a word', () => {
    expect(heard(rounds, 29, 60, act('pause', 20))).toEqual([])
    const word = plan([
      block('a', { technique: 'kick', dose: count(3, { setupSec: 10 }) }),
      block('b', { technique: 'kick', dose: count(3, { by: 'word' }) }),
    ])
    expect(heard(word, 5, 60)).toEqual([
      '10 begin',
      '10 rep',
      '11 rep',
      '12 rep',
      '13 transition',
      '23 block',
    ])
  })
  it('ticks the reps that were added on the clock', () => {
    const kicks = plan([block('k', { technique: 'kick', dose: count(3) })])
    const ticks = heard(kicks, 0.5, 10, act('count', 0.4, 'k', { more: true }))
    expect(ticks.filter((one) => one.endsWith('rep'))).toEqual(['1 rep', '2 rep', '3 rep'])
  })
})

it('a set is louder than the last where that is wished', () => {
  const cue = (set: number) => ({ at: 0, kind: 'rep' as const, set, n: 1 })
  const of = { sets: 3, reps: 5 }
  expect([1, 2, 3].map((set) => loudnessOf(cue(set), of, 'sets'))).toEqual([0.5, 0.75, 1])
  expect(loudnessOf(cue(1), of, 'even')).toBe(1)
  const rep = (n: number) => ({ at: 0, kind: 'rep' as const, set: 1, n })
  expect([1, 3, 5, 6].map((n) => loudnessOf(rep(n), of, 'reps'))).toEqual([0.5, 0.75, 1, 1])
})

describe('what a voice says beyond the calls', () => {
  const saidIn = (held: Plan, sec: number, ahead: number) => {
    const now = START + sec * 1000
    return soundsAhead(replay(held, [act('start', 0)], now), now, ahead * 1000).flatMap(({ at, say }) =>
      say === undefined ? [] : [`${(at - START) / 1000} ${say}`],
    )
  }
  it('ready, and the number, before the next round', () => {
    expect(saidIn(rounds, 62, 20)).toEqual(['77 ready, round 2'])
    expect(saidIn(rounds, 30, 20)).toEqual([])
  })
  it('a hold by the second, down by the clock and up to the word, where its count is asked for', () => {
    const hold = (by: string, voice?: object) =>
      plan([
        block('h', {
          technique: 'kick',
          dose: { kind: 'hold', holdSec: 5, by },
          ...(voice ? { voice } : {}),
        }),
      ])
    const asked = { count: 'reps' }
    expect(saidIn(hold('clock', asked), 0, 6)).toEqual(['1 4', '2 3', '3 2', '4 1'])
    expect(saidIn(hold('word', asked), 0, 6)).toEqual(['1 1', '2 2', '3 3', '4 4'])
    expect(saidIn(hold('clock'), 0, 6)).toEqual([])
    expect(saidIn(hold('clock', { count: 'off' }), 0, 6)).toEqual([])
  })
})

it('shouts are on every rep, the last, or none', () => {
  const rep = (n: number) => ({ at: 0, kind: 'rep' as const, n })
  expect([1, 10].map((n) => isShouted(rep(n), 10, 'every'))).toEqual([true, true])
  expect([1, 10].map((n) => isShouted(rep(n), 10, 'last'))).toEqual([false, true])
  expect(isShouted(rep(10), 10, 'none')).toBe(false)
})
