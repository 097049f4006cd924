import type { BoardPairs } from '~~/shared/answers'

/**
 * The boards with what was made at one. What was read of the same making in the meantime knows better who is here: the answer of the act, which may
 * come later than that, does not take its place.
 */
export function withMade(known: readonly BoardPairs[], made: BoardPairs): BoardPairs[] {
  const before = known.find(({ board }) => board === made.board)
  if (before && before.version >= made.version) return [...known]
  return [...known.filter(({ board }) => board !== made.board), made]
}
