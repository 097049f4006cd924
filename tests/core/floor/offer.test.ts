import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { RunEvent } from '../../../core/floor/events'
import { floorNow } from '../../../core/floor/now'
import { bestOffer, offerWords, otherOffers } from '../../../core/floor/offer'
import { replay } from '../../../core/floor/run'
import type { Plan } from '../../../core/plan/schema'
import { gravesOf, NO_CLUB } from '../../../core/checks'
import { refitPlan } from '../../../core/floor/refit-plan'
import { item } from '../curriculum/make'
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

describe('what the rest of the class needs', () => {
  const known = (id: string, more: Record<string, unknown>) => [id, item(id, more)] as const
  const club = {
    ...NO_CLUB,
    items: new Map([
      known('run', { category: 'conditioning', prepares: { pulse: 3 } }),
      known('fall', { category: 'falls' }),
      known('throw', { category: 'throws', partner: 'partner' }),
      known('kick', { category: 'kicks', sides: 2 }),
    ]),
  }
  const evening = plan(
    [
      block('bow', { phase: 'opening', title: 'Bow in', dose: fixed(60), priority: 'must' }),
      block('run', {
        phase: 'warmup',
        technique: 'run',
        dose: fixed(240, { active: true }),
        priority: 'could',
      }),
      block('falls', {
        phase: 'technique',
        technique: 'fall',
        dose: count(20, { tempoSec: 6 }),
        priority: 'could',
      }),
      block('kicks', { technique: 'kick', dose: count(40, { tempoSec: 6 }), priority: 'should' }),
      block('throws', {
        phase: 'partner',
        technique: 'throw',
        dose: count(40, { tempoSec: 6, roles: 2 }),
        priority: 'must',
        minSec: 240,
      }),
      block('end', { phase: 'closing', title: 'Bow out', dose: fixed(200), priority: 'could' }),
    ],
    { transitionSec: 10, lengthMin: 30 },
  )
  const at = (lateMs: number, seconds: number, more: object = {}) => ({
    ...late(seconds, lateMs, evening),
    club,
    ...more,
  })
  const left = (state: ReturnType<typeof at>, keep: { id: string; sec: number }[]): Plan => {
    const { plan: is, skipped } = taken(state, keep)
    return { ...is, blocks: is.blocks.filter(({ id }) => !skipped.has(id)) }
  }

  it('is never taken away: no offer brings a new stop or warn, and the bow out stays', () => {
    for (const minutes of [2, 4, 6, 8, 10])
      for (const seconds of [5, 30, 61]) {
        const state = at(minutes * 60_000, seconds)
        const offer = bestOffer(state)
        const offers = [...(offer ? [offer] : []), ...otherOffers(state)]
        const before = gravesOf(evening, club)
        for (const one of offers) {
          const after = left(state, one.keep)
          const brought = [...gravesOf(after, club)].filter((grave) => !before.has(grave))
          expect(brought, `${minutes} min late after ${seconds} s: ${one.says.join('; ')}`).toEqual([])
          expect(after.blocks.at(-1)?.title).toBe('Bow out')
        }
      }
  })

  it('would be taken away by lengths and priorities alone', () => {
    const state = at(240_000, 30, { club: NO_CLUB })
    expect(bestOffer(state)?.says).toContain('falls is left out')
    expect(bestOffer({ ...state, club })?.says.join()).not.toMatch(/falls is left out/)
    expect(bestOffer({ ...state, club })?.needs).toContain('falls')
    // What is known to be needed is not worked out again.
    const needs = bestOffer({ ...state, club })?.needs ?? []
    expect(bestOffer({ ...state, club, needs })?.says).toEqual(bestOffer({ ...state, club })?.says)
  })

  it('a plan that is made to fit before the class keeps it too', () => {
    const long = { ...evening, lengthMin: 14 }
    const graves = (one: Plan) => gravesOf(one, club)
    expect(refitPlan(long).plan.blocks.map(({ id }) => id)).not.toContain('falls')
    const fitted = refitPlan(long, graves)
    expect(fitted.plan.blocks.map(({ id }) => id)).toEqual(expect.arrayContaining(['run', 'falls']))
    expect([...graves(fitted.plan)].filter((grave) => !graves(long).has(grave))).toEqual([])
  })
})
