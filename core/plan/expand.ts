import { cuesOf, type Cue } from './cues'
import { Tally, type KnownFigures } from './practice'
import type { Practice } from './practice-row'
import type { Plan } from './schema'
import { layPlan, type Timeline } from './timeline'
import { toSec } from '../kernel/units'

export interface GroupFigures {
  id: string
  workSec: number
  restSec: number
  talkSec: number
  holdingSec: number
  idleSec: number
  transitionSec: number
  practice: Practice[]
}

export interface Expansion {
  totalSec: number
  /** Below 0: the plan overhangs by so much. */
  spareSec: number
  blocks: { id: string; startSec: number; sec: number }[]
  groups: GroupFigures[]
  cues?: Cue[]
}

/**
 * The whole arithmetic of a plan: total and spare time, each block's place, each group's time by class and practice by
 * technique and layer, and on request every call. Seconds throughout, exact to the millisecond.
 *
 * @example expandPlan(plan).spareSec // -257: the plan overhangs by 4:17
 */
export function expandPlan(plan: Plan, options: { cues?: boolean } = {}): Expansion {
  const timeline = layPlan(plan)
  const expansion: Expansion = {
    totalSec: toSec(timeline.totalMs),
    spareSec: toSec(timeline.spareMs),
    blocks: timeline.blocks.map(({ block, at, ms }) => ({
      id: block.id,
      startSec: toSec(at),
      sec: toSec(ms),
    })),
    groups: tallyGroups(plan, timeline).map((tally, g) => groupFigures(plan.groups[g]?.id ?? '', tally)),
  }
  if (options.cues) expansion.cues = cuesOf(timeline)
  return expansion
}

/** Each group's tally over the class, in the plan's order. */
export function tallyGroups(plan: Plan, timeline: Timeline): Tally[] {
  const tallies = plan.groups.map(() => new Tally())
  const gaps = Math.max(0, timeline.blocks.length - 1) * timeline.transitionMs
  for (const { lanes } of timeline.blocks) {
    const known: KnownFigures = new Map()
    lanes.forEach((lane, g) => tallies[g]?.addWhole(lane, known))
  }
  for (const tally of tallies) tally.times.transition += gaps
  return tallies
}

function groupFigures(id: string, tally: Tally): GroupFigures {
  const { times } = tally
  return {
    id,
    workSec: toSec(times.work),
    restSec: toSec(times.rest),
    talkSec: toSec(times.talk),
    holdingSec: toSec(times.holding),
    idleSec: toSec(times.idle),
    transitionSec: toSec(times.transition),
    practice: tally.practice,
  }
}
