import type { PlacedBlock, Timeline } from '../plan/timeline'
import type { Leg } from './run'

/** How long each board really ran, ms: the stretches of plan time in which the class was there. 0: it was left out. */
export function ranOf(timeline: Timeline, legs: readonly Leg[]): { placed: PlacedBlock; ranMs: number }[] {
  return timeline.blocks.map((placed) => {
    const end = placed.at + placed.ms
    const ranMs = legs.reduce((sum, { from, to, planFrom }) => {
      return sum + Math.max(0, Math.min(planFrom + to - from, end) - Math.max(planFrom, placed.at))
    }, 0)
    return { placed, ranMs }
  })
}
