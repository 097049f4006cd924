import type { Item } from '../../curriculum/item'
import { telling, type Check, type Finding } from '../check'
import { momentsOf } from './at-once'
import { floorM2, inPairs, unitsOf } from './takes'

const tell = telling('space.short', 'warn')

interface Floor {
  m2: number
  units: number
  what: string
}

function floorOf(item: Item | undefined, heads: number): Floor | undefined {
  if (!item?.footprintM2 || heads === 0) return undefined
  return {
    m2: floorM2(item, heads),
    units: unitsOf(item, heads),
    what: inPairs(item) ? 'pairs' : 'students',
  }
}

/** More pairs, or a bigger footprint, than the mat holds. */
export const spaceShort: Check = {
  code: 'space.short',
  find(ground) {
    const { areaM2 } = ground.club.settings.hall
    if (areaM2 === 0) return []
    return ground.plan.blocks.flatMap((block): Finding[] => {
      const [fullest] = momentsOf(block, ground)
        .map((worked) => worked.flatMap(([item, heads]) => floorOf(item, heads) ?? []))
        .map((floors) => ({ floors, m2: floors.reduce((sum, floor) => sum + floor.m2, 0) }))
        .sort((a, b) => b.m2 - a.m2)
      if (!fullest || fullest.m2 <= areaM2) return []
      const { floors, m2 } = fullest
      const units = floors.map((floor) => `${floor.units} ${floor.what}`).join(' and ')
      return [
        tell(
          `${block.title} needs ${Math.round(m2)} m², the mat has ${areaM2}.`,
          `${units} at once; let half of them work at a time`,
          {
            blocks: [block.id],
          },
        ),
      ]
    })
  },
}
