import type { Side } from '../plan/spans'
import type { Segment } from './segment'

/** Which reps are lived through when more are done than a set has. */

/** Which rep of a set is done again when more are called than it has: the last, or where sides alternate the last of that side. */
export function slotOf(
  rep: number,
  { count, alternate }: { count: number; alternate: Side | undefined },
): number {
  if (rep <= count) return rep
  return alternate && count > 1 && (rep - count) % 2 === 1 ? count - 1 : count
}

/**
 * How far back the end of a stretch is left for more of it, and what is still to be added then. A count that goes from side to side goes
 * back by pairs, and ends one early where an odd one was asked for.
 *
 * @param more ms that are to be added
 */
export function goBack({ called, from, to }: Segment, more: number): { back: number; rest: number } {
  const { alternate, repMs = 0, count = 0 } = called?.span ?? {}
  if (!alternate || count < 2) {
    const back = Math.min(more, to - from)
    return { back, rest: more - back }
  }
  const pairs = Math.min(Math.ceil(more / repMs / 2), Math.floor(count / 2))
  const back = pairs * 2 * repMs
  return { back, rest: more - back }
}
