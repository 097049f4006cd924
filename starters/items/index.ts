import { byId } from '../../core/curriculum/prerequisites'
import type { Item } from '../../core/curriculum/item'
import { blocks } from './blocks'
import { body } from './body'
import { escapes } from './escapes'
import { falls } from './falls'
import { footwork } from './footwork'
import { forms } from './forms'
import { groundwork } from './groundwork'
import { hands } from './hands'
import { kicks } from './kicks'
import { throws } from './throws'
import { together } from './together'

/** Everything written down here, by id; starter libraries and the demo club take from it. */
export const POOL: ReadonlyMap<string, Item> = byId([
  ...falls,
  ...throws,
  ...kicks,
  ...hands,
  ...blocks,
  ...footwork,
  ...escapes,
  ...groundwork,
  ...forms,
  ...together,
  ...body,
])

/** Some of the items, as a library that stands by itself: what an item builds on is left out where it is not taken. */
export function pick(ids: readonly string[]): Item[] {
  const taken = new Set(ids)
  return ids.map((id) => {
    const found = POOL.get(id)
    if (!found) throw new Error(`no item ${id}`)
    return { ...found, prerequisites: found.prerequisites.filter(({ item }) => taken.has(item)) }
  })
}
