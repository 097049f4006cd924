import { ClubIndex } from '../checks/club-index'
import type { ClubFacts } from '../checks/club-facts'
import { areReadyFor } from '../checks/rank/prerequisite'
import { IN_SCHOOL, isGentle } from '../checks/warmup/exercises'
import { RAISED } from '../checks/warmup/pulse'
import type { Category } from '../curriculum/categories'
import { REGIONS, type Item, type Region } from '../curriculum/item'
import { groupAmong } from '../people/placed'
import type { DraftRequest } from './request'

/** Exercises that a draft may warm up with: gentle, for everybody, in the school of the club's warm-up. */

const MOST_EXERCISES = 14
/** Nobody warms up at this intensity. */
const HARD = 7

export function exercisesFor(request: DraftRequest, club: ClubFacts): Item[] {
  const gentle = [...club.items.values()].filter(
    (item) => isPlain(item, request) && isForAll(item, request, club),
  )
  const inSchool = IN_SCHOOL[club.settings.warmup]
  const rate = (item: Item) => REGIONS.reduce((sum, region) => sum + (item.prepares[region] ?? 0), 0)
  const first = (item: Item) => (inSchool(item) ? 0 : 2) + (item.category === 'mobility' ? 0 : 1)
  const sorted = gentle.sort((a, b) => first(a) - first(b) || rate(b) - rate(a) || (a.id < b.id ? -1 : 1))
  // What the theme asks for is warmed up with where it can be, and there is a fall before any throw.
  const fall = sorted.find(({ category }) => category === 'falls')
  const chosen = sorted.filter((item) => request.theme.includes(item.id) || item === fall)
  const reached = new Set<Region>()
  for (const item of sorted) {
    if (chosen.includes(item)) continue
    const adds = REGIONS.some((region) => (item.prepares[region] ?? 0) > 0 && !reached.has(region))
    // Beyond the school of the club only what nothing in it prepares.
    if (chosen.length >= MOST_EXERCISES ? !adds : first(item) > 0 && !adds) continue
    chosen.push(item)
    for (const region of REGIONS) if ((item.prepares[region] ?? 0) > 0) reached.add(region)
  }
  return chosen
}

/** Of other categories nothing is worked in a warm-up. */
const AROUND_THE_WORK: ReadonlySet<Category> = new Set([
  'mobility',
  'conditioning',
  'footwork',
  'games',
  'falls',
])

/** Gentle, worth doing as a warm-up, and counted nowhere else. */
function isPlain(item: Item, { banned, most }: DraftRequest): boolean {
  const { prepares, headContact, intensity = RAISED, parts, kit, category, id } = item
  return (
    isGentle(item) &&
    !headContact &&
    intensity < HARD &&
    !parts &&
    AROUND_THE_WORK.has(category) &&
    most[category] === undefined &&
    !banned.includes(id) &&
    Object.values(prepares).some((rate) => (rate ?? 0) > 0) &&
    kit.length === 0
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
    return areReadyFor(item, 1, students, { index, limits: club.settings.limits })
  })
}
