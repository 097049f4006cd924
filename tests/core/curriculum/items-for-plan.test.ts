import { describe, expect, it } from 'vitest'
import { itemsFor } from '../../../core/curriculum/items-for-plan'
import { readItem } from '../../../core/curriculum/item-rules'
import { block, count, plan, twoGroups } from '../make'

describe('items that a plan works and a library does not know', () => {
  const made = plan(
    [
      block('a', { phase: 'form', technique: 'form-of-reeds', layer: 2, dose: count(3) }),
      block('b', {
        mode: 'layers',
        dose: count(3),
        tracks: [
          { groups: ['white'], technique: 'spiral-step' },
          { groups: ['green'], technique: 'spiral-step', layer: 4 },
        ],
      }),
      block('c', {
        phase: 'conditioning',
        mode: 'stations',
        stations: [{ title: 'one', technique: 'rope', layer: 3 }],
        teams: 1,
        workSec: 30,
      }),
      block('d', {
        technique: 'known',
        dose: { kind: 'ladder', stages: [{ title: 'x', layer: 5, dose: count(1) }] },
      }),
    ],
    { groups: twoGroups },
  )

  it('are named after their ids, with as many layers as the plan speaks of', () => {
    const items = itemsFor(made, new Map([['known', {}]]))
    expect(items.map(({ id, name, category, layers }) => [id, name, category, layers.length])).toEqual([
      ['form-of-reeds', 'Form of reeds', 'forms', 2],
      ['spiral-step', 'Spiral step', 'hands', 4],
      ['rope', 'Rope', 'conditioning', 3],
    ])
    for (const item of items) expect(readItem(item).ok).toBe(true)
  })

  it('a stage of a ladder speaks of a layer, too', () => {
    const item = itemsFor(made, new Map()).find(({ id }) => id === 'known')
    expect(item?.layers).toHaveLength(5)
  })

  it('nothing is unknown to a library that has it all', () => {
    const all = new Map(['form-of-reeds', 'spiral-step', 'rope', 'known'].map((id) => [id, {}]))
    expect(itemsFor(made, all)).toEqual([])
  })
})
