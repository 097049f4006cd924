import type { Highs } from 'highs'
import type { z } from 'zod'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { day, list, record, slug, whole, yesNo } from '../kernel/fields'
import { fewestAtBest, fewestOf, type Figures } from './fewest'
import { Minutes, type Helpings } from './minutes'
import type { Placed } from './placed'
import { questionOf, type TermQuestion } from './question'
import { anywhere, spaced, spacingIn } from './spacing'

/**
 * The term: is there time, from now to the grading, for every group to get what the syllabus asks of it? In proper helpings, few things in a
 * class, what is built on first, what is new again soon and then at growing gaps. The least that is short, the fewest returns of new things
 * that are missing and the fewest helpings are proved; docs/term.md writes the question out.
 */

const MOST_MINUTES = 100_000
/** Minutes below which an item is not worth taking up, and beyond which more in one class is of no use. */
export const LEAST_MIN = 4
export const MOST_MIN = 12

const termItem = record({
  item: slug(),
  needMin: whole(0, MOST_MINUTES),
  /** The least of it that is of use in one class; 4, or `mostMin` where that is less. */
  leastMin: whole(1, MOST_MINUTES).optional(),
  /** The most of it that is of use in one class. */
  mostMin: whole(1, MOST_MINUTES).default(MOST_MIN),
  /** Items that come no later than it does. */
  after: list(slug(), 0, 100).default([]),
  /** It wants two returns after its first lesson. */
  new: yesNo().default(false),
}).transform(({ leastMin, ...item }) => ({
  ...item,
  leastMin: leastMin ?? Math.min(LEAST_MIN, item.mostMin),
}))

export const termSchema = record({
  today: day(),
  grading: day(),
  classes: list(
    record({
      date: day(),
      /** What it has for each group's main work. */
      minutes: whole(0, MOST_MINUTES),
      /** Items that it has room for in each group. */
      most: whole(1, MOST_MINUTES).default(3),
    }),
    0,
    1000,
  ),
  groups: list(record({ id: slug(), items: list(termItem, 0, 500) }), 0, 40),
})
export type TermFile = z.infer<typeof termSchema>
type TermGroup = TermFile['groups'][number]

export type ReadTerm = { ok: true; term: TermFile } | { ok: false; faults: Fault[] }

export function readTerm(json: unknown): ReadTerm {
  const shaped = termSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { groups } = shaped.data
  const faults = groups.flatMap(({ id, items }, g): Fault[] => [
    ...(groups.findIndex((other) => other.id === id) !== g
      ? [fault(['groups', g, 'id'], `repeats the group "${id}"`)]
      : []),
    ...items.flatMap(({ item, leastMin, mostMin }, i) => [
      ...(items.findIndex((other) => other.item === item) !== i
        ? [fault(['groups', g, 'items', i, 'item'], `repeats the item "${item}"`)]
        : []),
      ...(leastMin > mostMin
        ? [fault(['groups', g, 'items', i, 'leastMin'], `must not be more than mostMin, ${mostMin}`)]
        : []),
    ]),
    ...orderFaults(items, g),
  ])
  return faults.length ? { ok: false, faults } : { ok: true, term: shaped.data }
}

/** What an item comes after must be in its group, and nothing after itself, by whatever way. */
function orderFaults(items: TermGroup['items'], g: number): Fault[] {
  const known = new Set(items.map(({ item }) => item))
  const after = new Map<string, string[]>()
  const leadsTo = (from: string, to: string): boolean =>
    from === to || (after.get(from) ?? []).some((before) => leadsTo(before, to))
  return items.flatMap(({ item, after: before }, i) =>
    before.flatMap((id, a): Fault[] => {
      const path = ['groups', g, 'items', i, 'after', a]
      if (!known.has(id)) return [fault(path, `"${id}" is not an item of the group`)]
      if (leadsTo(id, item)) return [fault(path, `"${id}" comes after "${item}" itself`)]
      after.set(item, [...(after.get(item) ?? []), id])
      return []
    }),
  )
}

export interface TermPlan {
  groups: {
    id: string
    needMin: number
    haveMin: number
    shortMin: number
    /** Pairs of item and class. */
    helpings: number
    /** What is short, what is missing and how many helpings there are is proved to be the least. */
    proved: boolean
    items: { item: string; needMin: number; shortMin: number; on: string[] }[]
  }[]
  /** Whole minutes of an item in a class, sorted by date, group and item. */
  plan: { date: string; group: string; item: string; minutes: number }[]
}

const sum = (numbers: readonly number[]) => numbers.reduce((total, n) => total + n, 0)
const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

export interface TermLimits {
  /** Seconds of a clock that goes on evenly. */
  now: () => number
  /** For each group, to prove and to space. */
  proveSec: number
  spaceSec: number
  /** Times that helpings are spaced, each from another beginning, and changes tried each time. */
  runs: number
  tries: number
}

/** As long as anybody waits at a command. */
export const PATIENT = { proveSec: 30, spaceSec: 9, runs: 4, tries: 120_000 }
/** As long as anybody waits at a screen. */
export const PROMPT = { proveSec: 3, spaceSec: 0.7, runs: 1, tries: 30_000 }

/**
 * Spreads what is asked of every group over the classes of a term.
 *
 * @param placed what was put on a class by hand: it comes then and just so much of it, and the rest is planned around it
 */
export function planTerm(
  highs: Highs,
  term: TermFile,
  limits: TermLimits,
  placed: readonly Placed[] = [],
): TermPlan {
  const groups = term.groups.map((group) => {
    const mine = placed.filter((one) => one.group === group.id)
    return ofGroup(highs, term, group, limits, mine)
  })
  return {
    groups: groups.map(({ told }) => told),
    plan: groups
      .flatMap(({ rows }) => rows)
      .sort((a, b) => compare(a.date, b.date) || compare(a.group, b.group) || compare(a.item, b.item)),
  }
}

/**
 * Which items come in which classes. Where a plan is found that comes to what no plan is better than, it is proved with that; else every
 * item and class is asked for.
 */
function helpingsOf(
  highs: Highs,
  question: TermQuestion,
  { now, proveSec, ...limits }: TermLimits,
): { helpings: Helpings; given: number; proved: boolean } {
  const began = now()
  const atBest = fewestAtBest(highs, question, { timeLimitSec: proveSec / 2, now })
  const start = anywhere(
    question,
    atBest.times.map(([many = 0]) => many),
  )
  const found = bestSpaced(question, start, atBest, { now, ...limits })
  if (found) return { helpings: found, given: atBest.given, proved: atBest.proved }
  const timeLimitSec = Math.max(proveSec / 2, proveSec - (now() - began))
  const fewest = fewestOf(highs, question, atBest, { timeLimitSec, now })
  const helpings = fewest.times.map((row) => row.flatMap((many, c) => (many > 0 ? [c] : [])))
  return { ...fewest, helpings: bestSpaced(question, helpings, fewest, { now, ...limits }) ?? helpings }
}

function bestSpaced(
  question: TermQuestion,
  start: Helpings,
  wanted: Figures,
  { now, spaceSec, runs, tries }: Omit<TermLimits, 'proveSec'>,
): Helpings | undefined {
  const began = now()
  const goesOn = () => now() - began < spaceSec
  const spacing = (helpings: Helpings) => spacingIn(question, helpings)
  let best: Helpings | undefined
  for (let seed = 1; seed <= runs && goesOn(); seed++) {
    const one = spaced(question, start, wanted, { tries, seed, goesOn })
    if (one && (!best || spacing(one) < spacing(best))) best = one
  }
  return best
}

function ofGroup(
  highs: Highs,
  term: TermFile,
  group: TermGroup,
  limits: TermLimits,
  placed: readonly Placed[],
) {
  const question = questionOf(term, group, placed)
  const { helpings, given, proved } = helpingsOf(highs, question, limits)
  const { minutes } = new Minutes(question).of(helpings, given)
  const rows = group.items.flatMap(({ item }, i) =>
    question.classes.flatMap(({ date }, c) => {
      const some = question.fixed[i]?.[c] ?? minutes[i]?.[helpings[i]?.indexOf(c) ?? -1] ?? 0
      return some > 0 ? [{ date, group: group.id, item, minutes: some }] : []
    }),
  )
  const items = group.items.map(({ item, needMin }) => {
    const mine = rows.filter((row) => row.item === item)
    const shortMin = Math.max(0, needMin - sum(mine.map((row) => row.minutes)))
    return { item, needMin, shortMin, on: mine.map(({ date }) => date) }
  })
  return {
    rows,
    told: {
      id: group.id,
      needMin: sum(items.map(({ needMin }) => needMin)),
      haveMin: haveMin(term),
      shortMin: sum(items.map(({ shortMin }) => shortMin)),
      helpings: rows.length,
      proved,
      items,
    },
  }
}

const haveMin = ({ today, grading, classes }: TermFile): number =>
  sum(classes.filter(({ date }) => date >= today && date < grading).map(({ minutes }) => minutes))
