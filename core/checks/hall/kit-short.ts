import { telling, type Check, type Finding } from '../check'
import { momentsOf, type Worked } from './at-once'
import { kitOf } from './takes'

const tell = telling('kit.short', 'warn')

/** How many of each piece of kit are in use at a moment. */
function needOf(worked: readonly Worked[]): Map<string, number> {
  const need = new Map<string, number>()
  for (const [item, heads] of worked)
    for (const [name, units] of item ? kitOf(item, heads) : []) need.set(name, (need.get(name) ?? 0) + units)
  return need
}

/** More pads, sticks or shields in use at once than the club has. Kit that the club does not list is not counted. */
export const kitShort: Check = {
  code: 'kit.short',
  find(ground) {
    const has = new Map(ground.club.settings.hall.kit.map(({ name, count }) => [name.toLowerCase(), count]))
    if (has.size === 0) return []
    return ground.plan.blocks.flatMap((block): Finding[] => {
      const most = new Map<string, number>()
      for (const worked of momentsOf(block, ground))
        for (const [name, units] of needOf(worked)) most.set(name, Math.max(most.get(name) ?? 0, units))
      return [...most].flatMap(([name, units]) => {
        const there = has.get(name.toLowerCase())
        return there !== undefined && units > there
          ? [
              tell(`${block.title} needs ${units} ${name}, the club has ${there}.`, 'at the same time', {
                blocks: [block.id],
                about: name,
              }),
            ]
          : []
      })
    })
  },
}
