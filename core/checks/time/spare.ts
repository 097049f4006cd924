import { boardFor } from '../../curriculum/boards'
import { insertBlock } from '../../plan/edit'
import { fitBlock } from '../../plan/fit-dose'
import { minutes } from '../../kernel/time-text'
import { telling, type Check } from '../check'
import { longestAgo } from '../longest-ago'

const tell = telling('time.spare', 'hint')
/** A drill needs this long to be worth its setup. */
const LEAST_MS = 3 * 60_000
const MOST_MS = 10 * 60_000

/** More than five minutes are unused. Fix: fill them with what was practised longest ago. */
export const timeSpare: Check = {
  code: 'time.spare',
  find({ plan, timeline, limits }) {
    if (timeline.blocks.length === 0 || timeline.spareMs <= limits.spare * 60_000) return []
    return [
      tell(
        `${minutes(timeline.spareMs)} of the class are not used yet.`,
        `${minutes(timeline.totalMs)} planned in ${plan.lengthMin}:00`,
      ),
    ]
  },
  fix(_, ground) {
    const { plan, timeline } = ground
    const room = Math.min(MOST_MS, timeline.spareMs - timeline.transitionMs)
    const item = longestAgo(ground)
    if (!item || room < LEAST_MS) return undefined
    // Before the class winds down: cool-down and closing stay at the end.
    const end = plan.blocks.findLastIndex(({ phase }) => phase !== 'cooldown' && phase !== 'closing')
    const added = insertBlock(plan, end + 1, boardFor(item))
    const board = added.plan.blocks[end + 1]
    if (!board) return undefined
    const fitted = fitBlock(board, added.plan, room).block
    return {
      does: `Fill with ${ground.name(item.id)}`,
      says: `${ground.name(item.id)} fills the time: nobody practised it for longest`,
      plan: { ...added.plan, blocks: added.plan.blocks.map((b) => (b === board ? fitted : b)) },
    }
  },
}
