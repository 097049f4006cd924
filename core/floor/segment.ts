import type { Span } from '../plan/spans'
import type { PlacedBlock, Timeline } from '../plan/timeline'
import { calledAt, type CalledNow } from './called'

/** What the class does at a moment, from its beginning to its end: a transition, or one span of a board. Ms of the plan. */
export interface Segment {
  from: number
  to: number
  placed: PlacedBlock
  /** Of the board; none in the transition that leads to it, and where nothing is called. */
  called: CalledNow | undefined
}

/** @param position ms of the plan, inside it */
export function segmentAt({ blocks, transitionMs }: Timeline, position: number): Segment | undefined {
  const placed = blocks.find(({ at, ms }) => position < at + ms)
  if (!placed) return undefined
  if (position < placed.at)
    return { from: placed.at - transitionMs, to: placed.at, placed, called: undefined }
  const called = calledAt(placed.calls, position - placed.at)
  if (!called) return { from: placed.at, to: placed.at + placed.ms, placed, called }
  const from = placed.at + called.stretch.at + called.span.at
  return { from, to: from + called.span.ms, placed, called }
}

const WORK: readonly Span['kind'][] = ['reps', 'paced', 'round', 'hold', 'run', 'station', 'active']

/** Whether the span is work that the class does now, and not what lies around it. */
export const isPiece = ({ kind }: Span): boolean => WORK.includes(kind)

interface Called {
  span: Span
  /** Ms into the block. */
  at: number
}

/** What is called in a board, in order. */
export function calledIn({ calls }: PlacedBlock): Called[] {
  return calls
    .flatMap((stretch) => stretch.spans.map((span) => ({ span, at: stretch.at + span.at })))
    .sort((a, b) => a.at - b.at)
}

/** Where the first work of a board begins, ms into it: after its explanation. */
export function workBegins(placed: PlacedBlock): number {
  return calledIn(placed).find(({ span }) => isPiece(span))?.at ?? 0
}

/** Where the next work of a board begins after what is not work, ms into it; nothing while work is on. */
export function nextWork(placed: PlacedBlock, time: number): number | undefined {
  const called = calledAt(placed.calls, time)
  if (!called || isPiece(called.span)) return undefined
  return calledIn(placed).find(({ span, at }) => at > time && isPiece(span))?.at
}

const sameTurn = (a: Span, b: Span) =>
  a.stage === b.stage && a.lap === b.lap && a.side === b.side && a.role === b.role

/** Where the set or round that is worked, or that was just worked, began; ms into the board. */
export function pieceBegan(placed: PlacedBlock, time: number): number {
  return calledIn(placed).findLast(({ span, at }) => at <= time && isPiece(span))?.at ?? 0
}

/** Where the rung that is worked began, ms into the board: its first work on its first side. */
export function rungBegan(placed: PlacedBlock, time: number): number {
  const { span: now } = calledAt(placed.calls, time) ?? {}
  if (now?.stage === undefined) return workBegins(placed)
  return (
    calledIn(placed).find(({ span }) => isPiece(span) && span.stage === now.stage && span.lap === now.lap)
      ?.at ?? 0
  )
}

/** Where the rung that is on ends, ms into the board, with all its turns; nothing on a board without rungs. */
export function rungEnds(placed: PlacedBlock, time: number): number | undefined {
  const { span: now } = calledAt(placed.calls, time) ?? {}
  if (now?.stage === undefined) return undefined
  const own = calledIn(placed).filter(({ span }) => span.stage === now.stage && span.lap === now.lap)
  return Math.max(...own.map(({ span, at }) => at + span.ms))
}

/**
 * The same moment of a board in another version of it: the same set of the same side, role and stage, as far into it. Where the other version
 * has no such set any more, the end of the last one of the turn.
 */
export function samePlace(before: PlacedBlock, after: PlacedBlock, time: number): number {
  const now = calledAt(before.calls, time)
  if (!now) return Math.min(time, after.ms)
  const like = calledIn(after).filter(({ span }) => sameTurn(span, now.span))
  const same = like.find(
    ({ span }) => span.kind === now.span.kind && span.set === now.span.set && span.round === now.span.round,
  )
  if (same) return same.at + Math.min(now.inMs, same.span.ms)
  const last = like.at(-1)
  return last ? last.at + last.span.ms : Math.min(time, after.ms)
}
