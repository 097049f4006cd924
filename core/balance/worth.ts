import type { ClubFacts, Expected } from '../checks/club-facts'
import { standingOf, type Standing } from '../curriculum/syllabus'
import { expandPlan, tallyGroups, type GroupFigures } from '../plan/expand'
import type { Plan } from '../plan/schema'
import { layPlan, type Timeline } from '../plan/timeline'
import { dueOf, groupDue } from './due'
import { daysBetween } from '../kernel/days'
import { AROUND, isThread, placesOf, type WorkedPlace } from './threads'

/**
 * What a plan is worth, and what it is made of: how much of what is due is served to whom, the worst-served group counting most. What is
 * known needs a short helping to be kept; what is learnt needs a proper one, and counts in full only where it is built up. One definition,
 * so that a draft can be judged by anybody; it stands in docs/balance.md.
 */

/** Seconds that keep an item: more adds nothing. */
export const KEPT_SEC = 180
/** The least of an item from which anybody learns it, and what makes a full helping. */
export const LEARNT_SEC = 240
export const FULL_SEC = 720
/** What a full helping is worth. */
export const MOST: Readonly<Record<Helping, number>> = { keep: 1, learn: 4 }
/** What is learnt in pieces that do not build on one another. */
const NO_THREAD = 2 / 3
const THEME_WEIGHT = 1.5

export type Helping = 'keep' | 'learn'

/** What `sec` seconds of work on an item are worth, before what is due of it. */
export function helping(kind: Helping, sec: number, thread: boolean): number {
  if (kind === 'keep') return Math.min(1, sec / KEPT_SEC)
  if (sec < LEARNT_SEC) return 0
  return (2 + 2 * Math.min(1, (sec - LEARNT_SEC) / (FULL_SEC - LEARNT_SEC))) * (thread ? 1 : NO_THREAD)
}

export interface ItemWorth {
  item: string
  due: number
  workSec: number
  helping: Helping
  /** Its places build on one another. */
  thread: boolean
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
  const timeline = layPlan(plan)
  const counted = helpedSec(plan, timeline)
  const exact = expandPlan(plan).groups.map((figures, g) => {
    const students = lists[g] ?? []
    const ranks = plan.groups[g]?.ranks ?? []
    const due = dueFor(students, club, date)
    return groupWorth(figures, due, weightsFor(due, club, theme), {
      club,
      rank: lowestRank(students, ranks, club),
      isLearnt: learntBy(students, ranks, club),
      places: placesOf(timeline, g),
      counted: counted[g] ?? new Map(),
    })
  })
  return { value: round(valueOf(exact)), groups: exact.map(rounded) }
}

/** Seconds by item that each group works outside warm-up and cool-down. */
function helpedSec(plan: Plan, timeline: Timeline): Map<string, number>[] {
  const blocks = timeline.blocks.filter(({ block }) => !AROUND.has(block.phase))
  return tallyGroups(plan, { ...timeline, blocks }).map(({ practice }) => {
    const sec = new Map<string, number>()
    for (const { technique, workSec } of practice) sec.set(technique, (sec.get(technique) ?? 0) + workSec)
    return sec
  })
}

/** Whether a group learns an item: it is new, current or ahead for half of those who have a rank, else for the lowest of the group's ranks. */
export function learntBy(
  students: readonly Expected[],
  ranks: readonly string[],
  club: Pick<ClubFacts, 'ladder' | 'syllabus'>,
): (item: string) => boolean {
  const { ladder, syllabus } = club
  const isRank = (rank: string) => ladder.ranks.some(({ id }) => id === rank)
  const held = students.map(({ rank }) => rank).filter(isRank)
  const lowest = ladder.ranks.find(({ id }) => ranks.includes(id))?.id
  const who = held.length > 0 ? held : lowest === undefined ? [] : [lowest]
  const byRank = new Map<string, number>()
  for (const rank of who) byRank.set(rank, (byRank.get(rank) ?? 0) + 1)
  const known = new Map<string, boolean>()
  return (item) => {
    let isLearnt = known.get(item)
    if (isLearnt === undefined) {
      let many = 0
      for (const [rank, heads] of byRank)
        if (LEARNT_STANDINGS.has(standingOf(item, rank, ladder, syllabus))) many += heads
      known.set(item, (isLearnt = who.length > 0 && 2 * many >= who.length))
    }
    return isLearnt
  }
}
const LEARNT_STANDINGS: ReadonlySet<Standing> = new Set(['new', 'current', 'ahead'])

/** The lowest rank of the ladder among some students; with none, among the group's own. */
export function lowestRank(
  students: readonly Expected[],
  ranks: readonly string[],
  { ladder }: ClubFacts,
): string | undefined {
  const held = new Set(students.map(({ rank }) => rank))
  const lowest = (among: ReadonlySet<string>) => ladder.ranks.find(({ id }) => among.has(id))?.id
  return lowest(held) ?? lowest(new Set(ranks))
}

interface GroupSetting {
  club: ClubFacts
  rank: string | undefined
  isLearnt: (item: string) => boolean
  places: ReadonlyMap<string, readonly WorkedPlace[]>
  /** Seconds by item outside warm-up and cool-down. */
  counted: ReadonlyMap<string, number>
}

function groupWorth(
  { id: group, practice, ...times }: GroupFigures,
  due: ReadonlyMap<string, number>,
  weights: ReadonlyMap<string, number>,
  { club, rank, isLearnt, places, counted }: GroupSetting,
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
      const kind = isLearnt(item) ? 'learn' : 'keep'
      const thread = isThread(places.get(item) ?? [])
      return {
        item,
        due: due.get(item) ?? 0,
        workSec: worked.get(item) ?? 0,
        helping: kind,
        thread,
        served: (weights.get(item) ?? 0) * helping(kind, counted.get(item) ?? 0, thread),
      }
    })
    .filter(({ due: isDue, workSec }) => isDue > 0 || workSec > 0)
    .sort((a, b) => b.served - a.served || b.due - a.due || (a.item < b.item ? -1 : 1))
  return {
    group,
    served: items.reduce((sum, { served }) => sum + served, 0),
    of: [...weights].reduce(
      (sum, [item, weight]) => sum + weight * MOST[isLearnt(item) ? 'learn' : 'keep'],
      0,
    ),
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
    items: group.items.map(({ due, workSec, served, ...told }) => ({
      item: told.item,
      due: round(due),
      workSec: round(workSec),
      helping: told.helping,
      thread: told.thread,
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
