import { demoItems, demoLadder, demoSyllabus } from '../../../demo/curriculum'
import type { clubSchema } from '../../../core/checks/club-file'
import type { z } from 'zod'
import type { requestSchema } from '../../../core/draft/request'
import { chanceOf } from '../../../core/kernel/chance'

/** Clubs made at random: what their students have behind them, how many there are, and what hall they train in. */

export type ClubFile = z.input<typeof clubSchema>
export type RequestFile = z.input<typeof requestSchema>

export interface MadeClub {
  seed: number
  groups: number
  /** Of the library, from its first item on. */
  items: number
  lengthMin: number
  /** Share of the syllabus of one's rank and of those below that has been practised at all. */
  history?: number
  heads?: number
}

const TODAY = '2026-11-26'
const dayBefore = (days: number) => new Date(Date.parse(TODAY) - days * 86_400_000).toISOString().slice(0, 10)

export function madeClub({ seed, groups, items, lengthMin, history = 0.7, heads = 7 }: MadeClub): {
  club: ClubFile
  request: RequestFile
} {
  const chance = chanceOf(seed)
  const upTo = (most: number) => Math.floor(chance() * (most + 1))
  const library = closed(items)
  const known = new Set(library.map(({ id }) => id))
  const ranks = demoLadder.ranks
  // With more groups than ranks two groups share one.
  const made = Array.from({ length: groups }, (_, g) => ({
    id: `group-${g + 1}`,
    name: `Group ${g + 1}`,
    ranks:
      groups >= ranks.length
        ? [ranks[g % ranks.length]?.id ?? '']
        : ranks.filter((_, r) => Math.floor((r * groups) / ranks.length) === g).map(({ id }) => id),
    headcount: Math.max(2, heads - 3 + upTo(6)),
  }))
  const students = made.flatMap((group) =>
    Array.from({ length: group.headcount }, (_, s) => {
      const rank = group.ranks[upTo(group.ranks.length - 1)] ?? ''
      const below = new Set(ranks.slice(0, ranks.findIndex(({ id }) => id === rank) + 1).map(({ id }) => id))
      const asked = new Map<string, number>()
      for (const { rank: of, item, layer = 1 } of demoSyllabus)
        if (below.has(of) && known.has(item)) asked.set(item, Math.max(asked.get(item) ?? 0, layer))
      return {
        id: `${group.id}-${s}`,
        name: `Student ${group.id} ${s}`,
        group: group.id,
        rank,
        age: chance() < 0.1 ? 13 + upTo(2) : 16 + upTo(40),
        practised: [...asked]
          .filter(() => chance() < history)
          .map(([item, layer]) => ({
            item,
            layer: Math.max(1, layer - upTo(1)),
            days: 1 + upTo(9),
            last: dayBefore(1 + upTo(60)),
            ...(chance() < 0.4 ? { mark: (['not yet', 'shaky', 'sound', 'sharp'] as const)[upTo(3)] } : {}),
          })),
      }
    }),
  )
  return {
    club: {
      format: 'golden-lintel/club',
      version: 1,
      ladder: demoLadder,
      items: library,
      syllabus: demoSyllabus.filter(({ item }) => known.has(item)),
      settings: {
        name: 'A made club',
        zone: 'UTC',
        hall: {
          areaM2: chance() < 0.3 ? 0 : students.length * (3 + upTo(7)),
          hot: chance() < 0.1,
          kit: [
            { name: 'pad', count: 4 + upTo(students.length) },
            { name: 'mat', count: students.length + upTo(20) },
          ],
        },
      },
      students,
    },
    request: { format: 'golden-lintel/request', version: 1, date: TODAY, lengthMin, groups: made, seed: 0 },
  }
}

/** So many items of a library, every one with all that it stands on. */
function closed(many: number): typeof demoItems {
  const chosen = new Map<string, (typeof demoItems)[number]>()
  const byId = new Map(demoItems.map((item) => [item.id, item]))
  const take = (id: string) => {
    const item = byId.get(id)
    if (!item || chosen.has(id)) return
    chosen.set(id, item)
    for (const need of item.prerequisites) take(need.item)
    for (const part of item.parts ?? []) take(part.technique)
  }
  for (const { id } of demoItems) if (chosen.size < many) take(id)
  return [...chosen.values()]
}
