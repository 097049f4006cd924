import type { Made } from '../plan/edit-places'
import type { Item } from './item'

/** What an item says of its own reps, and what stands instead of it: it is written onto every board that the item is put on. */

/**
 * What a rep of an item is made of at one of its layers, and what is done instead: the layer's own links before the item's, and links before
 * parts, as no place holds both.
 *
 * @param layer from 1
 */
export function madeOf(item: Item, layer = 1): Made {
  const links = item.layers[layer - 1]?.links ?? item.links
  const { instead, parts } = item
  return {
    ...(links ? { links } : parts ? { parts } : {}),
    ...(instead ? { instead } : {}),
  }
}

/** An item named inside another, and where. */
export interface NamedInside {
  path: (string | number)[]
  technique: string
  layer: number
}

type Named = { technique?: string | undefined; layer?: number; oneOf?: readonly string[] | undefined }

const namedIn = (path: (string | number)[], list: readonly Named[] = []): NamedInside[] =>
  list.flatMap(({ technique, layer = 1, oneOf = [] }, n) => [
    ...(technique === undefined ? [] : [{ path: [...path, n, 'technique'], technique, layer }]),
    ...oneOf.map((one, o) => ({ path: [...path, n, 'oneOf', o], technique: one, layer: 1 })),
  ])

/** The items that the reps, calls, rungs and substitutes of an item name, each with its path. Prerequisites are told by `prerequisites`. */
export const itemsInside = (item: Item): NamedInside[] => [
  ...namedIn(['parts'], item.parts),
  ...namedIn(['links'], item.links),
  ...namedIn(['calls', 'list'], item.calls?.list),
  ...namedIn(['instead'], item.instead),
  ...item.layers.flatMap(({ links }, l) => namedIn(['layers', l, 'links'], links)),
  ...item.ladder.flatMap(({ links, instead }, s) => [
    ...namedIn(['ladder', s, 'links'], links),
    ...namedIn(['ladder', s, 'instead'], instead),
  ]),
]
