import type { Item } from '../../curriculum/item'

/** What those who work an item at once take of the hall. */

/** Pairs of an item for two, else students. */
export const inPairs = ({ partner }: Item): boolean => partner === 'partner'
export const unitsOf = (item: Item, heads: number): number => (inPairs(item) ? Math.ceil(heads / 2) : heads)

/** Floor in m². */
export const floorM2 = (item: Item, heads: number): number => (item.footprintM2 ?? 0) * unitsOf(item, heads)

/** Each piece of kit by its name, and how many of it are in use. */
export function kitOf(item: Item, heads: number): [name: string, units: number][] {
  if (heads === 0) return []
  return item.kit.map(({ name, each, count }) => [
    name,
    (each === 'person' ? heads : each === 'pair' ? Math.ceil(heads / 2) : 1) * count,
  ])
}

/** A club writes its kit as it likes: Pad and pad are one. */
export const sameKit = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase()

/** How much of the piece of kit of that name is in use. */
export const unitsOfKit = (name: string, item: Item, heads: number): number =>
  kitOf(item, heads).reduce((sum, [kit, units]) => sum + (sameKit(kit, name) ? units : 0), 0)
