import { z } from 'zod'
import { itemSchema } from '../curriculum/item'
import { readItem } from '../curriculum/item-rules'
import { ladderSchema, readLadder } from '../curriculum/ladder'
import { settingsSchema } from '../curriculum/settings'
import { readSyllabus, syllabusSchema } from '../curriculum/syllabus'
import { MARKS } from '../people/marks'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { day, layerNumber, list, oneOf, record, slug, text, whole } from '../kernel/fields'
import type { ClubFacts, Expected } from './club-facts'

/**
 * The club file, `golden-lintel/club` version 1: what the checks know of a club beside the plan, so that a plan can be checked
 * with no server and no database. Everything in it but the format is optional.
 */

export const CLUB_FORMAT = 'golden-lintel/club'

export const expectedSchema = record({
  id: text(60).optional(),
  name: text(120),
  /** The class group; where a plan has no group of that id, the rank settles it. */
  group: slug().optional(),
  rank: slug(),
  age: whole(3, 120).optional(),
  note: text(500).optional(),
  practised: list(
    record({
      item: slug(),
      layer: layerNumber().default(1),
      days: whole(1, 10_000).default(1),
      last: day(),
      mark: oneOf(MARKS).optional(),
    }),
  ).default([]),
})
/** A student as the club file and the server write one. */
export type ExpectedRow = z.infer<typeof expectedSchema>

export const clubSchema = record({
  format: z.literal(CLUB_FORMAT, { error: `must be "${CLUB_FORMAT}"` }),
  version: z.literal(1, { error: 'must be 1' }),
  ladder: ladderSchema.optional(),
  items: list(itemSchema).default([]),
  syllabus: syllabusSchema.default([]),
  settings: settingsSchema.optional(),
  students: list(expectedSchema).default([]),
})

export type ReadClub = { ok: true; club: ClubFacts } | { ok: false; faults: Fault[] }

export function expectedOf({ id, name, group, rank, age, note, practised }: ExpectedRow): Expected {
  return {
    id,
    name,
    group,
    rank,
    age: age ?? null,
    note: note ?? null,
    practised: new Map(
      practised.map(({ item, layer, days, last, mark }) => [
        item,
        { layer, days, last, ...(mark ? { mark } : {}) },
      ]),
    ),
  }
}

/** A club document as facts, with the usual settings where it gives none, or every fault with its path. */
export function readClub(json: unknown): ReadClub {
  const shaped = clubSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { items, syllabus, students } = shaped.data
  const settings = shaped.data.settings ?? settingsSchema.parse({ name: 'A club', zone: 'UTC' })
  const faults: Fault[] = []
  const at = (path: string, found: readonly Fault[]) =>
    faults.push(
      ...found.map(({ path: p, message }) => ({
        path: p.startsWith('[') ? path + p : `${path}.${p}`,
        message,
      })),
    )
  items.forEach((item, i) => {
    const read = readItem(item)
    if (!read.ok) at(`items[${i}]`, read.faults)
    if (items.findIndex(({ id }) => id === item.id) !== i)
      faults.push(fault(['items', i, 'id'], `"${item.id}" is listed twice`))
  })
  const byId = new Map(items.map((item) => [item.id, item]))
  const ladder = shaped.data.ladder ?? { kind: 'none' as const, ranks: [] }
  if (shaped.data.ladder) {
    const read = readLadder(ladder)
    if (!read.ok) at('ladder', read.faults)
  }
  const read = readSyllabus(syllabus, ladder, byId)
  if (!read.ok) at('syllabus', read.faults)
  if (faults.length) return { ok: false, faults: oncePerPath(faults) }
  return { ok: true, club: { items: byId, ladder, syllabus, settings, students: students.map(expectedOf) } }
}
