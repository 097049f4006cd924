import { PORTION_MIN } from './needs'
import type { Placed } from './placed'
import { planTerm, type TermFile, type TermPlan } from './term'

/**
 * The term in whole portions: nobody takes up an item for a minute. The same exact question as `planTerm`, asked of portions instead of
 * minutes; every figure it tells is in minutes.
 */
export function planPortions(term: TermFile, placed: readonly Placed[] = []): TermPlan {
  const whole = (minutes: number) => Math.floor(minutes / PORTION_MIN)
  const inPortions = {
    ...term,
    classes: term.classes.map(({ date, minutes }) => ({ date, minutes: whole(minutes) })),
    groups: term.groups.map(({ id, items }) => ({
      id,
      items: items.map(({ item, needMin, mostMin }) => ({
        item,
        needMin: Math.ceil(needMin / PORTION_MIN),
        mostMin: Math.max(1, whole(mostMin)),
      })),
    })),
  }
  const { groups, plan } = planTerm(
    inPortions,
    placed.map((one) => ({ ...one, minutes: Math.round(one.minutes / PORTION_MIN) })),
  )
  return {
    groups: groups.map(({ id, needMin, haveMin, shortMin, items }) => ({
      id,
      needMin: needMin * PORTION_MIN,
      haveMin: haveMin * PORTION_MIN,
      shortMin: shortMin * PORTION_MIN,
      items: items.map((one) => ({
        item: one.item,
        needMin: one.needMin * PORTION_MIN,
        shortMin: one.shortMin * PORTION_MIN,
      })),
    })),
    plan: plan.map((row) => ({ ...row, minutes: row.minutes * PORTION_MIN })),
  }
}
