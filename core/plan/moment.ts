import type { Lane, Stretch } from './modes/mode'
import type { Span } from './spans'
import type { PlacedBlock, Timeline } from './timeline'

/** What a group does at a moment: the stretch and, within it, the span. */
export interface GroupNow {
  stretch: Stretch | undefined
  span: Span | undefined
  /** What it works; between two pieces of work what it does next: of a gap everybody wants to know what comes. */
  shown: { stretch: Stretch; span: Span } | undefined
  /** While it waits or holds for others: ms until it works again; nothing where it does not any more. */
  waitMs: number | undefined
}

const holds = (at: number, ms: number, time: number) => time >= at && time < at + ms

/** The span of a stretch that holds `time`, in ms from the start of the block. */
export function spanAt(stretch: Stretch | undefined, time: number): Span | undefined {
  return stretch?.spans.find(({ at, ms }) => holds(stretch.at + at, ms, time))
}

/** The stretches that hold `time`, in ms from the start of the block. */
export const stretchesAt = (lane: Lane, time: number): Stretch[] =>
  lane.filter(({ at, ms }) => holds(at, ms, time))

const WAITS: readonly Span['cls'][] = ['idle', 'holding']
/** A stretch between two pieces of work, as against work, waiting, and time that is what it is. */
const isGap = ({ cls, kind }: Span) =>
  cls === 'rest' || cls === 'transition' || kind === 'setup' || kind === 'bridge'

/** The first span of a lane from a moment on that is as is asked for. */
function nextIn(lane: Lane, time: number, isMeant: (span: Span) => boolean) {
  for (const stretch of lane)
    for (const span of stretch.spans)
      if (stretch.at + span.at >= time && isMeant(span)) return { stretch, span }
  return undefined
}

export function groupAt(lane: Lane, time: number): GroupNow {
  const [stretch] = stretchesAt(lane, time)
  const span = spanAt(stretch, time)
  const isWaiting = span !== undefined && WAITS.includes(span.cls)
  const next = isWaiting ? nextIn(lane, time, ({ cls }) => cls === 'work' || cls === 'talk') : undefined
  const coming = span && isGap(span) ? nextIn(lane, time, (one) => !isGap(one) && one.ms > 0) : undefined
  return {
    stretch,
    span,
    shown: coming ?? (stretch && span && { stretch, span }),
    waitMs: next && next.stretch.at + next.span.at - time,
  }
}

/** The block that runs at `ms` from the start of the class, and what each group does in it; in a transition and past the end, none. */
export function momentAt({ blocks }: Timeline, ms: number): { placed?: PlacedBlock; groups: GroupNow[] } {
  const placed = blocks.find(({ at, ms: length }) => holds(at, length, ms))
  return placed
    ? { placed, groups: placed.lanes.map((lane) => groupAt(lane, ms - placed.at)) }
    : { groups: [] }
}
