import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Plan } from '../../../core/plan/schema'
import { changeBlock, insertBlock, moveBlock, newBlock, removeBlock } from '../../../core/plan/edit'
import { mergePlans } from '../../../core/plan/merge-plans'
import { block, count, plan } from '../make'

const base = plan(['a', 'b', 'c', 'd'].map((id) => block(id, { dose: count(10) })))
const sets = (made: Plan, id: string, reps: number) =>
  changeBlock(made, id, (one) => ({
    ...one,
    ...(one.dose?.kind === 'count' ? { dose: { ...one.dose, reps } } : {}),
  }))
const merged = (mine: Plan, theirs: Plan) => {
  const outcome = mergePlans(base, mine, theirs)
  if (!('merged' in outcome)) throw new Error(JSON.stringify(outcome.clashes))
  return outcome.merged
}
const ids = (made: Plan) => made.blocks.map(({ id }) => id).join('')

describe('two changed plans put together', () => {
  it('changes to different boards, and to different fields of the class, are both kept', () => {
    const made = merged(
      { ...sets(base, 'a', 12), title: 'Mine' },
      { ...sets(base, 'c', 20), theme: 'Theirs' },
    )
    expect(made).toMatchObject({
      title: 'Mine',
      theme: 'Theirs',
      blocks: [
        { dose: { reps: 12 } },
        { dose: { reps: 10 } },
        { dose: { reps: 20 } },
        { dose: { reps: 10 } },
      ],
    })
  })

  it('the same change by both is no clash', () => {
    expect(merged(sets(base, 'a', 12), sets(base, 'a', 12)).blocks[0]).toMatchObject({ dose: { reps: 12 } })
  })

  it('what both added, moved and took out is all there', () => {
    const mine = insertBlock(moveBlock(base, 'd', 0), 4, newBlock('water', 'Mine')).plan
    const theirs = insertBlock(removeBlock(base, 'b'), 1, newBlock('water', 'Theirs')).plan
    expect(merged(mine, theirs).blocks.map(({ title }) => title)).toEqual(['d', 'a', 'Theirs', 'c', 'Mine'])
  })

  it('one board changed by both in different ways is a clash, and named', () => {
    expect(mergePlans(base, sets(base, 'a', 12), sets(base, 'a', 14))).toEqual({
      clashes: [{ block: 'a', title: 'a' }],
    })
  })

  it('changed by one and taken out by the other is a clash too', () => {
    expect(mergePlans(base, sets(base, 'a', 12), removeBlock(base, 'a'))).toEqual({
      clashes: [{ block: 'a', title: 'a' }],
    })
  })

  it('two different titles are a clash of that field', () => {
    expect(mergePlans(base, { ...base, title: 'x' }, { ...base, title: 'y' })).toEqual({
      clashes: [{ field: 'title' }],
    })
  })

  it('two boards added under one id are a clash, not one of them lost', () => {
    const mine = insertBlock(base, 0, { ...newBlock('water', 'Water'), notes: 'mine' }).plan
    const theirs = insertBlock(base, 0, { ...newBlock('water', 'Water'), notes: 'theirs' }).plan
    expect(mergePlans(base, mine, theirs)).toEqual({ clashes: [{ block: 'water', title: 'Water' }] })
  })

  it('a merge that would be no plan is asked about', () => {
    const withGroup = (made: Plan): Plan => ({
      ...made,
      groups: [...made.groups, { id: 'new', name: 'New', ranks: [], headcount: 0, pace: 1 }],
    })
    const two = withGroup(base)
    const onIt = changeBlock(two, 'a', (one) => ({
      ...one,
      mode: 'oneCount',
      tracks: [{ groups: ['new'], technique: 'x', layer: 1 }],
    }))
    const outcome = mergePlans(two, onIt, base)
    expect(outcome).toMatchObject({ clashes: [{ field: expect.stringContaining('blocks[0]') as string }] })
  })

  it('with nothing changed by the other, mine stands; and the other way about (random edits)', () => {
    const edit = fc.oneof(
      fc.tuple(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 1, max: 99 })).map(
        ([id, reps]) =>
          (made: Plan) =>
            sets(made, id, reps),
      ),
      fc.tuple(fc.constantFrom('a', 'b', 'c', 'd'), fc.nat(3)).map(
        ([id, to]) =>
          (made: Plan) =>
            moveBlock(made, id, to),
      ),
      fc.constantFrom('a', 'b', 'c', 'd').map((id) => (made: Plan) => removeBlock(made, id)),
      fc
        .nat(4)
        .map(
          (at) => (made: Plan) =>
            insertBlock(made, Math.min(at, made.blocks.length), newBlock('water', 'Water')).plan,
        ),
    )
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 5 }), (edits) => {
        const changed = edits.reduce((made, one) => one(made), base)
        expect(ids(merged(changed, base))).toBe(ids(changed))
        expect(merged(base, changed)).toEqual(merged(changed, base))
      }),
      { numRuns: 200 },
    )
  })
})
