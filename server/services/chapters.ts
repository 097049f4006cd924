import { spokenName } from '../../core/curriculum/item'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { planOfClass } from './classes'
import { eventsOf } from './events'
import { runOfClass } from '../heavy/settlement'
import { itemsOf } from './library'
import { Refusal } from './refusal'

/** What the chapters of a class are made of: its plan, how it was run, and how its items are called. */
export async function chaptersOf(club: Club, row: ClassRow) {
  const [plan, events, items] = await Promise.all([
    planOfClass(club, row),
    eventsOf(club, row.id),
    itemsOf(club),
  ])
  const run = runOfClass(plan, events)
  if (run.startedAt === undefined)
    throw new Refusal('not-run', 'Chapters are made of a class that was run; this one has not begun.')
  const known = new Map(items.map((item) => [item.id, item]))
  const names = {
    item: (id: string) => {
      const item = known.get(id)
      return item ? spokenName(item) : id
    },
    layer: (id: string, layer: number) => known.get(id)?.layers[layer - 1]?.name ?? `layer ${layer}`,
  }
  return { run, names }
}
