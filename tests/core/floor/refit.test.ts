import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { parsePlan } from '../../../core/plan/parse'
import { readRefitState, refit, type Refit, type RefitState } from '../../../core/floor/refit'
import { refitPlan } from '../../../core/floor/refit-plan'
import { block, count, fixed, plan } from '../make'

type Given = RefitState['blocks'][number]
const WEIGHT = { must: 9, should: 3, could: 1 }

/** Every allowed length of a block. */
function lengths({ sec, minSec, priority }: Given): number[] {
  const least = minSec ?? (priority === 'must' ? sec : priority === 'should' ? Math.ceil(sec / 2) : 0)
  const out = new Set([sec, ...(least > 0 ? [least] : []), ...(priority === 'must' ? [] : [0])])
  for (let n = 5; n < sec; n += 5) if (n >= least) out.add(n)
  return [...out]
}

interface Found {
  value: number
  changed: number[]
}
/** More value; then fewer changed blocks; then later ones. */
function isBetter(a: Found, b: Found): boolean {
  if (a.value !== b.value) return a.value > b.value
  if (a.changed.length !== b.changed.length) return a.changed.length < b.changed.length
  const at = a.changed.findIndex((one, n) => one !== b.changed[n])
  return at >= 0 && (a.changed[at] ?? 0) > (b.changed[at] ?? 0)
}

const changedIn = (state: RefitState, answer: Refit) =>
  state.blocks.flatMap(({ sec }, b) => (answer.blocks[b]?.sec === sec ? [] : [b]))

/** The best by trying everything. */
function searched(state: RefitState): Found | undefined {
  let best: Found | undefined
  const walk = (b: number, left: number, value: number, changed: number[]) => {
    const given = state.blocks[b]
    if (!given) {
      if (!best || isBetter({ value, changed }, best)) best = { value, changed }
      return
    }
    for (const sec of lengths(given)) {
      const cost = sec === 0 ? 0 : sec + (b === 0 && state.currentFirst ? 0 : state.transitionSec)
      if (cost <= left)
        walk(
          b + 1,
          left - cost,
          value + WEIGHT[given.priority] * sec,
          sec === given.sec ? changed : [...changed, b],
        )
    }
  }
  walk(0, state.leftSec, 0, [])
  return best
}

const state = (leftSec: number, blocks: Omit<Given, 'id'>[], more: Partial<RefitState> = {}): RefitState => ({
  leftSec,
  transitionSec: 10,
  currentFirst: true,
  blocks: blocks.map((one, n) => ({ id: `b${n}`, ...one })),
  ...more,
})

describe('refit', () => {
  it('what fits is left alone', () => {
    const answer = refit(
      state(130, [
        { sec: 60, priority: 'could' },
        { sec: 60, priority: 'should' },
      ]),
    )
    expect(answer).toEqual({
      fits: true,
      overSec: 0,
      value: 240,
      blocks: [
        { id: 'b0', sec: 60 },
        { id: 'b1', sec: 60 },
      ],
    })
  })

  it('a could gives before a should, a should before a must', () => {
    const answer = refit(
      state(200, [
        { sec: 100, priority: 'could' },
        { sec: 60, priority: 'should' },
        { sec: 60, priority: 'must' },
      ]),
    )
    expect(answer.blocks.map(({ sec }) => sec)).toEqual([60, 60, 60])
  })

  it('of equals the later block changes', () => {
    const answer = refit(
      state(115, [
        { sec: 60, priority: 'could' },
        { sec: 60, priority: 'could' },
      ]),
    )
    expect(answer.blocks.map(({ sec }) => sec)).toEqual([60, 45])
  })

  it('a block under way that is dropped still leaves a transition to the next', () => {
    const answer = refit(
      state(70, [
        { sec: 60, priority: 'could' },
        { sec: 60, priority: 'must' },
      ]),
    )
    expect(answer.blocks.map(({ sec }) => sec)).toEqual([0, 60])
  })

  it('musts that are too long are told by how much, at their least', () => {
    const answer = refit(
      state(100, [
        { sec: 90, priority: 'must', minSec: 80 },
        { sec: 60, priority: 'must' },
      ]),
    )
    expect(answer).toMatchObject({ fits: false, overSec: 50, blocks: [{ sec: 80 }, { sec: 60 }] })
  })

  it('is the best there is, ties and all (500 random classes, searched to the end)', () => {
    const blockOf = fc.record({
      sec: fc.integer({ min: 0, max: 40 }),
      least: fc.option(fc.double({ min: 0, max: 1, noNaN: true }), { nil: undefined }),
      priority: fc.constantFrom('must' as const, 'should' as const, 'could' as const),
    })
    fc.assert(
      fc.property(
        fc.array(blockOf, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 0, max: 130 }),
        fc.constantFrom(0, 3, 10),
        fc.boolean(),
        (blocks, leftSec, transitionSec, currentFirst) => {
          const given = state(
            leftSec,
            blocks
              .filter(({ sec }) => sec > 0)
              .map(({ sec, least, priority }) => ({
                sec,
                priority,
                ...(least === undefined ? {} : { minSec: Math.ceil(least * sec) }),
              }))
              // A must that may be nothing at all is a contradiction the page leaves open.
              .filter(({ priority, minSec }) => priority !== 'must' || minSec !== 0),
            { transitionSec, currentFirst },
          )
          const answer = refit(given)
          const best = searched(given)
          expect(answer.fits).toBe(best !== undefined)
          if (!best) return
          expect({ value: answer.value, changed: changedIn(given, answer) }).toEqual(best)
        },
      ),
      { numRuns: 500 },
    )
  })

  it('names what is wrong with a state', () => {
    const read = readRefitState(state(10, [{ sec: 5, minSec: 6, priority: 'must' }]))
    expect(read).toEqual({
      ok: false,
      faults: [{ path: 'blocks[0].minSec', message: 'must not be longer than sec' }],
    })
    expect(readRefitState({ leftSec: -1 })).toMatchObject({ ok: false })
    expect(
      readRefitState({
        ...state(1, []),
        blocks: [
          { id: 'a', sec: 1, priority: 'must' },
          { id: 'a', sec: 1, priority: 'must' },
        ],
      }),
    ).toMatchObject({
      faults: [{ path: 'blocks[1].id' }],
    })
  })
})

describe('a plan made to fit', () => {
  const end = block('bow', { phase: 'closing', priority: 'must', dose: fixed(120) })

  it('whole sets and rounds go first, and it says so', () => {
    const made = plan(
      [
        block('kicks', { title: 'Kicks', priority: 'should', dose: count(10, { sets: 4, tempoSec: 6 }) }),
        block('rounds', {
          title: 'Pads',
          priority: 'could',
          dose: { kind: 'rounds', rounds: 4, workSec: 60, restSec: 0 },
        }),
        end,
      ],
      { lengthMin: 9 },
    )
    const fitted = refitPlan(made)
    expect(fitted.fits).toBe(true)
    expect(fitted.changes).toEqual(['Pads: 2 rounds instead of 4'])
    expect(layPlan(fitted.plan).spareMs).toBeGreaterThanOrEqual(0)
  })

  it('what is dropped is named', () => {
    const made = plan([block('game', { title: 'Tag', priority: 'could', dose: fixed(300) }), end], {
      lengthMin: 5,
    })
    const [only] = refitPlan({ ...made, blocks: made.blocks.map((one) => ({ ...one, minSec: 280 })) }).changes
    expect(only).toBe('Tag is left out')
  })

  it('fits nothing below what is worth doing: a game is played for half its time, or not at all', () => {
    const others = [block('w', { priority: 'must', dose: fixed(270) }), end]
    const of = (lengthMin: number) =>
      refitPlan(
        plan([...others, block('g', { title: 'Tag', priority: 'could', dose: fixed(240) })], { lengthMin }),
      )
    const played = (fitted: ReturnType<typeof of>) =>
      layPlan(fitted.plan).blocks.find((placed) => placed.block.id === 'g')?.ms
    for (const lengthMin of [7, 8, 9, 10, 11]) {
      const ms = played(of(lengthMin))
      expect(ms === undefined || ms >= 120_000, `${lengthMin}: ${ms}`).toBe(true)
      expect(of(lengthMin).fits).toBe(true)
    }
    expect(new Set([7, 8, 9, 10, 11].map((min) => played(of(min)) === undefined)).size).toBe(2)
  })

  it('always fits where the musts do, and stays a plan (100 random classes)', () => {
    const drill = fc.record({
      sets: fc.integer({ min: 1, max: 6 }),
      reps: fc.integer({ min: 1, max: 20 }),
      tempoSec: fc.constantFrom(1, 1.5, 2.25, 4),
      restSec: fc.integer({ min: 0, max: 40 }),
      sides: fc.constantFrom(1, 2),
      setupSec: fc.integer({ min: 0, max: 90 }),
      priority: fc.constantFrom('should', 'could'),
    })
    fc.assert(
      fc.property(fc.array(drill, { minLength: 1, maxLength: 8 }), (drills) => {
        const made = plan(
          [
            ...drills.map(({ priority, ...dose }, n) =>
              block(`d${n}`, { priority, dose: { kind: 'count', ...dose } }),
            ),
            end,
          ],
          { lengthMin: 12 },
        )
        const { plan: fitted, fits } = refitPlan(made)
        expect(fits).toBe(true)
        expect(layPlan(fitted).spareMs).toBeGreaterThanOrEqual(0)
        expect(parsePlan(JSON.parse(JSON.stringify(fitted))).ok).toBe(true)
      }),
      { numRuns: 100 },
    )
  })
})
