import type { SectionRuns } from '../plan/practice-row'

/** Runs through the sections of a form, as the records keep and add them. */

export function addSectionRuns(lists: Iterable<readonly SectionRuns[]>): SectionRuns[] {
  const sums = new Map<string, number>()
  for (const list of lists) for (const { id, runs } of list) sums.set(id, (sums.get(id) ?? 0) + runs)
  return [...sums]
    .map(([id, runs]) => ({ id, runs }))
    .sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0))
}

/**
 * Runs of the whole form: the least that any of its sections has had.
 *
 * @param all the ids of all its sections, where they are known: one that was never run counts 0
 */
export function wholeRuns(sections: readonly SectionRuns[], all: readonly string[] = []): number {
  const runsOf = new Map(sections.map(({ id, runs }) => [id, runs]))
  const wanted = all.length ? all : [...runsOf.keys()]
  return wanted.length ? Math.min(...wanted.map((id) => runsOf.get(id) ?? 0)) : 0
}

/** The name of a section of an item by the id it has on a board; any other id as it is. */
export function sectionName(id: string, sections: readonly { name: string }[]): string {
  return sections[sectionIds(sections).indexOf(id)]?.name ?? id
}

/** The ids that the sections of an item have on a board made from it. */
export const sectionIds = (sections: readonly unknown[]): string[] =>
  sections.map((_, n) => `section-${n + 1}`)
