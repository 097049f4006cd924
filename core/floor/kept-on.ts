import { workedAt } from '../plan/places'
import type { Span } from '../plan/spans'
import type { Stretch } from '../plan/modes/mode'
import type { PlacedBlock } from '../plan/timeline'

/** What a group is at in a board, and for how long. */
interface At {
  stretch: Stretch
  span: Span
  inMs: number
}

function groupAt({ lanes }: PlacedBlock, group: number, time: number): At | undefined {
  for (const stretch of lanes[group] ?? [])
    for (const span of stretch.spans) {
      const inMs = time - stretch.at - span.at
      if (inMs >= 0 && inMs < span.ms) return { stretch, span, inMs }
    }
  return undefined
}

const workOf = ({ stretch, span }: At) => JSON.stringify(workedAt(stretch, span.place))

/** Work that is credited only where it is done whole. */
const isWhole = ({ kind }: Span) => ['reps', 'paced', 'round', 'hold', 'run'].includes(kind)

/**
 * A board is changed while it is worked: how long ago the rep, round, hold or run began that a group is at, and that it does in the changed board
 * just as well. 0 where the group's own work changes, and where nothing is cut.
 *
 * @param group its index in the plan
 * @param time ms into the board as it was, `then` into the one that goes on
 */
export function keptOnMs(
  before: PlacedBlock,
  after: PlacedBlock,
  group: number,
  time: number,
  then: number,
): number {
  const was = groupAt(before, group, time)
  const goesOn = groupAt(after, group, then)
  if (!was || !goesOn || !isWhole(was.span)) return 0
  const [a, b] = [was.span, goesOn.span]
  const isSame =
    a.kind === b.kind &&
    a.repMs === b.repMs &&
    a.side === b.side &&
    a.role === b.role &&
    workOf(was) === workOf(goesOn)
  const counts = a.kind === 'reps' || a.kind === 'paced'
  const kept = counts ? was.inMs % a.repMs : was.inMs
  const fits = counts ? goesOn.inMs % b.repMs === kept : a.ms === b.ms && goesOn.inMs === kept
  return isSame && fits ? kept : 0
}
