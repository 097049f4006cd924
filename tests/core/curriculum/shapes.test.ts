import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layPlan } from '../../../core/plan/timeline'
import { parsePlan } from '../../../core/plan/parse'
import { fitShape, readShape, scaleDose, shapeFrom } from '../../../core/curriculum/shapes'
import { SHIPPED_SHAPES } from '../../../core/curriculum/shipped-shapes'
import { insertBlocks } from '../../../core/plan/edit'
import { block, count, fixed, group, plan } from '../make'

const empty = plan([], { groups: [group('white'), group('green'), group('brown')] })
const shape = (id: string) => SHIPPED_SHAPES.find((one) => one.id === id)!

describe('the shapes that are shipped', () => {
  it('are a dozen at least, of every kind of piece, each with a name of its own', () => {
    expect(SHIPPED_SHAPES.length).toBeGreaterThanOrEqual(12)
    expect(new Set(SHIPPED_SHAPES.map(({ id }) => id)).size).toBe(SHIPPED_SHAPES.length)
    const kinds = new Set(SHIPPED_SHAPES.map(({ kind }) => kind))
    for (const kind of ['opening', 'warm-up', 'rounds', 'ladder', 'game', 'closing'] as const)
      expect(kinds).toContain(kind)
  })

  it.each(SHIPPED_SHAPES.map((one) => [one.id, one] as const))(
    '%s is a shape, and fits any plan',
    (_, one) => {
      expect(readShape(JSON.parse(JSON.stringify(one)))).toEqual({ ok: true, shape: one })
      const { boards } = fitShape(one, empty)
      expect(parsePlan(JSON.parse(JSON.stringify(insertBlocks(empty, 0, boards).plan))).ok).toBe(true)
    },
  )
})

describe('the length of a shape', () => {
  it('is as near to the wish as whole rounds allow', () => {
    // 40 s to show, rounds of 1:30 with 0:30 between: 2 take 4:10, 3 take 6:10, 4 take 8:10.
    expect(fitShape(shape('rounds-three-steps'), empty, 6).ms / 1000).toBe(370)
    expect(fitShape(shape('rounds-three-steps'), empty, 8).ms / 1000).toBe(490)
    expect(fitShape(shape('a-word'), empty, 3).ms / 1000).toBe(180)
  })

  it('is what the plan then says it is', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SHIPPED_SHAPES), fc.integer({ min: 1, max: 30 }), (one, minutes) => {
        const { boards, ms } = fitShape(one, empty, minutes)
        expect(layPlan(insertBlocks(empty, 0, boards).plan).totalMs).toBe(ms)
      }),
      { numRuns: 60 },
    )
  })

  it('never comes further from the wish than the shape as it is', () => {
    for (const one of SHIPPED_SHAPES) {
      const plain = fitShape(one, empty).ms
      for (const minutes of [2, 5, 11])
        expect(Math.abs(fitShape(one, empty, minutes).ms - minutes * 60_000), one.id).toBeLessThanOrEqual(
          Math.abs(plain - minutes * 60_000),
        )
    }
  })

  it('scales whole sets, and never to nothing', () => {
    const dose = plan([block('b', { dose: count(10, { sets: 3 }), technique: 'kick' })]).blocks[0]!.dose!
    expect(scaleDose(dose, 2)).toMatchObject({ sets: 6, reps: 10 })
    expect(scaleDose(dose, 0.01)).toMatchObject({ sets: 1 })
  })
})

describe('a shape saved from a plan', () => {
  const cut = block('kicks', {
    mode: 'oneCount',
    dose: count(10),
    tracks: [
      { groups: ['white'], technique: 'low' },
      { groups: ['green', 'brown'], technique: 'high' },
    ],
  })
  const from = plan([cut, block('rest', { phase: 'water', dose: fixed(60) })], { groups: empty.groups })
  const saved = shapeFrom(from, from.blocks, {
    id: 'mine',
    name: 'Mine',
    about: 'two boards',
    kind: 'rounds',
  })

  it('forgets the groups it came from and is a shape', () => {
    expect(JSON.stringify(saved.blocks)).not.toMatch(/white|green|brown/)
    expect(readShape(JSON.parse(JSON.stringify(saved))).ok).toBe(true)
  })

  it('lies over the groups of another plan in their order', () => {
    const tracksOn = (...ids: string[]) =>
      fitShape(saved, plan([], { groups: ids.map((id) => group(id)) })).boards[0]!.tracks!.map(
        (track) => track.groups,
      )
    expect(tracksOn('a', 'b', 'c')).toEqual([['a'], ['b', 'c']])
    expect(tracksOn('a', 'b')).toEqual([['a'], ['b']])
    expect(tracksOn('a', 'b', 'c', 'd', 'e', 'f')).toEqual([
      ['a', 'b'],
      ['c', 'd', 'e', 'f'],
    ])
    expect(tracksOn('a')).toEqual([['a']])
  })
})

describe('a shape that is not one', () => {
  it.each([
    [{ blocks: [] }, 'blocks'],
    [{ minutes: { least: 5, most: 3 } }, 'minutes.most'],
    [{ kind: 'dance' }, 'kind'],
    [{ blocks: [{ id: 'b', title: 'B', phase: 'drill' }] }, 'blocks[0].dose'],
  ])('%j is refused', (more, path) => {
    const read = readShape({ ...shape('water'), ...more })
    expect(read).toMatchObject({ ok: false, faults: [{ path }] })
  })
})
