import { ClubIndex } from '../checks/club-index'
import type { ClubFacts } from '../checks/club-facts'
import { knows } from '../checks/rank/prerequisite'
import { REGIONS, type Item, type Region } from '../curriculum/item'
import { groupAmong } from '../people/placed'
import type { DraftRequest } from './request'

/** Exercises that a draft may warm up with: gentle, for everybody, in the school of the club's warm-up. */

const MOST_EXERCISES = 14

const isGeneral = ({ category }: Item) =>
  category === 'mobility' || category === 'conditioning' || category === 'games'

const SCHOOLS: Record<ClubFacts['settings']['warmup'], (item: Item) => boolean> = {
  general: isGeneral,
  own: (item) => !isGeneral(item) || item.category === 'mobility',
  light: (item) => !isGeneral(item),
}

export function exercisesFor(request: DraftRequest, club: ClubFacts): Item[] {
  const gentle = [...club.items.values()].filter(
    (item) => isGentle(item, request) && isForAll(item, request, club),
  )
  const inSchool = SCHOOLS[club.settings.warmup]
  const rate = (item: Item) => REGIONS.reduce((sum, region) => sum + (item.prepares[region] ?? 0), 0)
  const first = (item: Item) => (inSchool(item) ? 0 : 2) + (item.category === 'mobility' ? 0 : 1)
  const sorted = gentle.sort((a, b) => first(a) - first(b) || rate(b) - rate(a) || (a.id < b.id ? -1 : 1))
  const chosen: Item[] = []
  const reached = new Set<Region>()
  for (const item of sorted) {
    const adds = REGIONS.some((region) => (item.prepares[region] ?? 0) > 0 && !reached.has(region))
    // Beyond the school of the club only what nothing in it prepares.
    if (chosen.length >= MOST_EXERCISES ? !adds : first(item) > 0 && !adds) continue
    chosen.push(item)
    for (const region of REGIONS) if ((item.prepares[region] ?? 0) > 0) reached.add(region)
  }
  return chosen
}

function isGentle(item: Item, { banned, most }: DraftRequest): boolean {
  const { partner, jumps, demand, prepares, headContact, intensity = 4, parts } = item
  return (
    partner !== 'partner' &&
    jumps === 0 &&
    !headContact &&
    intensity < 7 &&
    !parts &&
    item.category !== 'throws' &&
    most[item.category] === undefined &&
    !banned.includes(item.id) &&
    Object.values(demand).every((asked) => (asked ?? 0) < 2) &&
    Object.values(prepares).some((rate) => (rate ?? 0) > 0) &&
    item.kit.length === 0
  )
}

/** Whether every group may do it: nobody is new to what it builds on, and it is not ahead of anybody. */
function isForAll(item: Item, { groups }: DraftRequest, club: ClubFacts): boolean {
  const index = ClubIndex.of(club)
  return groups.every((group) => {
    const students = club.students.filter((student) => groupAmong(groups, student) === group)
    const ranks = index.ranksAmong(group.ranks)
    const stands = ranks.map((rank) => index.standing(item.id, rank))
    if (stands.some((one) => one === 'ahead' || one === 'new')) return false
    return index.needsOf(item, 1).every((need) => {
      const known = students.filter((student) => knows(student, need, index.attestedBy)).length
      return known * 100 >= students.length * club.settings.limits.knownShare
    })
  })
}
