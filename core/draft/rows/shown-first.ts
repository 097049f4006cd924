import { patternsOf, timesAt, type ModelParts } from '../model-parts'
import type { Term } from '../programme'

/**
 * What is new to a group is shown before it is worked again. Up to each water, the boards on which nothing is shown hold what a group has
 * had before, or again what has been shown by then: a class cannot open with boards for which nobody knows anything yet.
 */
export function showFirst(m: ModelParts): void {
  for (const { index } of m.q.groups) {
    const mine = patternsOf(m, index)
    /** How often something new is worked again after it was shown. */
    const again = Math.max(
      0,
      ...mine.filter(({ shownAt }) => shownAt !== undefined).map((one) => one.lengths.length - 1),
    )
    m.lengths.forEach((length, w) => {
      const had = mine
        .filter(({ shownAt }) => shownAt === undefined)
        .map((pattern): Term => [pattern.column, -timesAt(pattern, length)])
      m.known.forEach((_, s) => {
        const until = (of: readonly (readonly number[])[], factor: number) =>
          of.slice(0, s + 1).map((columns): Term => [columns[w] ?? 0, factor])
        m.b.atMost([...until(m.known, 1), ...until(m.shown, -again), ...had], 0)
      })
    })
  }
}
