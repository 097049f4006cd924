import type { Item, Prerequisite } from '../curriculum/item'
import { standingOf, type Standing } from '../curriculum/syllabus'
import type { Lane } from '../plan/modes/mode'
import type { ClubFacts } from './club-facts'
import type { Group } from '../plan/schema'
import type { GroupFacts, LaneFacts } from './ground'

const NEAREST_FIRST = ['current', 'review', 'new', 'ahead'] as const

/**
 * What follows from a club alone. It stays the same while a plan is edited, so it is worked out once for a club and kept with it.
 */
export class ClubIndex {
  private static readonly known = new WeakMap<ClubFacts, ClubIndex>()
  private readonly standings = new Map<string, Map<string, Standing>>()
  private readonly needs = new WeakMap<Item, (readonly Prerequisite[])[]>()
  /** What lanes hold, by the lane itself. */
  readonly lanes = new WeakMap<Lane, LaneFacts>()
  /** Who is expected in the groups of a plan, by the list of them. */
  readonly groups = new WeakMap<readonly Group[], GroupFacts[]>()
  private readonly ranks = new Map<string, readonly string[]>()
  private readonly nearest = new WeakMap<readonly string[], Map<string, Standing>>()
  private attested: ReadonlyMap<string, ReadonlyMap<string, number>> | undefined

  private constructor(private readonly club: ClubFacts) {}

  static of(club: ClubFacts): ClubIndex {
    let index = this.known.get(club)
    if (!index) this.known.set(club, (index = new ClubIndex(club)))
    return index
  }

  /** Where an item stands for a rank. */
  standing(item: string, rank: string): Standing {
    let ofRank = this.standings.get(rank)
    if (!ofRank) this.standings.set(rank, (ofRank = new Map()))
    let standing = ofRank.get(item)
    if (!standing) ofRank.set(item, (standing = standingOf(item, rank, this.club.ladder, this.club.syllabus)))
    return standing
  }

  /** Of some ranks those that the ladder knows, lowest first; the same list for the same ranks. */
  ranksAmong(ids: readonly string[]): readonly string[] {
    const key = ids.join(' ')
    let ranks = this.ranks.get(key)
    if (!ranks)
      this.ranks.set(
        key,
        (ranks = this.club.ladder.ranks.map(({ id }) => id).filter((id) => ids.includes(id))),
      )
    return ranks
  }

  /** Where an item stands for the rank among some that is nearest to it. `ranks` is a list of `ranksAmong`. */
  nearestStanding(item: string, ranks: readonly string[]): Standing {
    let known = this.nearest.get(ranks)
    if (!known) this.nearest.set(ranks, (known = new Map()))
    let standing = known.get(item)
    if (!standing) {
      const all = ranks.map((rank) => this.standing(item, rank))
      standing = NEAREST_FIRST.find((one) => all.includes(one)) ?? 'none'
      known.set(item, standing)
    }
    return standing
  }

  /** By rank, the layer of each item that the ranks below it are asked for. */
  get attestedBy(): ReadonlyMap<string, ReadonlyMap<string, number>> {
    if (this.attested) return this.attested
    const below = new Map<string, number>()
    const byRank = new Map<string, ReadonlyMap<string, number>>()
    for (const { id } of this.club.ladder.ranks) {
      byRank.set(id, new Map(below))
      for (const { rank, item, layer } of this.club.syllabus)
        if (rank === id) below.set(item, Math.max(below.get(item) ?? 0, layer))
    }
    return (this.attested = byRank)
  }

  /** What an item at a layer stands on: what it asks for from that layer on, and the layer below. */
  needsOf(item: Item, layer: number): readonly Prerequisite[] {
    let byLayer = this.needs.get(item)
    if (!byLayer) this.needs.set(item, (byLayer = []))
    return (byLayer[layer] ??= [
      ...(layer > 1 ? [{ item: item.id, layer: layer - 1, from: layer }] : []),
      ...item.prerequisites.filter(({ from }) => from <= layer),
    ])
  }
}
