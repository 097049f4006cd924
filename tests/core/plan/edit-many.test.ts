import { describe, expect, it } from 'vitest'
import { parsePlan } from '../../../core/plan/parse'
import type { Plan } from '../../../core/plan/schema'
import { insertBlock, newBlock, removeBlock } from '../../../core/plan/edit'
import {
  duplicateBlocks,
  moveBlocks,
  namePart,
  pasteBoards,
  removeBlocks,
  writeBoards,
} from '../../../core/plan/edit-many'
import { block, count, plan, twoGroups } from '../make'

const made = plan(['a', 'b', 'c', 'd', 'e'].map((id) => block(id, { dose: count(10) })))
const ids = (one: Plan) => one.blocks.map(({ id }) => id).join(' ')
const holds = (one: Plan) => parsePlan(JSON.parse(JSON.stringify(one))).ok

describe('several boards at once', () => {
  it('are taken out together, and out of what was accepted for them', () => {
    const acknowledged = [
      { code: 'x', blocks: ['a', 'b'], reason: 'r' },
      { code: 'y', blocks: ['b'], reason: 'r' },
      { code: 'z', reason: 'r' },
    ]
    const left = removeBlocks({ ...made, acknowledged }, ['b', 'd', 'unknown'])
    expect(ids(left)).toBe('a c e')
    // What was accepted of a board alone is gone with it; the rest stands.
    expect(left.acknowledged).toEqual([
      { code: 'x', blocks: ['a'], reason: 'r' },
      { code: 'z', reason: 'r' },
    ])
    expect(holds(left)).toBe(true)
  })

  it('taking one out leaves an acceptance for no board in particular as it was', () => {
    const acknowledged = [{ code: 'x', blocks: [], reason: 'r' }]
    expect(removeBlock({ ...made, acknowledged }, 'a').acknowledged).toEqual(acknowledged)
  })

  it.each([
    [['b', 'd'], 0, 'b d a c e'],
    [['d', 'b'], 3, 'a c e b d'],
    [['a'], 99, 'b c d e a'],
    [['e', 'a'], -5, 'a e b c d'],
    [['unknown'], 0, 'a b c d e'],
  ])('%j move to %i of the order without them', (which, index, order) => {
    expect(ids(moveBlocks(made, which, index))).toBe(order)
  })

  it('are copied in their order right after the last of them, each under an id of its own', () => {
    const copy = duplicateBlocks(made, ['d', 'b'])
    expect(ids(copy.plan)).toBe('a b c d b-2 d-2 e')
    expect(copy.ids).toEqual(['b-2', 'd-2'])
    expect(holds(copy.plan)).toBe(true)
  })

  it('are named as a part, and unnamed with an empty name', () => {
    const named = namePart(made, ['b', 'c'], '  Feet  ')
    expect(named.blocks.map(({ part }) => part)).toEqual([undefined, 'Feet', 'Feet', undefined, undefined])
    expect(namePart(named, ['b'], ' ').blocks[1]).not.toHaveProperty('part')
  })

  it('what is put between two boards of a part belongs to it; at its edge it does not', () => {
    const named = namePart(made, ['b', 'c'], 'Feet')
    expect(insertBlock(named, 2, newBlock('water', 'Water')).plan.blocks[2]?.part).toBe('Feet')
    expect(insertBlock(named, 1, newBlock('water', 'Water')).plan.blocks[1]).not.toHaveProperty('part')
    expect(insertBlock(named, 3, newBlock('water', 'Water')).plan.blocks[3]).not.toHaveProperty('part')
  })
})

describe('boards carried to another plan', () => {
  const cut = plan(
    [
      block('o', {
        mode: 'oneCount',
        dose: count(10),
        tracks: [
          { groups: ['white'], technique: 'a' },
          { groups: ['green'], technique: 'b' },
        ],
      }),
      block('t', {
        mode: 'turns',
        holding: { title: 'slowly' },
        handoverSec: 5,
        tracks: [{ groups: ['green'], technique: 'b', dose: count(7) }],
      }),
    ],
    { groups: twoGroups },
  )
  const paste = (into: Plan, from: Plan, which: string[], index = 0) =>
    pasteBoards(into, index, JSON.parse(writeBoards(from, which)))

  it('come out as they went in, under ids that are free', () => {
    const pasted = paste(made, made, ['b', 'a'], 5)
    if (!pasted.ok) throw new Error(JSON.stringify(pasted.faults))
    expect(ids(pasted.plan)).toBe('a b c d e a-2 b-2')
    expect({ ...pasted.plan.blocks[5], id: 'a' }).toEqual(made.blocks[0])
  })

  it('lose groups that are not there, and are worked together when none of their tracks is left', () => {
    const white = plan([])
    const pasted = paste(white, cut, ['o', 't'])
    if (!pasted.ok) throw new Error(JSON.stringify(pasted.faults))
    expect(pasted.plan.blocks[0]?.tracks).toMatchObject([{ groups: ['white'], technique: 'a' }])
    expect(pasted.plan.blocks[1]).toMatchObject({ mode: 'together', technique: 'b', dose: { reps: 7 } })
    expect(pasted.plan.blocks[1]).not.toHaveProperty('holding')
    expect(holds(pasted.plan)).toBe(true)
  })

  it('what is no boards is refused with the path of its fault', () => {
    const faults = (json: unknown) => {
      const pasted = pasteBoards(made, 0, json)
      return pasted.ok ? [] : pasted.faults.map(({ path }) => path)
    }
    expect(faults({ format: 'golden-lintel/plan' })).toContain('format')
    expect(faults({ format: 'golden-lintel/boards', version: 1, blocks: [] })).toEqual(['blocks'])
    expect(
      faults({
        format: 'golden-lintel/boards',
        version: 1,
        blocks: [{ id: 'x', title: '', phase: 'drill' }],
      }),
    ).toContain('blocks[0].title')
  })

  it('more boards than a plan holds are refused whole', () => {
    const many = plan(Array.from({ length: 70 }, (_, n) => block(`b${n}`, { dose: count(1) })))
    expect(
      paste(
        many,
        many,
        many.blocks.map(({ id }) => id),
      ),
    ).toMatchObject({ ok: false })
  })
})
