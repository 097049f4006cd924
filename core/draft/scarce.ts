import type { ClubFacts } from '../checks/club-facts'
import { floorM2, unitsOfKit } from '../checks/hall/takes'
import type { Candidate, DraftGroup } from './candidates'

/** Something there is only so much of at once: how much, and what a group at an item takes of it. */
export interface Scarce {
  most: number
  each: (candidate: Candidate) => number
}

/** Each piece of the hall's kit and its floor, as far as the club says how much there is. */
export function scarceIn(club: ClubFacts, groups: readonly DraftGroup[]): Scarce[] {
  const { kit, areaM2 } = club.settings.hall
  const heads = ({ group }: Candidate) => groups[group]?.heads ?? 0
  return [
    ...kit.map(({ name, count }) => ({
      most: count,
      each: (one: Candidate) => unitsOfKit(name, one.item, heads(one)),
    })),
    ...(areaM2 > 0 ? [{ most: areaM2, each: (one: Candidate) => floorM2(one.item, heads(one)) }] : []),
  ]
}
