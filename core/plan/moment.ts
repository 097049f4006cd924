import type { Lane, Stretch } from './modes/mode'
import type { Span } from './spans'
import type { PlacedBlock, Timeline } from './timeline'

/** What a group does at a moment: the stretch and, within it, the span. */
export interface GroupNow {
  stretch: Stretch | undefined
  span: Span | undefined
}

const holds = (at: number, ms: number, time: number) => time >= at && time < at + ms

/** The span of a stretch that holds `time`, in ms from the start of the block. */
export function spanAt(stretch: Stretch | undefined, time: number): Span | undefined {
  return stretch?.spans.find(({ at, ms }) => holds(stretch.at + at, ms, time))
}

/** The stretches that hold `time`, in ms from the start of the block. */
export const stretchesAt = (lane: Lane, time: number): Stretch[] =>
  lane.filter(({ at, ms }) => holds(at, ms, time))

export function groupAt(lane: Lane, time: number): GroupNow {
  const [stretch] = stretchesAt(lane, time)
  return { stretch, span: spanAt(stretch, time) }
}

/** The block that runs at `ms` from the start of the class, and what each group does in it; in a transition and past the end, none. */
export function momentAt({ blocks }: Timeline, ms: number): { placed?: PlacedBlock; groups: GroupNow[] } {
  const placed = blocks.find(({ at, ms: length }) => holds(at, length, ms))
  return placed
    ? { placed, groups: placed.lanes.map((lane) => groupAt(lane, ms - placed.at)) }
    : { groups: [] }
}
