import type { Plan } from '../plan/schema'
import { groupAmong, groupInHall } from './placed'
import { inHall, type RegisterLine } from './register'

/**
 * Who there is to reckon with. Before the first bow: everybody of whom it is not known that they stay away; from then on who is in the
 * hall. Nobody from home is among them.
 */
export interface WhoIsHere {
  ids: ReadonlySet<string>
  /** How many in each group of the plan. */
  counts: ReadonlyMap<string, number>
}

interface Known {
  id: string
  group: string
  rank: string
}

/** @returns nothing while nothing is known: then the plan's own headcounts stand */
export function whoIsHere(
  groups: Plan['groups'],
  register: ReadonlyMap<string, RegisterLine>,
  students: readonly Known[],
  hasBegun: boolean,
): WhoIsHere | undefined {
  const isKnown = [...register.values()].some(({ state }) => state !== 'unknown')
  if (!isKnown) return undefined
  const counts = new Map(groups.map(({ id }) => [id, 0]))
  const ids = new Set<string>()
  for (const student of students) {
    const line = register.get(student.id)
    const isOpen = !hasBegun && (line === undefined || line.state === 'unknown')
    // Before the first bow whoever the class is not for is not expected.
    if (isOpen && !groupAmong(groups, student)) continue
    const group =
      isOpen || inHall(line) ? groupInHall(groups, { ...student, tonight: line?.group }) : undefined
    if (!group) continue
    ids.add(student.id)
    counts.set(group.id, (counts.get(group.id) ?? 0) + 1)
  }
  return { ids, counts }
}

/** The plan with as many in each group as there are. */
export function withCounts(plan: Plan, counts: ReadonlyMap<string, number>): Plan {
  const groups = plan.groups.map((group) => ({
    ...group,
    headcount: counts.get(group.id) ?? group.headcount,
  }))
  return { ...plan, groups }
}
