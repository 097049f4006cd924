import type { FloorNow } from '~~/core/floor/now'
import type { Instead, Worked } from '~~/core/plan/places'
import type { Group } from '~~/core/plan/schema'
import { insteadOf, workedOf } from '~/domain/doing'

/** Something that is worked, and the groups that work it. */
export interface ShownCard {
  key: string
  groups: Group[]
  worked: Worked
  instead: readonly Instead[]
}

/** What is being shown or comes next: each item at each version once, in the order of the groups. */
export function shownCards(now: FloorNow, groups: readonly Group[]): ShownCard[] {
  const cards = new Map<string, ShownCard>()
  groups.forEach((group, g) => {
    const at = now.groups[g]
    const worked = workedOf(at)
    if (!worked) return
    const key = `${worked.technique} ${worked.layer}`
    const card = cards.get(key)
    if (card) card.groups.push(group)
    else cards.set(key, { key, groups: [group], worked, instead: insteadOf(now.placed?.block, group.id, at) })
  })
  return [...cards.values()]
}
