import type { z } from 'zod'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { day, list, record, slug, whole } from '../kernel/fields'
import type { Placed } from './placed'
import { spread } from './spread'

/**
 * The term: is there time, from now to the grading, for every group to get what the syllabus asks of it? Exact: what is short is the least
 * there can be, what comes first on the list is served first, and each item comes back spread over the classes rather than heaped.
 */

export const termSchema = record({
  today: day(),
  grading: day(),
  classes: list(record({ date: day(), minutes: whole(0, 1440) }), 0, 1000),
  groups: list(
    record({
      id: slug(),
      items: list(
        record({
          item: slug(),
          needMin: whole(0, 100_000),
          /** The most of it that is of use in one class. */
          mostMin: whole(1, 1440).default(8),
        }),
        0,
        500,
      ),
    }),
    0,
    40,
  ),
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
    ...items.flatMap(({ item }, i) =>
      items.findIndex((other) => other.item === item) !== i
        ? [fault(['groups', g, 'items', i, 'item'], `repeats the item "${item}"`)]
        : [],
    ),
  ])
  return faults.length ? { ok: false, faults } : { ok: true, term: shaped.data }
}

export interface TermPlan {
  groups: {
    id: string
    needMin: number
    haveMin: number
    shortMin: number
    items: { item: string; needMin: number; shortMin: number }[]
  }[]
  /** Whole minutes of an item in a class, sorted by date, group and item. */
  plan: { date: string; group: string; item: string; minutes: number }[]
}

interface Day {
  date: string
  minutes: number
}

/** The classes that count, from today on and before the grading; those of one day are one. */
function daysOf({ today, grading, classes }: TermFile): Day[] {
  const days = new Map<string, number>()
  for (const { date, minutes } of classes)
    if (date >= today && date < grading) days.set(date, (days.get(date) ?? 0) + minutes)
  return [...days].map(([date, minutes]) => ({ date, minutes })).sort((a, b) => (a.date < b.date ? -1 : 1))
}

const sum = (numbers: readonly number[]) => numbers.reduce((total, n) => total + n, 0)

/**
 * Spreads what is asked of every group over the classes of a term.
 *
 * @param placed what was put on a class by hand: it comes then and just so much of it, and the rest is planned around it
 */
export function planTerm(term: TermFile, placed: readonly Placed[] = []): TermPlan {
  const days = daysOf(term)
  const groups = term.groups.map((group) =>
    ofGroup(
      group,
      days,
      placed.filter((one) => one.group === group.id),
    ),
  )
  return {
    groups: groups.map(({ told }) => told),
    plan: groups
      .flatMap(({ rows }) => rows)
      .sort((a, b) => compare(a.date, b.date) || compare(a.group, b.group) || compare(a.item, b.item)),
  }
}
const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

const given = (minutes: readonly (number | undefined)[] = []) => minutes.filter((one) => one !== undefined)

function ofGroup({ id, items }: TermGroup, days: readonly Day[], placed: readonly Placed[]) {
  const put = new Map(placed.map(({ item, day: date, minutes }) => [`${item} ${date}`, minutes]))
  const fixed = items.map(({ item }) => days.map(({ date }) => put.get(`${item} ${date}`)))
  const spreadOut = spread(
    items.map(({ needMin, mostMin }, i) => ({
      need: Math.max(0, needMin - sum(given(fixed[i]))),
      most: days.map((_, d) => (fixed[i]?.[d] === undefined ? mostMin : 0)),
    })),
    days.map((one, d) => Math.max(0, one.minutes - sum(given(fixed.map((row) => row[d]))))),
  )
  const minutes = spreadOut.map((row, i) => row.map((some, d) => fixed[i]?.[d] ?? some))
  const short = items.map(({ needMin }, i) => Math.max(0, needMin - sum(minutes[i] ?? [])))
  return {
    told: {
      id,
      needMin: sum(items.map(({ needMin }) => needMin)),
      haveMin: sum(days.map((one) => one.minutes)),
      shortMin: sum(short),
      items: items.map(({ item, needMin }, i) => ({ item, needMin, shortMin: short[i] ?? 0 })),
    },
    rows: items.flatMap(({ item }, i) =>
      days.flatMap(({ date }, d) => {
        const given = minutes[i]?.[d] ?? 0
        return given > 0 ? [{ date, group: id, item, minutes: given }] : []
      }),
    ),
  }
}
