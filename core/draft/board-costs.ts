import type { ClubFacts } from '../checks/club-facts'
import type { Item } from '../curriculum/item'
import type { DraftBoard } from './draft-board'
import { sameShape, shapeOf } from './beats'
import { floorM2, kitOf } from '../checks/hall/takes'
import type { Candidate, DraftGroup } from './candidates'

/** What speaks against the works of one board, wherever it stands. Known for the works as they are: a change puts others in their place. */
export class BoardCosts {
  private readonly kit: ReadonlyMap<string, number>
  private readonly costs = new WeakMap<DraftBoard['works'], number>()
  private readonly full = new WeakMap<DraftBoard['works'], number>()

  constructor(
    private readonly groups: readonly DraftGroup[],
    private readonly hall: ClubFacts['settings']['hall'],
  ) {
    this.kit = new Map(hall.kit.map(({ name, count }) => [name.toLowerCase(), count]))
  }

  /** How unlike one another its items are. */
  of(works: DraftBoard['works']): number {
    let cost = this.costs.get(works)
    if (cost === undefined) this.costs.set(works, (cost = costOf(works)))
    return cost
  }

  /** How many limits of the hall it breaks. */
  overTheHall(works: DraftBoard['works']): number {
    let over = this.full.get(works)
    if (over === undefined) this.full.set(works, (over = this.hallLimitsOf(works)))
    return over
  }

  private hallLimitsOf(works: DraftBoard['works']): number {
    const { areaM2 } = this.hall
    let m2 = 0
    let over = 0
    const need = new Map<string, number>()
    // Groups at one layer of an item are one track: its pairs are of all of them.
    const tracks = new Map<string, { item: Item; heads: number }>()
    works.forEach((work, g) => {
      if (!work) return
      const key = `${work.item.id} ${work.layer}`
      const heads = (tracks.get(key)?.heads ?? 0) + (this.groups[g]?.heads ?? 0)
      tracks.set(key, { item: work.item, heads })
    })
    for (const { item, heads } of tracks.values()) {
      m2 += floorM2(item, heads)
      for (const [name, units] of kitOf(item, heads))
        need.set(name.toLowerCase(), (need.get(name.toLowerCase()) ?? 0) + units)
    }
    for (const [name, units] of need) if (units > (this.kit.get(name) ?? Infinity)) over++
    return over + (areaM2 > 0 && m2 > areaM2 ? 1 : 0)
  }
}

function costOf(works: DraftBoard['works']): number {
  const different: Candidate[] = []
  let cost = 0
  for (const work of works) {
    if (!work) continue
    if (!different.some(({ item }) => item === work.item)) different.push(work)
  }
  const first = different[0]
  cost += different.length - 1
  if (first) {
    const shape = shapeOf(first.item, 180)
    cost += 1.2 * different.filter(({ item }) => !sameShape(shapeOf(item, 180), shape)).length
    cost += 0.4 * different.filter(({ item }) => item.category !== first.item.category).length
  }
  return cost
}
