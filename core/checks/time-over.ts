import { clockAt, minutes } from '../plan/time-text'
import type { Check } from './check'

/** `time.over`: the plan overhangs. */
export const timeOver: Check = (plan, timeline) => {
  if (timeline.spareMs >= 0) return []
  const bow = plan.start
    ? `the bow would come at ${clockAt(plan.start, timeline.totalMs).join('')}`
    : 'it will not end on time'
  return [
    {
      code: 'time.over',
      severity: 'warn',
      says: `The class overhangs by ${minutes(-timeline.spareMs)}; ${bow}.`,
      figures: `${minutes(timeline.totalMs)} planned in ${plan.lengthMin}:00`,
      blocks: timeline.blocks
        .filter(({ at, ms }) => at + ms > plan.lengthMin * 60_000)
        .map(({ block }) => block.id),
      groups: [],
    },
  ]
}
