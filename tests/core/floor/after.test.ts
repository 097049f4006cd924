import { describe, expect, it } from 'vitest'
import { afterClass } from '../../../core/floor/after'
import type { RunEvent } from '../../../core/floor/events'
import { replay } from '../../../core/floor/run'
import { block, blockOf, count, fixed, plan, twoGroups } from '../make'

const START = 5_000_000
let made = 0
const act = (kind: RunEvent['kind'], sec: number, more: Partial<RunEvent> = {}): RunEvent => ({
  id: `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`,
  kind,
  at: START + sec * 1000,
  ...more,
})
/** a: 20 s explained, ten reps; b: turns of two groups; c: a minute. */
const held = plan(
  [
    block('a', { technique: 'kick', dose: count(10, { setupSec: 20 }) }),
    block('b', {
      mode: 'turns',
      holding: { title: 'steps' },
      handoverSec: 0,
      tracks: [
        { groups: ['white'], technique: 'fall', dose: count(20) },
        { groups: ['green'], technique: 'roll', dose: count(20) },
      ],
    }),
    block('c', { dose: fixed(60) }),
  ],
  { groups: twoGroups },
)
const after = (...events: RunEvent[]) => {
  const all = [act('start', 0), ...events]
  return afterClass(held, replay(held, all, START + 10_000_000))
}
const boards = (told: ReturnType<typeof after>) =>
  told.boards.map(({ id, how, tookMs }) => [id, how, tookMs / 1000])

describe('what a class came to', () => {
  it('run as planned, every board is as planned, and each group’s time adds up to it', () => {
    const told = after(act('finish', 150))
    expect(boards(told)).toEqual([
      ['a', 'as planned', 30],
      ['b', 'as planned', 40],
      ['c', 'as planned', 60],
    ])
    expect(told.heldMs).toBe(0)
    const [white] = told.groups
    expect(white).toMatchObject({ work: 30_000, holding: 20_000, talk: 80_000 })
    // Ten reps, then twice twenty in turns.
    expect(told.called).toBe(50)
  })

  it('what was stretched, cut, left out and put in says so', () => {
    const water = blockOf(plan([block('w', { phase: 'water', dose: fixed(60) })]), 'w')
    const told = after(
      act('extend', 5, { detail: { ms: 60_000 } }),
      act('insert', 6, { detail: { block: water } }),
      act('skip', 7, { board: 'b' }),
      act('next', 200),
      act('finish', 300),
    )
    expect(boards(told)).toEqual([
      ['a', 'longer', 90],
      ['w', 'came in', 60],
      ['b', 'left out', 0],
      ['c', 'shorter', 30],
    ])
  })

  it('a pause is time in which it was held; a count by word is as long as it took', () => {
    const told = after(act('pause', 10), act('resume', 40), act('finish', 180))
    expect(told.heldMs).toBe(30_000)
    const byWord = plan([block('k', { technique: 'kick', dose: count(3, { by: 'word' }) })])
    const events = [act('start', 0), act('count', 10), act('count', 30), act('count', 40), act('finish', 60)]
    const run = afterClass(byWord, replay(byWord, events, START + 60_000))
    expect(run).toMatchObject({ called: 3, heldMs: 10_000 })
    expect(run.boards[0]?.tookMs).toBe(50_000)
  })

  it('a board that was changed while it was worked is one board', () => {
    const told = after(
      act('change', 25, { board: 'a', detail: { group: 'green', technique: 'sweep' } }),
      act('finish', 150),
    )
    expect(boards(told)[0]).toEqual(['a', 'as planned', 30])
    expect(told.boards).toHaveLength(3)
  })
})

describe('a board that was done sooner', () => {
  it('because its count went quicker is not called cut', () => {
    const word = plan([block('w', { technique: 'kick', dose: count(10, { by: 'word', tempoSec: 6 }) })])
    const counts = Array.from({ length: 10 }, (_, n) => act('count', 1 + n * 2))
    const all = [act('start', 0), ...counts, act('count', 22), act('finish', 40)]
    const told = afterClass(word, replay(word, all, START + 100_000))
    expect(told.boards).toMatchObject([{ id: 'w', how: 'quicker' }])
    const half = [act('start', 0), ...counts.slice(0, 4), act('next', 10), act('finish', 40)]
    expect(afterClass(word, replay(word, half, START + 100_000)).boards).toMatchObject([
      { id: 'w', how: 'shorter' },
    ])
  })
})
