import { minutes } from '../../kernel/time-text'
import { telling, type Check } from '../check'
import type { Ground } from '../ground'

const tell = telling('rank.share', 'warn')

/**
 * Taught time a head, in ms, for each group: time that groups share is divided among all who take part, time in which one
 * group is taught by itself among its own heads. Nothing for a group with no heads.
 */
export function taughtPerHead({ plan, timeline }: Ground): (number | undefined)[] {
  const sums = plan.groups.map(() => 0)
  const heads = plan.groups.map(({ headcount }) => headcount)
  const share = (ms: number, groups: number[]) => {
    const all = groups.reduce((sum, g) => sum + (heads[g] ?? 0), 0)
    if (all > 0) for (const g of groups) sums[g] = (sums[g] ?? 0) + ms / all
  }
  const places = new Map(plan.groups.map(({ id }, g) => [id, g]))
  /** In the plan's order; a group named twice is there once. */
  const indexes = (ids: readonly string[]) => {
    const found: number[] = []
    for (const id of ids) {
      const g = places.get(id)
      if (g !== undefined && !found.includes(g)) found.push(g)
    }
    return found.sort((a, b) => a - b)
  }
  for (const { block, ms, lanes } of timeline.blocks) {
    if (block.phase === 'water') continue
    if (block.mode === 'turns')
      for (const [t, { groups }] of (block.tracks ?? []).entries()) {
        const taking = indexes(groups)
        const [g = 0] = taking
        const own = (lanes[g] ?? []).find(({ track, technique }) => track === t && technique !== undefined)
        share(own?.ms ?? 0, taking)
      }
    else if (block.tracks) share(ms, indexes(block.tracks.flatMap(({ groups }) => groups)))
    else
      share(
        ms,
        plan.groups.map((_, g) => g),
      )
  }
  return sums.map((sum, g) => (heads[g] ? sum : undefined))
}

/** Taught time a head of one group under half of another's. */
export const rankShare: Check = {
  code: 'rank.share',
  find(ground) {
    const taught = taughtPerHead(ground).flatMap((ms, g) =>
      ms === undefined ? [] : [{ ms, group: ground.plan.groups[g] }],
    )
    const [least] = [...taught].sort((a, b) => a.ms - b.ms)
    const most = [...taught].sort((a, b) => b.ms - a.ms)[0]
    if (!least?.group || !most?.group || least.ms * 100 >= most.ms * ground.limits.taughtShare) return []
    return [
      tell(
        `${least.group.name} get ${minutes(least.ms)} of teaching a head, ${most.group.name} ${minutes(most.ms)}.`,
        `at least ${ground.limits.taughtShare} % of it`,
        { groups: [least.group.id, most.group.id] },
      ),
    ]
  },
}
