import { fault, type Fault } from '../kernel/faults'
import { spokenName, type Item } from './item'
import { cycleInWords, findCycle, unmetFaults } from './prerequisites'
import type { Syllabus } from './syllabus'

/** A fault of one item of a library. */
export interface ItemFault extends Fault {
  item: string
}

/**
 * What a changed library must still hold, whoever changed it and by whichever way: prerequisites that are there, layers that the
 * syllabus and other items ask for, no circle. One set of rules for forms, files and the API; run at the server with the club locked.
 *
 * @param changed the items that are new or different
 * @param library the library as it would be
 * @param syllabus the syllabus as it would be
 * @returns the faults by item, each at the field of that item; empty when all is well
 */
export function libraryFaults(
  changed: readonly Item[],
  library: ReadonlyMap<string, Item>,
  syllabus: Syllabus,
): ItemFault[] {
  const touched = new Map(changed.map((item) => [item.id, item]))
  const faults: ItemFault[] = changed.flatMap((item) =>
    unmetFaults(item, library).map((one) => ({ ...one, item: item.id })),
  )
  for (const { rank, item: id, layer } of syllabus) {
    const item = touched.get(id)
    if (item && layer > item.layers.length)
      faults.push({
        ...fault(['layers'], `must be at least ${layer}: the syllabus of ${rank} asks for it`),
        item: id,
      })
  }
  for (const other of library.values())
    for (const { item: id, layer } of other.prerequisites) {
      const item = touched.get(id)
      if (item && !touched.has(other.id) && layer > item.layers.length)
        faults.push({
          ...fault(['layers'], `cannot be fewer: ${spokenName(other)} builds on a later one`),
          item: id,
        })
    }
  if (faults.length) return faults
  const cycle = findCycle(library)
  if (!cycle) return []
  const told = fault(['prerequisites'], `would go in a circle: ${cycleInWords(cycle, library)}`)
  return [{ ...told, item: cycle.find(({ item }) => touched.has(item))?.item ?? cycle[0]?.item ?? '' }]
}

/** A syllabus laid over another: what both speak of is the incoming one's, nothing is taken away. */
export function layOver(standing: Syllabus, incoming: Syllabus): Syllabus {
  const rows = new Map(standing.map((entry) => [`${entry.rank} ${entry.item}`, entry]))
  for (const entry of incoming) rows.set(`${entry.rank} ${entry.item}`, entry)
  return [...rows.values()]
}
