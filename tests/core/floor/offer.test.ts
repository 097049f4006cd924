import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { RunEvent } from '../../../core/floor/events'
import { floorNow } from '../../../core/floor/now'
import { bestOffer, offerWords, otherOffers } from '../../../core/floor/offer'
import { replay } from '../../../core/floor/run'
import type { Plan } from '../../../core/plan/schema'
import { block, count, fixed, plan } from '../make'

const START = 5_000_000
const start: RunEvent = { id: '00000000-0000-4000-8000-000000000001', kind: 'start', at: START }
const held = plan(
  [
    block('warm', { phase: 'warmup', dose: fixed(300), priority: 'should' }),
    block('pads', {
      title: 'Pads',
      technique: 'palm',
      priority: 'should',
      dose: { kind: 'rounds', rounds: 4, workSec: 60, restSec: 30 },
    }),
    block('game', { phase: 'game', dose: fixed(240), priority: 'could' }),
    block('cool', { phase: 'cooldown', dose: fixed(300), priority: 'must' }),
  ],
  { transitionSec: 10, lengthMin: 20 },
)
const TOTAL_MS = 300_000 + 330_000 + 240_000 + 300_000 + 30_000

/** The class at a moment, due so much before it would end as it stands. */
function late(at: number, lateMs: number, of: Plan = held) {
  const now = START + at * 1000
  const events = [start]
  const run = replay(of, events, now)
  return { planned: of, events, run, now, dueAt: now + floorNow(run).toEndMs - lateMs }
}
function taken(state: ReturnType<typeof late>, keep: { id: string; sec: number }[]) {
  const fit: RunEvent = {
    ...start,
    id: start.id.replace(/1$/, '2'),
    kind: 'fit',
    at: state.now,
    detail: { keep },
  }
  return replay(state.planned, [...state.events, fit], state.now)
}

describe('the way to end on time', () => {
  it('is nothing while the class ends on time', () => {
    expect(bestOffer(late(100, 0))).toBeUndefined()
    expect(bestOffer(late(100, -60_000))).toBeUndefined()
  })

  it('shortens what could be shortest first, in words, and keeps the cool-down whole', () => {
    const state = late(100, 150_000)
    const offer = bestOffer(state)
    expect(offer?.overSec).toBe(0)
    expect(offer?.says).toEqual(['Pads: 3 rounds instead of 4', 'game: 3:00 instead of 4:00'])
    const run = taken(state, offer?.keep ?? [])
    expect(floorNow(run).toEndMs).toBeLessThanOrEqual(state.dueAt - state.now)
    expect(run.timeline.blocks.at(-1)?.ms).toBe(300_000)
  })

  it('two rounds instead of four, when that is what it takes', () => {
    const state = late(100, 380_000)
    const offer = bestOffer(state)
    expect(offer?.says).toContain('Pads: 2 rounds instead of 4')
    expect(offer && offerWords(offer)).toMatch(/^Pads: 2 rounds instead of 4/)
  })

  it('says by how much even the shortest is too long', () => {
    const state = late(310, TOTAL_MS)
    expect(bestOffer(state)?.overSec).toBeGreaterThan(0)
  })

  it('the board under way may be cut here and now', () => {
    const ladder = plan(
      [
        block('a', { dose: fixed(600), priority: 'could' }),
        block('z', { dose: fixed(300), priority: 'must' }),
      ],
      { transitionSec: 10 },
    )
    const offer = bestOffer(late(100, 400_000, ladder))
    expect(offer?.overSec).toBe(0)
    expect(offer?.keep[0]?.id).toBe('a')
  })

  it('other ways leave out one board that is enough', () => {
    const offers = otherOffers(late(100, 150_000))
    expect(offers.map(({ says }) => says)).toEqual([['game is left out'], ['Pads is left out']])
  })
})

describe('for any class that runs late', () => {
  const phases = fc.constantFrom('must', 'should', 'could')
  const boards = fc.array(
    fc.record({
      reps: fc.integer({ min: 2, max: 20 }),
      sets: fc.integer({ min: 1, max: 6 }),
      priority: phases,
    }),
    { minLength: 2, maxLength: 8 },
  )
  it('what is offered ends on time when it says so, and musts are never left out', () => {
    fc.assert(
      fc.property(boards, fc.integer({ min: 0, max: 900 }), fc.nat(900), (given, at, sec) => {
        const made = plan(
          given.map(({ reps, sets, priority }, n) =>
            block(`b${n}`, {
              technique: 'kick',
              priority,
              dose: count(reps, { sets, sides: 2, restSec: 10, tempoSec: 2 }),
            }),
          ),
          { transitionSec: 10, lengthMin: 240 },
        )
        const state = late(at, sec * 1000, made)
        const offer = bestOffer(state)
        if (!offer) return
        const run = taken(state, offer.keep)
        const now = floorNow(run)
        expect(state.now + now.toEndMs).toBe(offer.endsAt)
        if (offer.overSec === 0) expect(offer.endsAt).toBeLessThanOrEqual(state.dueAt)
        const index = state.run.timeline.blocks.findIndex(
          ({ block: one }) => one.id === floorNow(state.run).placed?.block.id,
        )
        for (const { block: one } of state.run.timeline.blocks.slice(index + 1))
          if (one.priority === 'must') expect(run.skipped.has(one.id)).toBe(false)
      }),
      { numRuns: 60 },
    )
  })
})
