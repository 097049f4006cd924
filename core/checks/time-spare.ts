import { minutes } from '../plan/time-text'
import type { Check } from './check'

const UNUSED_MS = 5 * 60_000

/** `time.spare`: more than five minutes are unused. */
export const timeSpare: Check = (plan, timeline) =>
  timeline.spareMs > UNUSED_MS && timeline.blocks.length > 0
    ? [
        {
          code: 'time.spare',
          severity: 'hint',
          says: `${minutes(timeline.spareMs)} of the class are not used yet.`,
          figures: `${minutes(timeline.totalMs)} planned in ${plan.lengthMin}:00`,
          blocks: [],
          groups: [],
        },
      ]
    : []
