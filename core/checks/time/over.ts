import { refitPlan } from '../../floor/refit-plan'
import { clockAt, minutes } from '../../kernel/time-text'
import { telling, type Check } from '../check'

const tell = telling('time.over', 'warn')

/** The plan overhangs. Fix: the re-plan, from the first bow, that takes away nothing the rest needs. */
export const timeOver: Check = {
  code: 'time.over',
  find({ plan, timeline }) {
    if (timeline.spareMs >= 0) return []
    const bow = plan.start
      ? `the bow would come at ${clockAt(plan.start, timeline.totalMs).join('')}`
      : 'it will not end on time'
    const past = timeline.blocks.filter(({ at, ms }) => at + ms > plan.lengthMin * 60_000)
    return [
      tell(
        `The class runs ${minutes(-timeline.spareMs)} over; ${bow}.`,
        `${minutes(timeline.totalMs)} planned in ${plan.lengthMin}:00`,
        { blocks: past.map(({ block }) => block.id) },
      ),
    ]
  },
  fix(_, { plan }, gravesOf) {
    const { plan: fitted, changes, fits } = refitPlan(plan, gravesOf)
    if (changes.length === 0) return undefined
    return { does: fits ? 'Make it fit' : 'Cut to the least', says: changes.join(', '), plan: fitted }
  },
}
