import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { itemSchema, type Item } from './item'

/** What the fields of an item ask of one another. */
function ruleFaults(item: Item): Fault[] {
  const faults: Fault[] = []
  const names = [item.name, ...item.aliases]
  if (item.preferred !== undefined && !names.includes(item.preferred))
    faults.push(fault(['preferred'], 'must be the name or one of the aliases'))
  item.aliases.forEach((alias, a) => {
    if (names.indexOf(alias) !== a + 1) faults.push(fault(['aliases', a], `"${alias}" is listed twice`))
  })
  if (item.repSec && item.repSec.full > item.repSec.teach)
    faults.push(fault(['repSec', 'full'], 'must not be longer than the time at teaching speed'))
  if (item.headContact && item.contact === 'none')
    faults.push(fault(['headContact'], 'needs a contact level above none'))
  if (item.parts && item.links)
    faults.push(fault(['links'], 'a rep is made of parts or called link by link, not both'))
  const [least, most] = item.calls?.everySec ?? [1, 1]
  if (most < least) faults.push(fault(['calls', 'everySec', 1], 'must not be less than the least'))
  item.parts?.forEach(({ technique }, p) => {
    if (technique === item.id)
      faults.push(fault(['parts', p, 'technique'], 'cannot be the combination itself'))
  })
  item.prerequisites.forEach(({ item: id, from }, p) => {
    if (id === item.id) faults.push(fault(['prerequisites', p, 'item'], 'cannot be the item itself'))
    if (from > item.layers.length)
      faults.push(fault(['prerequisites', p, 'from'], `must be one of its ${item.layers.length} layers`))
    const first = item.prerequisites.findIndex((other) => other.item === id && other.from === from)
    if (first !== p) faults.push(fault(['prerequisites', p, 'item'], `"${id}" is listed twice`))
  })
  return faults
}

export type ReadItem = { ok: true; item: Item } | { ok: false; faults: Fault[] }

/**
 * An item of a form or a file, with its defaults filled in, or every fault with the path of its field.
 * That its prerequisites exist and do not go in a circle is a matter of the whole library: `prerequisites.ts`.
 */
export function readItem(json: unknown): ReadItem {
  const shaped = itemSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const faults = ruleFaults(shaped.data)
  return faults.length ? { ok: false, faults: oncePerPath(faults) } : { ok: true, item: shaped.data }
}
