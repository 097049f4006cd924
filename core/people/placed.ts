/** Somebody as they are looked for among groups: the class group they train with, and the rank they hold. */
interface Placed {
  /** The group they were put into for this class alone. */
  tonight?: string | undefined
  group?: string | undefined
  rank?: string | undefined
}

/**
 * With which of some groups somebody trains: the one they were put into for this class, else their own where it is among them, else the one that takes their rank, else one that takes
 * everybody. Never more than one; nothing where none of them is meant for the likes of them.
 */
export function groupAmong<G extends { id: string; ranks: readonly string[] }>(
  groups: readonly G[],
  { tonight, group, rank }: Placed,
): G | undefined {
  return (
    groups.find(({ id }) => id === tonight) ??
    groups.find(({ id }) => id === group) ??
    groups.find(({ ranks }) => rank !== undefined && ranks.includes(rank)) ??
    groups.find(({ ranks }) => ranks.length === 0)
  )
}

/** As `groupAmong`, for whoever is in the hall all the same: then they are with the first of the groups. */
export const groupInHall = <G extends { id: string; ranks: readonly string[] }>(
  groups: readonly G[],
  who: Placed,
): G | undefined => groupAmong(groups, who) ?? groups[0]
