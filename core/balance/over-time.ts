import type { Mix } from './mix'
import type { Item } from '../curriculum/item'
import type { Ladder } from '../curriculum/ladder'
import { standingOf, type Syllabus } from '../curriculum/syllabus'
import { weekOf } from '../kernel/days'
import type { WorthStanding } from './worth'

/**
 * What groups worked on over a week or a term, from what the ledger says of the classes that were run. Everything is told as a head's of
 * those who were there: a group of three and one of thirty can be held side by side.
 */

/** What students of a rank, in a group, practised of an item; all of them together, or as a head's of the group. */
export interface Worked {
  group: string
  rank: string
  item: string
  workMs: number
  repsL: number
  repsR: number
  repsN: number
  received: number
  /** Of the reps, those performed in work of two roles. */
  inRoles: number
}
const FIGURES = ['workMs', 'repsL', 'repsR', 'repsN', 'received', 'inRoles'] as const

export interface ClassWorked extends Worked {
  classId: string
  day: string
}
export interface WeekWorked extends Worked {
  /** Its Monday. */
  week: string
}

/**
 * What a head of each group did, by week: each class's sum by those of the group who were there, the classes of a week added.
 *
 * @param heads by `classId group`; what nobody was there for is left out
 */
export function perHead(worked: readonly ClassWorked[], heads: ReadonlyMap<string, number>): WeekWorked[] {
  const rows = new Map<string, WeekWorked>()
  for (const one of worked) {
    const there = heads.get(`${one.classId} ${one.group}`) ?? 0
    if (there === 0) continue
    const { group, rank, item } = one
    const week = weekOf(one.day)
    const key = [week, group, rank, item].join(' ')
    let row = rows.get(key)
    if (!row) rows.set(key, (row = { week, group, rank, item, ...NOTHING }))
    for (const figure of FIGURES) row[figure] += one[figure] / there
  }
  return [...rows.values()]
}

const NOTHING = { workMs: 0, repsL: 0, repsR: 0, repsN: 0, received: 0, inRoles: 0 }

export interface CategoryOver {
  category: string
  workMs: number
  /** What the mix asks of it; nothing where the mix asks nothing of it. */
  wantMs: number | undefined
  /** By how much too little, where that is worth a word. */
  shortMs: number
  /** What it is made of, most first. */
  items: { item: string; workMs: number }[]
}

export interface GroupOver {
  group: string
  workMs: number
  categories: CategoryOver[]
  /** Work by what the item is for the rank of who worked on it. */
  standing: WorthStanding
  sides: { L: number; R: number; N: number }
  /** Reps in work of two roles: performed, and received from a partner. */
  performed: number
  received: number
}

/** Less than this part of what is wanted is missing: no word. */
const SHORT_FROM = 0.12

/** @param mixOf what each group's work should be made of, by the group's id */
export function balanceOver(
  rows: readonly Worked[],
  groups: readonly string[],
  { items, ladder, syllabus }: { items: ReadonlyMap<string, Item>; ladder: Ladder; syllabus: Syllabus },
  mixOf: (group: string) => Mix,
): GroupOver[] {
  const stands = new Map<string, keyof WorthStanding>()
  const standing = (rank: string, item: string): keyof WorthStanding => {
    const key = `${rank} ${item}`
    let known = stands.get(key)
    if (!known) {
      const found = standingOf(item, rank, ladder, syllabus)
      stands.set(key, (known = found === 'none' ? 'other' : found))
    }
    return known
  }
  return groups.map((group) => {
    const over: GroupOver = {
      group,
      workMs: 0,
      categories: [],
      standing: { new: 0, current: 0, review: 0, ahead: 0, other: 0 },
      sides: { L: 0, R: 0, N: 0 },
      performed: 0,
      received: 0,
    }
    const byCategory = new Map<string, Map<string, number>>()
    for (const row of rows) {
      if (row.group !== group) continue
      over.standing[standing(row.rank, row.item)] += row.workMs
      over.sides.L += row.repsL
      over.sides.R += row.repsR
      over.sides.N += row.repsN
      over.performed += row.inRoles
      over.received += row.received
      over.workMs += row.workMs
      const category = items.get(row.item)?.category
      if (!category) continue
      const list = byCategory.get(category) ?? new Map<string, number>()
      byCategory.set(category, list.set(row.item, (list.get(row.item) ?? 0) + row.workMs))
    }
    over.categories = categoriesOf(byCategory, over.workMs, mixOf(group))
    return over
  })
}

/** Every category that was worked or is asked for, what is asked for most first. */
function categoriesOf(
  worked: ReadonlyMap<string, ReadonlyMap<string, number>>,
  allMs: number,
  mix: Mix,
): CategoryOver[] {
  return [...new Set([...mix.keys(), ...worked.keys()])]
    .map((category): CategoryOver => {
      const list = [...(worked.get(category) ?? [])].filter(([, ms]) => ms > 0)
      const workMs = list.reduce((sum, [, ms]) => sum + ms, 0)
      const share = mix.get(category)
      const wantMs = share === undefined ? undefined : share * allMs
      const missing = (wantMs ?? 0) - workMs
      return {
        category,
        workMs,
        wantMs,
        shortMs: wantMs !== undefined && missing > 0 && missing >= SHORT_FROM * wantMs ? missing : 0,
        items: list.map(([item, ms]) => ({ item, workMs: ms })).sort((a, b) => b.workMs - a.workMs),
      }
    })
    .filter(({ workMs, wantMs }) => workMs > 0 || (wantMs ?? 0) > 0)
    .sort(
      (a, b) => (b.wantMs ?? 0) - (a.wantMs ?? 0) || b.workMs - a.workMs || compare(a.category, b.category),
    )
}
const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

/** Where a class's time went for a group, ms by the clock on the wall. */
export interface GroupTimes {
  group: string
  /** How many of it were there. */
  heads: number
  work: number
  rest: number
  talk: number
  holding: number
  idle: number
  transition: number
  /** Its part of what was shown and said, what was said to several shared out by heads. */
  taught: number
}

export interface TimesOver extends GroupTimes {
  /** Its part of what was taught and of the heads, 0 to 1. */
  taughtShare: number
  headShare: number
}

/** The times of several classes by group, with each group's part of the teaching against its part of the heads. */
export function timesOver(
  classes: readonly (readonly GroupTimes[])[],
  groups: readonly string[],
): TimesOver[] {
  const sums = groups.map((group): GroupTimes => {
    const mine = classes.flatMap((times) => times.filter((one) => one.group === group))
    const sum = (of: (one: GroupTimes) => number) => mine.reduce((total, one) => total + of(one), 0)
    return {
      group,
      heads: sum(({ heads }) => heads),
      work: sum(({ work }) => work),
      rest: sum(({ rest }) => rest),
      talk: sum(({ talk }) => talk),
      holding: sum(({ holding }) => holding),
      idle: sum(({ idle }) => idle),
      transition: sum(({ transition }) => transition),
      taught: sum(({ taught }) => taught),
    }
  })
  const all = (of: (one: GroupTimes) => number) => sums.reduce((total, one) => total + of(one), 0)
  const [taught, heads] = [all((one) => one.taught), all((one) => one.heads)]
  return sums.map((one) => ({
    ...one,
    taughtShare: taught > 0 ? one.taught / taught : 0,
    headShare: heads > 0 ? one.heads / heads : 0,
  }))
}

/** The group whose part of the teaching falls furthest behind its part of the heads, where that is worth a word: by a fifth or more. */
export function shortChanged(times: readonly TimesOver[]): TimesOver | undefined {
  const SHORT_BY = 0.2
  const behind = (one: TimesOver) => (one.headShare > 0 ? 1 - one.taughtShare / one.headShare : 0)
  const [worst] = [...times].sort((a, b) => behind(b) - behind(a))
  return worst && times.some(({ taught }) => taught > 0) && behind(worst) >= SHORT_BY - 1e-9
    ? worst
    : undefined
}
