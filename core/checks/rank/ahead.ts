import { telling, type Check, type Finding } from '../check'
import type { ClubFacts } from '../club-facts'
import type { ClubIndex } from '../club-index'
import { listed } from '../ground'

const tell = telling('rank.ahead', 'warn')

/** Whether a club has an item kept from some ranks. `ranks` is a list of `ranksAmong`. */
export function isTooFarAhead(
  item: string,
  ranks: readonly string[],
  index: ClubIndex,
  ahead: ClubFacts['settings']['ahead'],
): boolean {
  if (ahead === 'allow') return false
  return ahead === 'forbid'
    ? ranks.some((rank) => index.standing(item, rank) === 'ahead')
    : index.nearestStanding(item, ranks) === 'ahead'
}

/**
 * An item two or more ranks up. A club that warns is told when it is ahead of every rank in a group; one that forbids it, when
 * it is ahead of any of them.
 */
export const rankAhead: Check = {
  code: 'rank.ahead',
  find(ground) {
    const { ahead } = ground.club.settings
    if (ahead === 'allow') return []
    const found = new Map<string, { blocks: Set<string>; groups: Set<string> }>()
    for (const group of ground.groups) {
      for (const facts of ground.blocks)
        for (const { technique } of ground.lane(facts, group).works) {
          if (!isTooFarAhead(technique, group.ranks, ground.index, ahead)) continue
          const about = found.get(technique) ?? { blocks: new Set(), groups: new Set() }
          found.set(technique, about)
          about.blocks.add(facts.block.id)
          about.groups.add(group.group.id)
        }
    }
    return [...found].map(([technique, { blocks, groups }]): Finding => {
      const who = ground.plan.groups.filter(({ id }) => groups.has(id)).map(({ name }) => name)
      return tell(
        `${ground.name(technique)} is two ranks or more ahead of ${listed(who)}.`,
        ahead === 'forbid' ? 'the club forbids it' : 'beginners may taste it, with care',
        {
          blocks: [...blocks],
          groups: [...groups],
          about: technique,
          severity: ahead === 'forbid' ? 'stop' : 'warn',
        },
      )
    })
  },
}
