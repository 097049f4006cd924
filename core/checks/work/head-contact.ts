import { minutes } from '../../kernel/time-text'
import { telling, type Check, type Finding } from '../check'

const tell = telling('head.contact', 'warn')
/** Nobody younger is hit on the head. */
export const ADULT_HEAD_AGE = 16

/** Any drill with head contact for under-sixteens; for the others, more of it than the club allows. */
export const headContact: Check = {
  code: 'head.contact',
  find(ground) {
    return ground.groups.flatMap((group): Finding[] => {
      const blocks = new Set<string>()
      let ms = 0
      for (const [{ block }, work] of ground.worksOf(group)) {
        if (!work.item?.headContact) continue
        blocks.add(block.id)
        ms += work.ms
      }
      if (ms === 0) return []
      const about = { blocks: [...blocks], groups: [group.group.id] }
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
