import { daysBetween } from '../../kernel/days'
import { telling, type Check, type Finding } from '../check'
import { listed } from '../ground'

const tell = telling('rank.new', 'hint')
/** Only a class with this much work in it can be expected to bring something on. */
const WORTH_MS = 20 * 60_000
const FRESH_DAYS = 7

/** More than two new items for a group in one class; or a class with none, and nothing in it that was due. */
export const rankNew: Check = {
  code: 'rank.new',
  find(ground) {
    if (ground.club.syllabus.length === 0) return []
    return ground.groups.flatMap((group): Finding[] => {
      const worked = new Map<string, Set<string>>()
      let workMs = 0
      for (const facts of ground.blocks)
        for (const { technique, ms } of ground.lane(facts, group).works) {
          workMs += ms
          const blocks = worked.get(technique)
          if (blocks) blocks.add(facts.block.id)
          else worked.set(technique, new Set([facts.block.id]))
        }
      const fresh = [...worked].filter(([technique]) => ground.standingFor(technique, group) === 'new')
      if (fresh.length > ground.limits.newItems)
        return [
          tell(
            `${fresh.length} new items for ${group.group.name}: ${listed(fresh.map(([id]) => ground.name(id)))}.`,
            `at most ${ground.limits.newItems} in a class`,
            {
              blocks: [...new Set(fresh.flatMap(([, blocks]) => [...blocks]))],
              groups: [group.group.id],
              severity: 'warn',
            },
          ),
        ]
      if (fresh.length > 0 || workMs < WORTH_MS || group.students.length === 0 || !ground.plan.date) return []
      const today = ground.plan.date
      const isDue = (technique: string) =>
        group.students.some(({ practised }) => {
          const last = practised.get(technique)?.last
          return last === undefined || daysBetween(last, today) > FRESH_DAYS
        })
      const current = [...worked.keys()].filter((id) => ground.standingFor(id, group) === 'current')
      if (current.some(isDue)) return []
      return [
        tell(
          `Nothing in the class is new or due for ${group.group.name}.`,
          `all of it practised in the last ${FRESH_DAYS} days`,
          { groups: [group.group.id] },
        ),
      ]
    })
  },
}
