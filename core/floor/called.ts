import { beatTimes } from '../plan/beats'
import type { Dose } from '../plan/doses'
import { linksAt, relativeSide, type FormMove, type Link } from '../plan/places'
import type { Block } from '../plan/schema'
import type { Stretch } from '../plan/modes/mode'
import { spanAt, stretchesAt } from '../plan/moment'
import { otherSide, type Side, type Span } from '../plan/spans'

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

/** What of a rep, or of a run of a form, is called at a moment. */
export interface PieceNow {
  says: Link | FormMove
  /** From 1 as they are listed: of the rep, or of its section. */
  number: number
  of: number
}

/** The links of a rep in the order in which they are called, each with its number as listed and when it begins, ms into the rep. */
export function linksInOrder({
  span,
  stretch,
}: Pick<CalledNow, 'span' | 'stretch'>): { says: Link; number: number; at: number }[] {
  const links = span.kind === 'reps' && span.repMs > 0 ? linksAt(stretch, span.place) : undefined
  if (!links) return []
  const order = links.map((says, l) => ({ says, number: l + 1, beats: says.beats }))
  if (span.reversed) order.reverse()
  const ats = beatTimes(order, span.repMs)
  return order.map(({ says, number }, l) => ({ says, number, at: ats[l] ?? 0 }))
}

function linkNow(called: CalledNow): PieceNow | undefined {
  const order = linksInOrder(called)
  const inRepMs = called.inMs % called.span.repMs
  const now = order.findLast(({ at }) => at <= inRepMs)
  return now && { says: now.says, number: now.number, of: order.length }
}

function stepNow({ span, inMs }: CalledNow): PieceNow | undefined {
  const { steps = [] } = span
  const now = steps.findLast(({ at }) => at <= inMs)
  return (
    now && {
      says: now.says,
      number: now.move,
      of: steps.filter(({ section }) => section === now.section).length,
    }
  )
}

/** The link or the move that is called now, where a board calls more than the rep or the run. */
export const pieceNow = (called: CalledNow): PieceNow | undefined => linkNow(called) ?? stepNow(called)

/**
 * The same for one group of a board in which each has its own: its move, or its link.
 *
 * @param inMs ms into the board
 * @param counted how many moves were called by word: each group is at that move of its own form, and at its last where it has fewer
 */
export function pieceOfGroup(
  { stretch, span }: { stretch: Stretch | undefined; span: Span | undefined },
  inMs: number,
  counted: number,
): PieceNow | undefined {
  if (!stretch || !span) return undefined
  const { steps } = span
  if (!span.word || !steps) return pieceNow({ stretch, span, inMs: inMs - stretch.at - span.at })
  const at = Math.min(Math.max(1, counted), steps.length)
  const step = steps[at - 1]
  return step && { says: step.says, number: at, of: steps.length }
}

/** Partners who trade: which rep of their own it is, and how many each does in the set. */
export function tradedNow({ span, stretch, inMs }: CalledNow): { n: number; of: number } | undefined {
  if (!span.traded) return undefined
  const own = stretch.spans.filter(
    (s) =>
      s.traded &&
      s.role === span.role &&
      s.set === span.set &&
      s.side === span.side &&
      s.stage === span.stage &&
      s.lap === span.lap,
  )
  const n = span.before + Math.min(span.count, Math.floor(inMs / span.repMs) + 1)
  return { n, of: own.reduce((sum, { count }) => sum + count, 0) }
}

/** The dose that is called: the track's own, where each has its own, else the board's. */
export function calledDose(block: Block | undefined, called: CalledNow | undefined): Dose | undefined {
  const track = called?.stretch.track
  return (track === undefined ? undefined : block?.tracks?.[track]?.dose) ?? block?.dose
}

/** The side of the rep that is called: the turn's, or where sides alternate that of this very rep. */
export function sideNow({ span, inMs }: CalledNow): Side | undefined {
  if (span.side || !span.alternate || !span.repMs) return span.side
  const n = span.before + Math.floor(inMs / span.repMs) + 1
  return n % 2 === 1 ? span.alternate : otherSide(span.alternate)
}

/** The side on which a link is done, told from the side of its rep. */
export const sideOfLink = (called: CalledNow, { side }: Link): Side | undefined =>
  relativeSide(sideNow(called), side)

/** The words that the board has for this set, round, rep, stage, side or role. */
export function saysNow(block: Block | undefined, called: CalledNow, firstSide: Side): string[] {
  const { span, inMs } = called
  const rep = span.kind === 'reps' && span.repMs ? span.before + Math.floor(inMs / span.repMs) + 1 : undefined
  const side = sideNow(called)
  const as = side && (side === firstSide ? 'first' : 'other')
  const holds = <T>(asked: T | undefined, is: T | undefined) => asked === undefined || asked === is
  return (block?.says ?? [])
    .filter(
      (one) =>
        holds(one.set, span.set) &&
        holds(one.round, span.round) &&
        holds(one.stage, span.stage) &&
        holds(one.rep, rep) &&
        holds(one.side, as) &&
        holds(one.role, span.role),
    )
    .map(({ text }) => text)
}
