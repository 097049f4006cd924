import type { Category } from '../curriculum/categories'
import type { Item } from '../curriculum/item'
import { tallyGroups } from '../plan/expand'
import type { ClassTimes } from '../plan/practice'
import type { Plan } from '../plan/schema'
import type { Timeline } from '../plan/timeline'
import { toMs } from '../kernel/units'

/** What a plan's time goes to, in ms summed over its groups. */
export interface PlanBalance {
  /** Work with an item, by the item's category. */
  byCategory: Map<Category, number>
  times: ClassTimes
  /** Each group's work in ms, in the plan's order. */
  works: number[]
}

export function planBalance(plan: Plan, timeline: Timeline, items: ReadonlyMap<string, Item>): PlanBalance {
  const byCategory = new Map<Category, number>()
  const times: ClassTimes = { work: 0, rest: 0, talk: 0, holding: 0, idle: 0, transition: 0 }
  const tallies = tallyGroups(plan, timeline)
  for (const tally of tallies) {
    for (const cls of Object.keys(times) as (keyof ClassTimes)[]) times[cls] += tally.times[cls]
    for (const { technique, workSec } of tally.practice) {
      const category = items.get(technique)?.category
      if (category) byCategory.set(category, (byCategory.get(category) ?? 0) + toMs(workSec))
    }
  }
  return { byCategory, times, works: tallies.map((tally) => tally.times.work) }
}
