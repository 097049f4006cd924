import type { Limits } from '../../curriculum/limits'
import { telling, type Check, type Finding } from '../check'
import { perLane, repsIn } from '../ground'

const tell = telling('load.jumps', 'warn')

export function jumpLimit(youngest: number | undefined, limits: Limits): number {
  if (youngest === undefined || youngest >= 16) return limits.jumps
  return youngest < 13 ? limits.jumpsUnder13 : limits.jumpsUnder16
}

/** Jumps and landings of who works a lane; nothing where nothing in it jumps. */
const jumpsIn = perLane(({ pieces }) => {
  let jumps: number | undefined
  for (const piece of pieces) {
    const each = piece.item?.jumps ?? 0
    if (each > 0 && piece.span.role !== 'B' && piece.span.kind !== 'holding')
      jumps = (jumps ?? 0) + each * repsIn(piece)
  }
  return jumps
})

/** Jumps and landings of one student over the limit for the youngest in the group. */
export const loadJumps: Check = {
  code: 'load.jumps',
  find(ground) {
    return ground.groups.flatMap((group): Finding[] => {
      let jumps = 0
      const blocks: string[] = []
      for (const block of ground.blocks) {
        const here = jumpsIn(ground.lane(block, group))
        if (here === undefined) continue
        jumps += here
        blocks.push(block.block.id)
      }
      const limit = jumpLimit(group.youngest, ground.limits)
      if (jumps <= limit) return []
      const band =
        group.youngest !== undefined && group.youngest < 16 ? `, the youngest is ${group.youngest}` : ''
      return [
        tell(`${group.group.name} jump ${Math.round(jumps)} times.`, `limit ${limit} a student${band}`, {
          blocks,
          groups: [group.group.id],
        }),
      ]
    })
  },
}
