import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expandPlan } from '../../../core/plan/expand'
import { parsePlan } from '../../../core/plan/parse'
import type { Mode, Plan } from '../../../core/plan/schema'
import {
  changeBlock,
  duplicateBlock,
  insertBlock,
  moveBlock,
  newBlock,
  removeBlock,
  withMode,
  withPhase,
} from '../../../core/plan/edit'
import { nudgeReps, nudgeSets, togglePartner } from '../../../core/plan/nudge'
import { paintItem } from '../../../core/plan/painted'
import { PHASE_NAMES } from '../../../core/plan/phases'
import { DOSE_NAMES, type Dose } from '../../../core/plan/doses'
import { withKind } from '../../../app/domain/dose-fields'
import { block, count, plan, twoGroups } from '../make'

/** Whatever an instructor does to a plan, in whatever order, what is left is a plan. */

type Edit = (made: Plan) => Plan
const pick = (made: Plan, n: number) => made.blocks[n % Math.max(1, made.blocks.length)]?.id ?? ''
const doseEdit =
  (n: number, change: (dose: Dose) => Dose): Edit =>
  (made) =>
    changeBlock(made, pick(made, n), (b) => (b.dose ? { ...b, dose: change(b.dose) } : b))

const modes: Mode[] = ['together', 'oneCount', 'layers', 'turns', 'stations']
const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
  fc.tuple(fc.constantFrom(...PHASE_NAMES), fc.nat(20)).map(
    ([phase, at]): Edit =>
      (made) =>
        insertBlock(made, Math.min(at, made.blocks.length), newBlock(phase, `A ${phase}`, 'kick')).plan,
  ),
  fc.nat(20).map(
    (n): Edit =>
      (made) =>
        removeBlock(made, pick(made, n)),
  ),
  fc.nat(20).map(
    (n): Edit =>
      (made) =>
        duplicateBlock(made, pick(made, n)).plan,
  ),
  fc.tuple(fc.nat(20), fc.integer({ min: -2, max: 30 })).map(
    ([n, to]): Edit =>
      (made) =>
        moveBlock(made, pick(made, n), to),
  ),
  fc.tuple(fc.nat(20), fc.constantFrom(...modes)).map(
    ([n, mode]): Edit =>
      (made) =>
        changeBlock(made, pick(made, n), (b) => withMode(b, mode, made)),
  ),
  fc.tuple(fc.nat(20), fc.constantFrom(-1, 1)).map(([n, by]) => doseEdit(n, (dose) => nudgeSets(dose, by))),
  fc.tuple(fc.nat(20), fc.constantFrom(-1, 1)).map(([n, by]) => doseEdit(n, (dose) => nudgeReps(dose, by))),
  fc.nat(20).map((n) => doseEdit(n, togglePartner)),
  fc.tuple(fc.nat(20), fc.constantFrom('white', 'green'), fc.boolean()).map(
    ([n, group, solo]): Edit =>
      (made) =>
        changeBlock(made, pick(made, n), (b) => paintItem(b, made, group, { technique: 'fall', solo })),
  ),
  fc.tuple(fc.nat(20), fc.constantFrom(...PHASE_NAMES)).map(
    ([n, phase]): Edit =>
      (made) =>
        changeBlock(made, pick(made, n), (b) => withPhase(b, phase, made)),
  ),
  fc
    .tuple(fc.nat(20), fc.constantFrom(...DOSE_NAMES))
    .map(([n, kind]) => doseEdit(n, (dose) => withKind(dose, kind))),
)

const link = (say: string, more: object = {}) => ({ say, technique: 'step', ...more })
const rounds = { kind: 'rounds', rounds: 3, workSec: 40, roundLayers: [1, 2, 3], marks: [10] }
/** Something of everything that stands only beside something else. */
const begin = plan(
  [
    block('a', { dose: count(10, { sides: 2 }), technique: 'kick' }),
    block('links', {
      technique: 'kick',
      links: [link('step'), link('slip', { by: 'B' }), link('kick', { by: 'both' })],
      dose: count(6, { roles: 2, exchange: 2, reversed: true }),
      calls: { list: [{ say: 'now' }], everySec: [3, 5] },
      says: [{ set: 1, text: 'slowly' }],
    }),
    block('sets', { technique: 'kick', dose: count(6, { sides: 2, sidesBy: 'set' }) }),
    block('rising', { technique: 'kick', dose: rounds }),
    block('game', { phase: 'game', dose: { kind: 'fixed', sec: 60, marks: [20] } }),
    block('turns', {
      mode: 'turns',
      tracks: [
        { groups: ['white'], technique: 'kick', dose: count(5), then: count(6) },
        { groups: ['green'], technique: 'kick', dose: count(5), then: rounds },
      ],
    }),
  ],
  { groups: twoGroups },
)

describe('for any row of changes', () => {
  it('the plan stays one that a file can hold, and its time classes still add up', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 25 }), (edits) => {
        const made = edits.reduce((state, edit) => edit(state), begin)
        const parsed = parsePlan(JSON.parse(JSON.stringify(made)))
        expect(parsed.ok ? [] : parsed.faults).toEqual([])
        if (!parsed.ok) return
        const { totalSec, groups } = expandPlan(parsed.plan)
        for (const g of groups)
          expect(g.workSec + g.restSec + g.talkSec + g.holdingSec + g.idleSec + g.transitionSec).toBeCloseTo(
            totalSec,
            6,
          )
      }),
      { numRuns: 60 },
    )
  })

  it('no change touches the plan it was given', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 10 }), (edits) => {
        let state = begin
        for (const edit of edits) {
          const before = JSON.stringify(state)
          const next = edit(state)
          expect(JSON.stringify(state)).toBe(before)
          state = next
        }
      }),
      { numRuns: 40 },
    )
  })
})
