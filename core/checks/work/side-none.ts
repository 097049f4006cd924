import { changeBlock } from '../../plan/edit'
import { hasSides } from '../../plan/doses'
import { onNoSides } from '../../plan/painted'
import type { Block } from '../../plan/schema'
import { telling, type Check, type Finding } from '../check'
import type { Ground } from '../ground'

const tell = telling('side.none', 'hint')

/** Items without sides in tracks whose count goes from side to side, with the groups that work them. */
function countedOnSides({ dose, tracks = [] }: Block, { club }: Ground) {
  return tracks.filter(({ technique, noSides, dose: own }) => {
    const worked = own ?? dose
    return !noSides && worked && hasSides(worked) && club.items.get(technique)?.sides === 1
  })
}

/** An item that has no sides, on a count that others share and that has two: its reps would go right and left. Fix: to no side. */
export const sideNone: Check = {
  code: 'side.none',
  find(ground) {
    return ground.blocks.flatMap(({ block }) =>
      countedOnSides(block, ground).map(({ technique, groups }): Finding =>
        tell(
          `${ground.name(technique)} has no sides, but its reps count right and left.`,
          'the count has two sides',
          {
            blocks: [block.id],
            groups: [...groups],
            about: technique,
          },
        ),
      ),
    )
  },
  fix({ blocks: [id = ''], groups, about = '' }, ground) {
    const name = ground.name(about)
    return {
      does: 'To no side',
      says: `${name}: its reps go to no side`,
      plan: groups.reduce(
        (plan, group) => changeBlock(plan, id, (block) => onNoSides(block, group, true)),
        ground.plan,
      ),
    }
  },
}
