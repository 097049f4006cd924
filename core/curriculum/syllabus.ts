import type { z } from 'zod'
import { between, layerNumber, list, oneOf, record, slug, text } from '../kernel/fields'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import type { Category } from './categories'
import { spokenName, type Item } from './item'
import type { Ladder } from './ladder'

/** What each rank must know, at which layer, and how much practice it should have had before the grading. */

export const targetSchema = record({
  /** Reps a side, whole runs of a form, or minutes of work. */
  unit: oneOf(['reps', 'runs', 'minutes']),
  amount: between(1, 100_000),
})

export const syllabusEntrySchema = record({
  rank: slug(),
  item: slug(),
  layer: layerNumber().default(1),
  target: targetSchema.optional(),
  /** What the grading asks of it. */
  asks: text(300).optional(),
  /** The part of the grading it belongs to. */
  part: text(60).optional(),
})

export const syllabusSchema = list(syllabusEntrySchema)

export type SyllabusEntry = z.infer<typeof syllabusEntrySchema>
export type Syllabus = SyllabusEntry[]
export type Target = z.infer<typeof targetSchema>

export const targetInWords = ({ unit, amount }: Target): string =>
  unit === 'reps' ? `${amount} reps a side` : `${amount} ${amount === 1 ? unit.slice(0, -1) : unit}`

export type ReadSyllabus = { ok: true; syllabus: Syllabus } | { ok: false; faults: Fault[] }

/** A syllabus for a ladder and a library: every rank, item and layer must exist, and an item stand once in a rank. */
export function readSyllabus(json: unknown, ladder: Ladder, items: ReadonlyMap<string, Item>): ReadSyllabus {
  const shaped = syllabusSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const ranks = new Set(ladder.ranks.map(({ id }) => id))
  const seen = new Set<string>()
  const faults = shaped.data.flatMap((entry, e) => {
    const found: Fault[] = []
    const item = items.get(entry.item)
    if (!ranks.has(entry.rank)) found.push(fault([e, 'rank'], `"${entry.rank}" is not a rank of the ladder`))
    if (!item) found.push(fault([e, 'item'], `"${entry.item}" is not in the library`))
    else if (entry.layer > item.layers.length)
      found.push(fault([e, 'layer'], `${spokenName(item)} has only ${item.layers.length} layers`))
    if (seen.has(`${entry.rank} ${entry.item}`))
      found.push(fault([e, 'item'], `"${entry.item}" is asked of ${entry.rank} twice`))
    seen.add(`${entry.rank} ${entry.item}`)
    return found
  })
  return faults.length ? { ok: false, faults: oncePerPath(faults) } : { ok: true, syllabus: shaped.data }
}

export interface Cell {
  rank: string
  category: Category
  /** What this rank adds: items asked for the first time, and items asked at a higher layer than before. */
  added: SyllabusEntry[]
  raised: SyllabusEntry[]
}

/** Rank × category, ranks in their order; a cell with neither added nor raised is a gap. */
export function syllabusGrid(ladder: Ladder, items: ReadonlyMap<string, Item>, syllabus: Syllabus): Cell[] {
  const cells = new Map<string, Cell>()
  const reached = new Map<string, number>()
  for (const { id: rank } of ladder.ranks)
    for (const entry of syllabus.filter((one) => one.rank === rank)) {
      const category = items.get(entry.item)?.category
      if (!category) continue
      const key = `${rank} ${category}`
      const cell: Cell = cells.get(key) ?? { rank, category, added: [], raised: [] }
      const before = reached.get(entry.item)
      if (before === undefined) cell.added.push(entry)
      else if (entry.layer > before) cell.raised.push(entry)
      reached.set(entry.item, Math.max(before ?? 0, entry.layer))
      cells.set(key, cell)
    }
  return [...cells.values()]
}

/** A rank that asks nothing of a category which the library has. */
export interface Gap {
  rank: string
  category: Category
}

export function syllabusGaps(ladder: Ladder, items: Iterable<Item>, syllabus: Syllabus): Gap[] {
  const known = new Map([...items].map((item) => [item.id, item.category]))
  const taught = new Set(known.values())
  const asked = new Set(syllabus.map(({ rank, item }) => `${rank} ${known.get(item)}`))
  return ladder.ranks.flatMap(({ id: rank }) =>
    [...taught]
      .filter((category) => !asked.has(`${rank} ${category}`))
      .map((category) => ({ rank, category })),
  )
}

/** Something in the order of a syllabus that an instructor should know of. */
export interface OrderNote {
  rank: string
  item: string
  /** One sentence: what is asked before what it builds on. */
  says: string
  /** A prerequisite asked of a later rank is out of order; one asked of nobody is only unsaid. */
  grave: boolean
}

/** Items asked before their prerequisites, and layers asked again lower than before. */
export function orderNotes(
  ladder: Ladder,
  items: ReadonlyMap<string, Item>,
  syllabus: Syllabus,
): OrderNote[] {
  const position = new Map(ladder.ranks.map(({ id }, at) => [id, at]))
  const rankName = (id: string) => ladder.ranks.find((rank) => rank.id === id)?.name ?? id
  const name = (id: string) => {
    const item = items.get(id)
    return item ? spokenName(item) : id
  }
  const at = (entry: SyllabusEntry) => position.get(entry.rank) ?? 0
  const byItem = new Map<string, SyllabusEntry[]>()
  for (const entry of [...syllabus].sort((a, b) => at(a) - at(b)))
    byItem.set(entry.item, [...(byItem.get(entry.item) ?? []), entry])

  const notes: OrderNote[] = []
  for (const entry of syllabus) {
    const tell = (says: string, grave: boolean) =>
      notes.push({ rank: entry.rank, item: entry.item, says, grave })
    for (const need of items.get(entry.item)?.prerequisites ?? []) {
      if (need.from > entry.layer) continue
      const asked = (byItem.get(need.item) ?? []).filter(({ layer }) => layer >= need.layer)
      const layer = need.layer > 1 ? ` at layer ${need.layer}` : ''
      const first = asked[0]
      if (!first)
        tell(`${name(entry.item)} builds on ${name(need.item)}${layer}, which no rank is asked for.`, false)
      else if (at(first) > at(entry))
        tell(
          `${name(entry.item)} is asked of ${rankName(entry.rank)}, but builds on ${name(need.item)}${layer}, which is first asked of ${rankName(first.rank)}.`,
          true,
        )
    }
    const higher = (byItem.get(entry.item) ?? []).find(
      (other) => at(other) < at(entry) && other.layer > entry.layer,
    )
    if (higher)
      tell(
        `${name(entry.item)} is asked of ${rankName(entry.rank)} at layer ${entry.layer}, though ${rankName(higher.rank)} has it at layer ${higher.layer} already.`,
        false,
      )
  }
  return notes.sort((a, b) => Number(b.grave) - Number(a.grave))
}

/** Where an item stands for a rank. `none`: no rank is asked for it. */
export type Standing = 'new' | 'current' | 'review' | 'ahead' | 'none'

/** New in the next rank up, current in this one, review in a lower one, ahead two or more up. */
export function standingOf(item: string, rank: string, ladder: Ladder, syllabus: Syllabus): Standing {
  const position = (id: string) => ladder.ranks.findIndex((one) => one.id === id)
  const here = position(rank)
  const asked = syllabus.filter((entry) => entry.item === item).map((entry) => position(entry.rank))
  if (asked.length === 0) return 'none'
  if (asked.includes(here)) return 'current'
  const first = Math.min(...asked)
  if (first < here) return 'review'
  return first === here + 1 ? 'new' : 'ahead'
}
