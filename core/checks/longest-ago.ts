import { daysBetween } from '../kernel/days'
import type { Item } from '../curriculum/item'
import type { Ground } from './ground'

/**
 * What is asked of those who come and was practised longest ago, the never practised first: what to fill time with. Only what is
 * current for some group and not in the class yet.
 */
export function longestAgo(ground: Ground): Item | undefined {
  const inClass = new Set(
    ground.groups.flatMap((group) => [...ground.piecesOf(group)].map(([, { technique }]) => technique)),
  )
  let best: { item: Item; score: number } | undefined
  for (const item of ground.club.items.values()) {
    if (inClass.has(item.id)) continue
    let score = 0
    for (const group of ground.groups) {
      if (ground.standingFor(item.id, group) !== 'current') continue
      for (const { practised } of group.students) {
        const last = practised.get(item.id)?.last
        score += last === undefined || !ground.plan.date ? 60 : daysBetween(last, ground.plan.date)
      }
    }
    if (score > 0 && (!best || score > best.score)) best = { item, score }
  }
  return best?.item
}
