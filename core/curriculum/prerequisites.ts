import { fault, type Fault } from '../kernel/faults'
import { spokenName, type Item } from './item'
import { itemsInside } from './made-of'

/**
 * Who must know what first. The nodes of the graph are items *at a layer*: a layer stands on the layer below it and on what
 * the item asks for from that layer on. So two items may lean on one another at different layers without a circle.
 */

interface Node {
  item: string
  layer: number
}

const keyOf = ({ item, layer }: Node) => `${item} ${layer}`

function standsOn(items: ReadonlyMap<string, Item>, { item: id, layer }: Node): Node[] {
  const item = items.get(id)
  if (!item) return []
  const below: Node[] = layer > 1 ? [{ item: id, layer: layer - 1 }] : []
  for (const need of item.prerequisites)
    if (need.from === layer && items.has(need.item)) below.push({ item: need.item, layer: need.layer })
  return below
}

export const byId = (items: Iterable<Item>): Map<string, Item> =>
  new Map([...items].map((item) => [item.id, item]))

/**
 * A circle in the prerequisites, as the items at their layers from one of them back to itself; nothing when there is none.
 * Linear in items and prerequisites.
 */
export function findCycle(items: ReadonlyMap<string, Item>): Node[] | undefined {
  const done = new Set<string>()
  for (const item of items.values())
    for (let layer = 1; layer <= item.layers.length; layer++) {
      const cycle = walkFrom({ item: item.id, layer }, items, done)
      if (cycle) return cycle
    }
  return undefined
}

/** Depth first without recursion: a chain of prerequisites may be long. */
function walkFrom(start: Node, items: ReadonlyMap<string, Item>, done: Set<string>): Node[] | undefined {
  const path: { node: Node; next: Node[] }[] = []
  const onPath = new Map<string, number>()
  const enter = (node: Node) => {
    onPath.set(keyOf(node), path.length)
    path.push({ node, next: standsOn(items, node) })
  }
  if (!done.has(keyOf(start))) enter(start)
  for (let top = path.at(-1); top; top = path.at(-1)) {
    const next = top.next.shift()
    if (!next) {
      done.add(keyOf(top.node))
      onPath.delete(keyOf(top.node))
      path.pop()
      continue
    }
    const from = onPath.get(keyOf(next))
    if (from !== undefined) return [...path.slice(from).map(({ node }) => node), next]
    if (!done.has(keyOf(next))) enter(next)
  }
  return undefined
}

/** A circle in words: "Hip throw → Side breakfall (layer 3) → Hip throw". */
export function cycleInWords(cycle: readonly Node[], items: ReadonlyMap<string, Item>): string {
  const steps = cycle.filter((node, n) => n === 0 || node.item !== cycle[n - 1]?.item)
  return steps
    .map(({ item, layer }) => {
      const known = items.get(item)
      return `${known ? spokenName(known) : item}${layer > 1 ? ` (layer ${layer})` : ''}`
    })
    .join(' → ')
}

/** What of an item's prerequisites, parts, links, calls and substitutes the library does not have: unknown items, layers that do not exist. */
export function unmetFaults(item: Item, items: ReadonlyMap<string, Item>): Fault[] {
  const unknownParts = itemsInside(item).flatMap(({ path, technique, layer }) => {
    const part = technique === item.id ? item : items.get(technique)
    if (!part) return [fault(path, `"${technique}" is not in the library`)]
    return layer > part.layers.length
      ? [fault([...path.slice(0, -1), 'layer'], `${spokenName(part)} has no layer ${layer}`)]
      : []
  })
  const unmet = item.prerequisites.flatMap(({ item: id, layer }, p) => {
    const needed = items.get(id)
    if (!needed) return [fault(['prerequisites', p, 'item'], `"${id}" is not in the library`)]
    return layer > needed.layers.length
      ? [
          fault(
            ['prerequisites', p, 'layer'],
            `${spokenName(needed)} has only ${needed.layers.length} layer${needed.layers.length === 1 ? '' : 's'}`,
          ),
        ]
      : []
  })
  return [...unknownParts, ...unmet]
}

/** Faults of one item in a library: prerequisites that are not there, and a circle it would close, which is named. */
export function prerequisiteFaults(item: Item, library: Iterable<Item>): Fault[] {
  const items = byId(library).set(item.id, item)
  const unmet = unmetFaults(item, items)
  if (unmet.length) return unmet
  const cycle = findCycle(items)
  return cycle ? [fault(['prerequisites'], `would go in a circle: ${cycleInWords(cycle, items)}`)] : []
}

export interface Link {
  /** What must be known first. */
  from: string
  to: string
  /** The layer at which it must be known, and from which layer of `to` on. */
  layer: number
  since: number
}

/** Every prerequisite as a line of the graph. */
export function linksOf(items: Iterable<Item>): Link[] {
  const known = byId(items)
  return [...known.values()].flatMap((item) =>
    item.prerequisites
      .filter((need) => known.has(need.item))
      .map((need) => ({ from: need.item, to: item.id, layer: need.layer, since: need.from })),
  )
}

/** The way to an item: everything it stands on, however far down, and everything that stands on it directly. */
export function wayTo(id: string, links: readonly Link[]): { before: Set<string>; after: Set<string> } {
  const before = new Set<string>()
  const open = [id]
  for (let at = open.pop(); at !== undefined; at = open.pop())
    for (const { from, to } of links)
      if (to === at && !before.has(from) && from !== id) {
        before.add(from)
        open.push(from)
      }
  return { before, after: new Set(links.filter(({ from }) => from === id).map(({ to }) => to)) }
}
