import { readCurriculum } from '../core/curriculum/curriculum-file'
import type { Item } from '../core/curriculum/item'
import { byId } from '../core/curriculum/prerequisites'
import file from './items.json'

/**
 * The items that are shipped, written once in the product's own file format (`items.json`); starter libraries and the demo
 * club take theirs from it.
 *
 * @throws with the faults when the file does not hold: it is part of the product
 */
function readPool(): Map<string, Item> {
  const read = readCurriculum(file)
  if (!read.ok) throw new Error(read.faults.map(({ path, message }) => `${path} ${message}`).join('; '))
  return byId(read.curriculum.items ?? [])
}

export const POOL: ReadonlyMap<string, Item> = readPool()

/** Some of the items, as a library that stands by itself: what an item builds on is left out where it is not taken. */
export function pick(ids: readonly string[]): Item[] {
  const taken = new Set(ids)
  return ids.map((id) => {
    const found = POOL.get(id)
    if (!found) throw new Error(`no item ${id}`)
    return { ...found, prerequisites: found.prerequisites.filter(({ item }) => taken.has(item)) }
  })
}
