import type { ClubFacts, Expected } from '../checks/club-facts'
import { standingOf } from '../curriculum/syllabus'
import { expandPlan, type GroupFigures } from '../plan/expand'
import type { Plan } from '../plan/schema'
import { dueOf, groupDue } from './due'
import { daysBetween } from '../kernel/days'

/**
 * What a plan is worth, and what it is made of: how much of what is due is served to whom, the worst-served group counting most. One
 * definition, so that a draft can be judged by anybody; it stands in docs/balance.md.
 */

/** Seconds on an item that count double, and as many after them that count once. */
export const FRESH_SEC = 180
const THEME_WEIGHT = 1.5

/** What `sec` seconds of work on an item are worth, 0 to 1: the first three minutes two thirds, the next three the rest. */
export function fresh(sec: number): number {
  const first = Math.min(1, sec / FRESH_SEC)
  const then = Math.min(1, Math.max(0, sec - FRESH_SEC) / FRESH_SEC)
  return (2 / 3) * first + (1 / 3) * then
}

export interface ItemWorth {
  item: string
  due: number
  workSec: number
  served: number
}
export type WorthStanding = Record<'new' | 'current' | 'review' | 'ahead' | 'other', number>

export interface GroupWorth extends Omit<GroupFigures, 'id' | 'practice'> {
  group: string
  served: number
  /** What would be served if everything due were. */
  of: number
  items: ItemWorth[]
  categories: { category: string; workSec: number }[]
  /** Seconds of work by what they are to the lowest rank of the group. */
  standing: WorthStanding
  /** Reps by side. */
  sides: { L: number; R: number; N: number }
  performed: number
  received: number
}

export interface Worth {
  value: number
  groups: GroupWorth[]
}

/** The students of a club that a plan's group is for: of its id, else those whose rank it is the first to have. */
export function studentsByGroup(plan: Pick<Plan, 'groups'>, students: readonly Expected[]): Expected[][] {
  const lists = plan.groups.map((): Expected[] => [])
  for (const student of students) {
    const byId = plan.groups.findIndex(({ id }) => id === student.group)
    const g = byId >= 0 ? byId : plan.groups.findIndex(({ ranks }) => ranks.includes(student.rank))
    lists[g]?.push(student)
  }
  return lists
}

/** What is due for some students on a day, by item of the library: the mean over those whom it concerns. */
export function dueFor(students: readonly Expected[], club: ClubFacts, today: string): Map<string, number> {
  const required = new Map<string, Set<string>>()
  for (const { rank, item } of club.syllabus) required.set(rank, (required.get(rank) ?? new Set()).add(item))
  const dues = new Map<string, number[]>()
  for (const student of students)
    for (const item of new Set([...student.practised.keys(), ...(required.get(student.rank) ?? [])]))
      if (club.items.has(item)) dues.set(item, [...(dues.get(item) ?? []), dueFrom(student, item, today)])
  return new Map([...dues].map(([item, list]) => [item, groupDue(list)]))
}

/** What was practised after the day is not due on it. */
function dueFrom({ practised }: Expected, item: string, today: string): number {
  const had = practised.get(item)
  return had && daysBetween(had.last, today) < 0 ? 0 : dueOf(had, today)
}

/** Whether an item is of a theme of items and categories. */
export const inTheme = (item: string, club: ClubFacts, theme: ReadonlySet<string>): boolean =>
  theme.has(item) || theme.has(club.items.get(item)?.category ?? '')

/** What each item counts for a group: what is due of it, more where it is of the theme. */
export function weightsFor(
  due: ReadonlyMap<string, number>,
  club: ClubFacts,
  theme: ReadonlySet<string>,
): Map<string, number> {
  return new Map(
    [...due].map(([item, value]) => [item, value * (inTheme(item, club, theme) ? THEME_WEIGHT : 1)]),
  )
}

/** The value of a plan from what its groups are served: the sum, and the worst-served once more for each group. */
export function valueOf(groups: readonly { served: number; of: number }[]): number {
  const due = groups.filter(({ of }) => of > 0).map(({ served }) => served)
  if (due.length === 0) return 0
  return due.reduce((sum, served) => sum + served, 0) + due.length * Math.min(...due)
}

const round = (value: number) => Math.round(value * 1000) / 1000

/**
 * The worth of a plan with its day.
 *
 * @param theme items and categories that count half as much again
 * @throws TypeError where the plan has no date
 */
export function worthOf(plan: Plan, club: ClubFacts, theme: ReadonlySet<string> = new Set()): Worth {
  const { date } = plan
  if (date === undefined) throw new TypeError('the plan has no date')
  const lists = studentsByGroup(plan, club.students)
  const exact = expandPlan(plan).groups.map((figures, g) => {
    const students = lists[g] ?? []
    const due = dueFor(students, club, date)
    return groupWorth(figures, due, weightsFor(due, club, theme), {
      club,
      rank: lowestRank(students, plan.groups[g]?.ranks ?? [], club),
    })
  })
  return { value: round(valueOf(exact)), groups: exact.map(rounded) }
}

/** The lowest rank of the ladder among some students; with none, among the group's own. */
function lowestRank(
  students: readonly Expected[],
  ranks: readonly string[],
  { ladder }: ClubFacts,
): string | undefined {
  const held = new Set(students.map(({ rank }) => rank))
  const lowest = (among: ReadonlySet<string>) => ladder.ranks.find(({ id }) => among.has(id))?.id
  return lowest(held) ?? lowest(new Set(ranks))
}

function groupWorth(
  { id: group, practice, ...times }: GroupFigures,
  due: ReadonlyMap<string, number>,
  weights: ReadonlyMap<string, number>,
  { club, rank }: { club: ClubFacts; rank: string | undefined },
): GroupWorth {
  const worked = new Map<string, number>()
  const categories = new Map<string, number>()
  const standing: WorthStanding = { new: 0, current: 0, review: 0, ahead: 0, other: 0 }
  const sides = { L: 0, R: 0, N: 0 }
  let [performed, received, named] = [0, 0, 0]
  for (const row of practice) {
    const { technique, workSec } = row
    worked.set(technique, (worked.get(technique) ?? 0) + workSec)
    const category = club.items.get(technique)?.category
    if (category && workSec > 0) categories.set(category, (categories.get(category) ?? 0) + workSec)
    const stands = rank === undefined ? 'none' : standingOf(technique, rank, club.ladder, club.syllabus)
    standing[stands === 'none' ? 'other' : stands] += workSec
    named += workSec
    sides.L += row.repsL
    sides.R += row.repsR
    sides.N += row.repsN
    performed += row.reps
    received += row.received
  }
  // Work with no item at all.
  standing.other += times.workSec - named
  const items = [...new Set([...worked.keys(), ...due.keys()])]
    .map((item): ItemWorth => {
      const workSec = worked.get(item) ?? 0
      return {
        item,
        due: due.get(item) ?? 0,
        workSec,
        served: (weights.get(item) ?? 0) * fresh(workSec),
      }
    })
    .filter(({ due: isDue, workSec }) => isDue > 0 || workSec > 0)
    .sort((a, b) => b.served - a.served || b.due - a.due || (a.item < b.item ? -1 : 1))
  return {
    group,
    served: items.reduce((sum, { served }) => sum + served, 0),
    of: [...weights.values()].reduce((sum, weight) => sum + weight, 0),
    items,
    categories: [...categories]
      .map(([category, workSec]) => ({ category, workSec }))
      .sort((a, b) => b.workSec - a.workSec || (a.category < b.category ? -1 : 1)),
    standing,
    sides,
    performed,
    received,
    ...times,
  }
}

function rounded(group: GroupWorth): GroupWorth {
  const { standing } = group
  return {
    ...group,
    served: round(group.served),
    of: round(group.of),
    items: group.items.map(({ item, due, workSec, served }) => ({
      item,
      due: round(due),
      workSec: round(workSec),
      served: round(served),
    })),
    categories: group.categories.map(({ category, workSec }) => ({ category, workSec: round(workSec) })),
    standing: {
      new: round(standing.new),
      current: round(standing.current),
      review: round(standing.review),
      ahead: round(standing.ahead),
      other: round(standing.other),
    },
  }
}
