import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Item } from '../../../core/curriculum/item'
import {
  byId,
  cycleInWords,
  findCycle,
  linksOf,
  prerequisiteFaults,
  unmetFaults,
  wayTo,
} from '../../../core/curriculum/prerequisites'
import { item, on } from './make'

const circle = (...items: Item[]) => {
  const known = byId(items)
  const found = findCycle(known)
  return found && cycleInWords(found, known)
}

describe('a circle in the prerequisites', () => {
  it('is named from one item back to itself', () => {
    expect(circle(on('fall', 'throw'), on('throw', 'grip'), on('grip', 'fall'))).toBe(
      'fall → throw → grip → fall',
    )
  })

  it('is found wherever it begins', () => {
    expect(circle(item('step'), on('a', 'step', 'b'), on('b', 'c'), on('c', 'b'))).toBe('b → c → b')
  })

  it('is none when two items lean on one another at different layers', () => {
    // The throw needs the fall; the fall over a partner (its third layer) needs the throw.
    expect(circle(on('throw', 'fall:2'), on('fall', 'throw:1:3'))).toBeUndefined()
  })

  it('is one when the layers close it', () => {
    expect(circle(on('throw', 'fall:3'), on('fall', 'throw:2:3'))).toBe(
      'throw → fall (layer 3) → throw (layer 2)',
    )
  })

  it('is none in a long chain, and walking it takes no recursion', () => {
    const chain = Array.from({ length: 5000 }, (_, n) => (n ? on(`i${n}`, `i${n - 1}`) : item('i0')))
    expect(circle(...chain.reverse())).toBeUndefined()
  })

  it('is found exactly when the items cannot be put in an order', () => {
    const graph = fc.array(fc.tuple(fc.nat(7), fc.nat(7)), { maxLength: 14 })
    fc.assert(
      fc.property(graph, (edges) => {
        const needs = (n: number) => [
          ...new Set(edges.filter(([a, b]) => a === n && b !== n).map(([, b]) => b)),
        ]
        const items = Array.from({ length: 8 }, (_, n) => on(`i${n}`, ...needs(n).map((b) => `i${b}`)))
        const left = new Map(
          items.map(({ id, prerequisites }) => [id, new Set(prerequisites.map((p) => p.item))]),
        )
        // Take away what needs nothing any more, until nothing can be taken.
        for (let free = true; free;) {
          const next = [...left].find(([, of]) => of.size === 0)?.[0]
          free = next !== undefined && left.delete(next)
          for (const of of left.values()) of.delete(next ?? '')
        }
        expect(findCycle(byId(items)) !== undefined).toBe(left.size > 0)
      }),
    )
  })
})

describe('what an item builds on', () => {
  it('must be in the library, at a layer it has', () => {
    const known = byId([item('step')])
    expect(unmetFaults(on('kick', 'jump'), known)).toEqual([
      { path: 'prerequisites[0].item', message: '"jump" is not in the library' },
    ])
    expect(unmetFaults(on('kick', 'step:4'), known)).toEqual([
      { path: 'prerequisites[0].layer', message: 'step has only 3 layers' },
    ])
    expect(unmetFaults(on('kick', 'step:3'), known)).toEqual([])
  })

  it('may not close a circle with the rest of the library, and the circle is named', () => {
    expect(prerequisiteFaults(on('step', 'kick'), [item('step'), on('kick', 'step')])).toEqual([
      { path: 'prerequisites', message: 'would go in a circle: step → kick → step' },
    ])
  })
})

describe('the way to an item', () => {
  const links = linksOf([
    item('step'),
    on('kick', 'step:2'),
    on('round', 'kick', 'step'),
    on('turn', 'round'),
    item('roll'),
  ])

  it('is everything it stands on, however far down, and what stands on it at once', () => {
    const way = wayTo('round', links)
    expect([...way.before].sort()).toEqual(['kick', 'step'])
    expect([...way.after]).toEqual(['turn'])
    expect(wayTo('roll', links)).toEqual({ before: new Set(), after: new Set() })
  })

  it('keeps the layer that is asked for on each line', () => {
    expect(links).toContainEqual({ from: 'step', to: 'kick', layer: 2, since: 1 })
    expect(links).toHaveLength(4)
  })
})
