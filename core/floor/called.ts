import type { Stretch } from '../plan/modes/mode'
import { spanAt, stretchesAt } from '../plan/moment'
import type { Span } from '../plan/spans'
import type { PlacedBlock } from '../plan/timeline'

/** What is called at a moment of a board. */
export interface CalledNow {
  span: Span
  /** Ms into the span. */
  inMs: number
  /** All spans of the same stretch, to count sets and rounds by. */
  stretch: Stretch
}

/** Of several tracks called at once, the one that goes on longest leads. */
export function calledAt(calls: Stretch[], time: number): CalledNow | undefined {
  const [stretch] = stretchesAt(calls, time).sort((a, b) => b.at + b.ms - (a.at + a.ms))
  const span = spanAt(stretch, time)
  return stretch && span && { stretch, span, inMs: time - stretch.at - span.at }
}

/**
 * Where the explanation that is on ends and the work begins, ms into the block; nothing where none is on.
 *
 * @param time ms into the block
 */
export function setupEnd({ calls }: PlacedBlock, time: number): number | undefined {
  const called = calledAt(calls, time)
  return called?.span.kind === 'setup' ? called.stretch.at + called.span.at + called.span.ms : undefined
}
