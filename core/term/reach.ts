import { weekdayOf } from '../curriculum/class-days'
import type { Weekday } from '../curriculum/settings'
import { tookPart, type Attended } from '../people/attendance-figures'
import { weekOf } from '../kernel/days'
import type { TermPlan } from './term'

/**
 * Whom a term's plan reaches: somebody who comes twice a week does not get what a third class has. How often somebody comes, and on which
 * days, is read from how they came in the last weeks.
 */

export interface Comer {
  id: string
  group: string
  /** Classes a week, on the mean of the weeks in which there were any for them. */
  aWeek: number
  /** Of the classes of each weekday, the part they came to, 0 to 1. */
  on: ReadonlyMap<Weekday, number>
  /** Of all classes: as they come on a weekday that had none yet. */
  rate: number
}

/** Nobody is reckoned with who has not been asked to a class yet: they come as the others do. */
export function comersOf(
  students: readonly { id: string; groupId: string; classes: readonly Attended[] }[],
): Comer[] {
  return students
    .filter(({ classes }) => classes.length > 0)
    .map(({ id, groupId, classes }) => {
      const weeks = new Set(classes.map(({ day }) => weekOf(day))).size
      const days = new Map<Weekday, { held: number; there: number }>()
      for (const one of classes) {
        const day = days.get(weekdayOf(one.day)) ?? { held: 0, there: 0 }
        day.held += 1
        if (tookPart(one)) day.there += 1
        days.set(weekdayOf(one.day), day)
      }
      return {
        id,
        group: groupId,
        aWeek: classes.filter(tookPart).length / weeks,
        on: new Map([...days].map(([day, { held, there }]) => [day, there / held])),
        rate: classes.filter(tookPart).length / classes.length,
      }
    })
}

export interface GroupReach {
  group: string
  /** By how often they come, the least often first: how many, and what part of the planned minutes they can expect. */
  byTimes: { times: number; heads: number; share: number }[]
  /** Items that reach fewer than three in four, the worst first. */
  missed: MissedItem[]
}
export interface MissedItem {
  item: string
  /** Of so many who come at all, so many can expect half of it or more. */
  reached: number
  of: number
  /** What would reach most more: a share moved from one day to another. */
  better: { from: string; to: string; minutes: number; reached: number } | undefined
}

/** Who can expect this part of an item's minutes is reached by it. */
const ENOUGH = 0.5
const REACHED_BY = 0.75

type Share = { date: string; minutes: number }

const expected = ({ on, rate }: Comer, shares: readonly Share[]) =>
  shares.reduce((sum, { date, minutes }) => sum + minutes * (on.get(weekdayOf(date)) ?? rate), 0)
const minutesIn = (shares: readonly Share[]) => shares.reduce((sum, { minutes }) => sum + minutes, 0)
const reachedBy = (comers: readonly Comer[], shares: readonly Share[]) =>
  comers.filter((one) => expected(one, shares) >= ENOUGH * minutesIn(shares)).length

/** @param days the days of the classes to come */
export function reachOf(
  { plan }: Pick<TermPlan, 'plan'>,
  comers: readonly Comer[],
  groups: readonly string[],
  days: readonly string[],
): GroupReach[] {
  return groups.map((group) => {
    const mine = comers.filter((one) => one.group === group && one.aWeek > 0)
    const rows = plan.filter((row) => row.group === group)
    const all = minutesIn(rows)
    const times = new Map<number, Comer[]>()
    for (const one of mine) {
      const often = Math.max(1, Math.round(one.aWeek))
      times.set(often, [...(times.get(often) ?? []), one])
    }
    return {
      group,
      byTimes: [...times]
        .sort(([a], [b]) => a - b)
        .map(([often, some]) => ({
          times: often,
          heads: some.length,
          share: all > 0 ? some.reduce((sum, one) => sum + expected(one, rows) / all, 0) / some.length : 0,
        })),
      missed: [...new Set(rows.map(({ item }) => item))]
        .map((item) =>
          missedItem(
            item,
            rows.filter((row) => row.item === item),
            mine,
            days,
          ),
        )
        .filter(({ reached, of }) => reached < REACHED_BY * of)
        .sort((a, b) => a.reached / a.of - b.reached / b.of || (a.item < b.item ? -1 : 1)),
    }
  })
}

function missedItem(
  item: string,
  shares: readonly Share[],
  comers: readonly Comer[],
  days: readonly string[],
): MissedItem {
  const reached = reachedBy(comers, shares)
  let better: MissedItem['better']
  for (const { date: from, minutes } of shares)
    for (const to of days) {
      if (shares.some(({ date }) => date === to)) continue
      const moved = shares.map((share) => (share.date === from ? { ...share, date: to } : share))
      const then = reachedBy(comers, moved)
      if (then > (better?.reached ?? reached)) better = { from, to, minutes, reached: then }
    }
  return { item, reached, of: comers.length, better }
}
