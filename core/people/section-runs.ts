import type { SectionRuns } from '../plan/practice'

/** Runs through the sections of a form, as the records keep and add them. */

export function addSectionRuns(lists: Iterable<readonly SectionRuns[]>): SectionRuns[] {
  const sums = new Map<string, number>()
  for (const list of lists) for (const { id, runs } of list) sums.set(id, (sums.get(id) ?? 0) + runs)
  return [...sums]
    .map(([id, runs]) => ({ id, runs }))
    .sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0))
}

/** Runs of the whole form: the least that any of its sections has had. */
export const wholeRuns = (sections: readonly SectionRuns[]): number =>
  sections.length ? Math.min(...sections.map(({ runs }) => runs)) : 0
