import { taughtMs } from '../balance/taught'
import type { GroupTimes } from '../balance/over-time'
import { groupsAfter, onTheWall } from './after'
import type { Run } from './run'

/**
 * Where a class's time went for each group as it was run, and how much of the teaching was each group's.
 *
 * @param heads how many of each group were there
 */
export function groupTimes(run: Run, heads: ReadonlyMap<string, number>): GroupTimes[] {
  const there = run.plan.groups.map(({ id }) => heads.get(id) ?? 0)
  const taught = taughtMs(run.timeline, there, (from, to) =>
    run.legs.reduce((sum, leg) => sum + onTheWall(leg, from, to), 0),
  )
  return groupsAfter(run).map(({ group, work, rest, talk, holding, idle, transition }, g) => ({
    group,
    heads: there[g] ?? 0,
    work: Math.round(work),
    rest: Math.round(rest),
    talk: Math.round(talk),
    holding: Math.round(holding),
    idle: Math.round(idle),
    transition: Math.round(transition),
    taught: Math.round(taught[g] ?? 0),
  }))
}
