import { minutes } from '../../kernel/time-text'
import { telling, type Check, type Finding } from '../check'
import { perLane } from '../ground'

const tell = telling('head.contact', 'warn')
/** Nobody younger is hit on the head. */
export const ADULT_HEAD_AGE = 16

/** Ms of work with head contact in a lane. */
const headContactIn = perLane(({ works }) =>
  works.reduce((sum, { item, ms }) => (item?.headContact ? sum + ms : sum), 0),
)

/** Any drill with head contact for under-sixteens; for the others, more of it than the club allows. */
export const headContact: Check = {
  code: 'head.contact',
  find(ground) {
    return ground.groups.flatMap((group): Finding[] => {
      const blocks: string[] = []
      let ms = 0
      for (const facts of ground.blocks) {
        const here = headContactIn(ground.lane(facts, group))
        if (here === 0) continue
        blocks.push(facts.block.id)
        ms += here
      }
      if (ms === 0) return []
      const about = { blocks, groups: [group.group.id] }
      if (group.youngest !== undefined && group.youngest < ADULT_HEAD_AGE)
        return [
          tell(
            `${group.group.name} have someone of ${group.youngest} in work with head contact.`,
            'none under 16',
            { ...about, severity: 'stop' },
          ),
        ]
      return ms > ground.limits.headContact * 60_000
        ? [
            tell(
              `${group.group.name} work ${minutes(ms)} with head contact.`,
              `limit ${minutes(ground.limits.headContact * 60_000)}`,
              about,
            ),
          ]
        : []
    })
  },
}
