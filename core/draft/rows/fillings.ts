/**
 * Ways to fill a board: what each group may take at once of something there is only so much of. The amounts of a group are numbered from
 * its least; only the fillings in which no group could take its next amount as well are told, since every other lies below one of them.
 */

/** For each group the number of the amount it takes at most. */
export type Filling = readonly number[]

/**
 * @param amounts of each group, what its items take, each amount once, least first; a group that takes nothing has [0]
 * @param most how much there is
 * @param limit with more fillings than this nothing is told: there would be more of them than they are worth
 * @returns the fullest fillings; none where the least of every group is too much already
 */
export function fullestFillings(
  amounts: readonly (readonly number[])[],
  most: number,
  limit: number,
): Filling[] | undefined {
  const leastAfter = amounts.map((_, g) => amounts.slice(g + 1).reduce((sum, [least = 0]) => sum + least, 0))
  const found: Filling[] = []
  const room = most + 1e-9
  /** No group at or before the last could take its next amount beside what is taken. */
  const isFull = (taken: readonly number[], sum: number) =>
    taken.every((n, g) => {
      const [now = 0, next] = [amounts[g]?.[n], amounts[g]?.[n + 1]]
      return next === undefined || sum - now + next > room
    })
  const fill = (taken: number[], sum: number): boolean => {
    const g = taken.length
    if (g === amounts.length) {
      if (isFull(taken, sum)) found.push(taken)
      return found.length <= limit
    }
    for (const [n, amount] of (amounts[g] ?? []).entries()) {
      if (sum + amount + (leastAfter[g] ?? 0) > room) break
      if (!fill([...taken, n], sum + amount)) return false
    }
    return true
  }
  return fill([], 0) ? found : undefined
}
