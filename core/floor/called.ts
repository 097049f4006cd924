import type { Dose } from '../plan/doses'
import type { Block } from '../plan/schema'
import type { Stretch } from '../plan/modes/mode'
import { spanAt, stretchesAt } from '../plan/moment'
import type { Span } from '../plan/spans'

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

/** The dose that is called: the track's own, where each has its own, else the board's. */
export function calledDose(block: Block | undefined, called: CalledNow | undefined): Dose | undefined {
  const track = called?.stretch.track
  return (track === undefined ? undefined : block?.tracks?.[track]?.dose) ?? block?.dose
}
