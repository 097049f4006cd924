import type { Item } from '~~/core/curriculum/item'
import { standingOf } from '~~/core/curriculum/syllabus'
import type { Plan } from '~~/core/plan/schema'
import type { Library } from '~~/shared/answers'

/** The groups of a plan for whom an item is still ahead or new: they keep the simple version of it. */
export function simpleGroups(item: Item, plan: Plan | undefined, library: Library | undefined): string[] {
  if (!plan || !library) return []
  const ladder = { kind: library.ladderKind, ranks: library.ranks }
  return plan.groups
    .filter(({ ranks }) => {
      const standings = ranks.map((rank) => standingOf(item.id, rank, ladder, library.syllabus))
      return standings.length > 0 && standings.every((standing) => standing === 'new' || standing === 'ahead')
    })
    .map(({ id }) => id)
}
