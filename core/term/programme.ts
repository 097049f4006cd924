import type { z } from 'zod'
import { CATEGORIES } from '../curriculum/categories'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { list, record, slug, text } from '../kernel/fields'
import { weekOf } from '../kernel/days'

/** What a week is about, and what each rank is to work on in a month: written down ahead, shown to everybody who teaches. */

/** A week goes by its Monday, `2026-11-23`; a month by itself, `2026-11`. */
export type Period = string
export const weekPeriod = (day: string): Period => weekOf(day)
export const monthPeriod = (day: string): Period => day.slice(0, 7)
export const isMonth = (period: Period): boolean => /^\d{4}-(0[1-9]|1[0-2])$/.test(period)
export const isWeek = (period: Period): boolean =>
  /^\d{4}-\d\d-\d\d$/.test(period) && weekPeriod(period) === period

export const programmeSchema = record({
  /** The theme in words. */
  says: text(120).optional(),
  /** Of a week: items and categories that its classes are about. */
  theme: list(slug(), 0, 40).default([]),
  /** Of a month: what each rank is to work on. */
  ranks: list(record({ rank: slug(), items: list(slug(), 1, 40) }), 0, 60).default([]),
})
export type Programme = z.infer<typeof programmeSchema>

export const NO_PROGRAMME: Programme = { theme: [], ranks: [] }
export const isEmpty = ({ says, theme, ranks }: Programme): boolean =>
  says === undefined && theme.length === 0 && ranks.length === 0

export type ReadProgramme = { ok: true; programme: Programme } | { ok: false; faults: Fault[] }

/** A programme of a period, or every fault. @param known what the club has: items by id, ranks by id */
export function readProgramme(
  period: Period,
  json: unknown,
  known: { items: ReadonlySet<string>; ranks: ReadonlySet<string> },
): ReadProgramme {
  const shaped = programmeSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { theme, ranks } = shaped.data
  const faults: Fault[] = []
  if (!isWeek(period) && !isMonth(period))
    faults.push(fault(['period'], 'must be the Monday of a week, 2026-11-23, or a month, 2026-11'))
  if (isWeek(period) && ranks.length) faults.push(fault(['ranks'], 'belongs to a month, not to a week'))
  theme.forEach((id, t) => {
    if (!known.items.has(id) && !(id in CATEGORIES))
      faults.push(fault(['theme', t], `"${id}" is neither an item of the library nor a category`))
  })
  ranks.forEach(({ rank, items }, r) => {
    if (!known.ranks.has(rank))
      faults.push(fault(['ranks', r, 'rank'], `"${rank}" is not a rank of the ladder`))
    if (ranks.findIndex((other) => other.rank === rank) !== r)
      faults.push(fault(['ranks', r, 'rank'], `"${rank}" is listed twice`))
    items.forEach((id, i) => {
      if (!known.items.has(id)) faults.push(fault(['ranks', r, 'items', i], `"${id}" is not in the library`))
    })
  })
  return faults.length ? { ok: false, faults: oncePerPath(faults) } : { ok: true, programme: shaped.data }
}
