import type { Timeline } from '../plan/timeline'

/** How long something of the plan lasted, ms, from one of its moments to another. */
type Lasted = (from: number, to: number) => number

/**
 * How much of what the teacher shows and says goes to each group, ms. What is said to several groups at once is shared out among them by
 * heads, so a group's part of it can be held against its part of the class.
 *
 * @param heads how many there are of each group, in the plan's order; where nobody is counted groups share alike
 * @param lasted as long as planned, unless it is said otherwise
 */
export function taughtMs(
  { blocks }: Pick<Timeline, 'blocks'>,
  heads: readonly number[],
  lasted: Lasted = (from, to) => to - from,
): number[] {
  const taught = heads.map(() => 0)
  for (const { at, lanes } of blocks) {
    const talks = lanes.map((lane) =>
      lane.flatMap((stretch) =>
        stretch.spans
          .filter(({ cls, ms }) => cls === 'talk' && ms > 0)
          .map((span) => {
            const from = at + stretch.at + span.at
            return { from, to: from + span.ms }
          }),
      ),
    )
    const moments = [...new Set(talks.flat().flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b)
    for (const [m, from] of moments.entries()) {
      const to = moments[m + 1]
      if (to === undefined) break
      const told = talks.map((spans) => spans.some((span) => span.from <= from && to <= span.to))
      const all = told.reduce((sum, is, g) => sum + (is ? (heads[g] ?? 0) : 0), 0)
      const groups = told.filter(Boolean).length
      told.forEach((is, g) => {
        if (is) taught[g]! += lasted(from, to) * (all > 0 ? (heads[g] ?? 0) / all : 1 / groups)
      })
    }
  }
  return taught
}
