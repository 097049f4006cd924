import type { PlacedBlock, Timeline } from '../plan/timeline'
import { groupAt, type GroupNow } from '../plan/moment'
import { calledAt, type CalledNow } from './called'
import { comingAt, placeAt, remainingMs, type Course } from './course'
import type { Run } from './run'

/** What the floor shows at a moment. */
export interface FloorNow {
  /** The block under way, or the one a transition leads to; none before the start and after the end. */
  placed: PlacedBlock | undefined
  index: number
  inTransition: boolean
  /** Ms left of the block, or of the transition. */
  leftMs: number
  coming: PlacedBlock | undefined
  /** Ms until the class is done as it stands. */
  toEndMs: number
  /** What each group does, in the plan's order. */
  groups: GroupNow[]
  /** What is called now: the span of the dose that leads. */
  called: CalledNow | undefined
}

/** Reads a run against its timeline. Pure: the same run shows the same on every screen. */
export function floorNow(timeline: Timeline, run: Run): FloorNow {
  const course: Course = { timeline, skipped: run.skipped }
  const place = placeAt(course, run.position)
  const placed = place && timeline.blocks[place.index]
  const inTransition = place?.inTransition ?? false
  const end = placed ? (inTransition ? placed.at : placed.at + placed.ms) : run.position
  const inBlock = placed && !inTransition ? run.position - placed.at : 0
  return {
    placed,
    index: place?.index ?? timeline.blocks.length,
    inTransition,
    leftMs: end - run.position,
    coming: comingAt(course, run.position),
    toEndMs: remainingMs(course, run.position),
    groups: (placed?.lanes ?? []).map((lane) => groupAt(lane, inBlock)),
    called: placed && !inTransition ? calledAt(placed.calls, inBlock) : undefined,
  }
}
