import { CATEGORY_NAMES, type Category } from '../curriculum/categories'
import type { Item } from '../curriculum/item'
import type { Plan } from '../plan/schema'
import { layPlan, type Timeline } from '../plan/timeline'
import { planBalance } from './plan-balance'

/** A figure in ms as it is, and what would be added to it (taken from it, below 0). */
export interface Added {
  now: number
  added: number
}

/** What putting boards into a plan would do to its time and its balance. */
export interface Placing {
  /** Where the first of them would begin, and their length, transitions between them included; ms. */
  at: number
  ms: number
  spareMs: number
  /** Each group's work, in the plan's order. */
  groups: Added[]
  /** Work by category, summed over the groups; only what would change. */
  categories: (Added & { category: Category })[]
}

/**
 * Compares a plan with what it would be with boards placed in it.
 * @param ids the boards placed, which stand together in `next`
 */
export function placing(
  plan: Plan,
  timeline: Timeline,
  next: Plan,
  ids: readonly string[],
  items: ReadonlyMap<string, Item>,
): Placing {
  const after = layPlan(next)
  const placed = after.blocks.filter(({ block }) => ids.includes(block.id))
  const at = placed[0]?.at ?? 0
  const last = placed.at(-1)
  const [was, will] = [planBalance(plan, timeline, items), planBalance(next, after, items)]
  return {
    at,
    ms: last ? last.at + last.ms - at : 0,
    spareMs: after.spareMs,
    groups: will.works.map((work, g) => {
      const now = was.works[g] ?? 0
      return { now, added: work - now }
    }),
    categories: CATEGORY_NAMES.flatMap((category) => {
      const now = was.byCategory.get(category) ?? 0
      const added = (will.byCategory.get(category) ?? 0) - now
      return added === 0 ? [] : [{ category, now, added }]
    }),
  }
}
