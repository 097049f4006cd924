import type { Plan } from '../plan/schema'
import { layPlan, type PlacedBlock } from '../plan/timeline'
import { withHeirs } from './heirs'
import type { Run } from './run'

/** A board, and how long of it was really run. */
export interface Ran {
  placed: PlacedBlock
  /** Ms of the board's own time; 0: it was left out. */
  ranMs: number
}

/** How long each board of the plan as it stands was run, ms: the stretches of plan time in which the class was there. */
export function ranOf({ timeline, legs }: Pick<Run, 'timeline' | 'legs'>): Ran[] {
  return timeline.blocks.map((placed) => {
    const end = placed.at + placed.ms
    const ranMs = legs.reduce(
      (sum, { planFrom, planTo }) => sum + Math.max(0, Math.min(planTo, end) - Math.max(planFrom, placed.at)),
      0,
    )
    return { placed, ranMs }
  })
}

/**
 * How long each board of the plan that the class was begun with was run, ms: what went on as another board after a change on the floor is
 * its own.
 */
export function ranOfPlanned(planned: Plan, run: Run): Ran[] {
  const ran = new Map(ranOf(run).map(({ placed, ranMs }) => [placed.block.id, ranMs]))
  const sumOf = (ids: readonly string[]) => ids.reduce((sum, id) => sum + (ran.get(id) ?? 0), 0)
  return layPlan(planned).blocks.map((placed) => ({
    placed,
    ranMs: sumOf(withHeirs(run.heirs, placed.block.id)),
  }))
}
