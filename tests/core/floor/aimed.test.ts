import { describe, expect, it } from 'vitest'
import type { RunEvent } from '../../../core/floor/events'
import { replay } from '../../../core/floor/run'
import { block, fixed, plan } from '../make'

/** Acts that say which board they are about: of two screens that press at once, one acts. */
const boards = plan(
  ['a', 'b', 'c', 'd'].map((id) => block(id, { dose: fixed(60) })),
  { transitionSec: 10 },
)
const START = 1_000_000
let made = 0
const act = (kind: RunEvent['kind'], sec: number, more: Partial<RunEvent> = {}): RunEvent => ({
  id: `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`,
  kind,
  at: START + sec * 1000,
  ...more,
})
const run = (...events: RunEvent[]) => replay(boards, [act('start', 0), ...events], START + 30_000)
const skipped = (...events: RunEvent[]) => [...run(...events).skipped]

describe('two screens', () => {
  it('that leave out the same board leave out one; without aim it would be two', () => {
    expect(skipped(act('skip', 10, { board: 'b' }), act('skip', 10.1, { board: 'b' }))).toEqual(['b'])
    expect(skipped(act('skip', 10), act('skip', 10.1))).toEqual(['b', 'c'])
  })

  it('that leave out different boards leave out both', () => {
    expect(skipped(act('skip', 10, { board: 'c' }), act('skip', 10.1, { board: 'b' }))).toEqual(['c', 'b'])
  })

  it('that end the same board end one', () => {
    const once = run(act('next', 20, { board: 'a', waiting: false }))
    const twice = run(
      act('next', 20, { board: 'a', waiting: false }),
      act('next', 20.3, { board: 'a', waiting: false }),
    )
    expect(twice.position).toBe(once.position)
  })

  it('that end the board and begin the next do both', () => {
    const both = run(
      act('next', 20, { board: 'a', waiting: false }),
      act('next', 20.3, { board: 'b', waiting: true }),
    )
    expect(both.position).toBe(70_000 + 9700)
  })
})

describe('an act that comes too late', () => {
  it('leaves nothing out of what was worked already', () => {
    expect(skipped(act('next', 5, { board: 'a', waiting: false }), act('skip', 20, { board: 'a' }))).toEqual(
      [],
    )
  })

  it('ends nothing when the time went on by itself', () => {
    const late = replay(
      boards,
      [act('start', 0), act('next', 65, { board: 'a', waiting: false })],
      START + 100_000,
    )
    expect(late.position).toBe(100_000)
  })
})
