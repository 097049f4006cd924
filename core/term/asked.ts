import type { Item } from '../curriculum/item'
import { itemsInside } from '../curriculum/made-of'
import type { Need } from './needs'
import { LEAST_MIN, MOST_MIN, type TermFile } from './term'

/** What a group still needs, as the term is asked for it: in proper helpings, after what it builds on, with returns where it is new. */

type TermItem = TermFile['groups'][number]['items'][number]

/** An item counts as new to a group when most of those who are asked for it never had it. */
const isNew = ({ never, asked }: Need): boolean => never * 2 >= asked && never > 0

/** @param needs of one group; what needs nothing more is no part of the question */
export function termAsked(needs: readonly Need[], items: ReadonlyMap<string, Item>): TermItem[] {
  const open = needs.filter(({ needMin }) => needMin > 0)
  const asked = new Map(open.map((need) => [need.item, need]))
  const before = new Map<string, string[]>()
  const leadsTo = (from: string, to: string): boolean =>
    from === to || (before.get(from) ?? []).some((one) => leadsTo(one, to))
  return open.map((need) => {
    const item = items.get(need.item)
    const builtOn = [
      ...(item?.prerequisites ?? []).map((one) => one.item),
      ...(item ? itemsInside(item).map(({ technique }) => technique) : []),
    ]
    // Where two items say that each builds on the other, the first of them stands.
    const after = [...new Set(builtOn)].filter((id) => asked.has(id) && !leadsTo(id, need.item))
    before.set(need.item, after)
    return {
      item: need.item,
      needMin: need.needMin,
      leastMin: LEAST_MIN,
      mostMin: MOST_MIN,
      after,
      new: isNew(need),
    }
  })
}
