import { dueFor, learntBy, MOST, studentsByGroup, weightsFor, type Helping } from '../balance/worth'
import { ClubIndex } from '../checks/club-index'
import type { ClubFacts, Expected } from '../checks/club-facts'
import { jumpLimit } from '../checks/load/jumps'
import { floorM2, kitOf, sameKit } from '../checks/hall/takes'
import { isTooFarAhead } from '../checks/rank/ahead'
import { areReadyFor } from '../checks/rank/prerequisite'
import { ADULT_HEAD_AGE } from '../checks/work/head-contact'
import { forbids } from '../checks/work/student-note'
import { regionsInNote } from '../people/floor-note'
import type { Item } from '../curriculum/item'
import { itemsInside } from '../curriculum/made-of'
import type { Standing } from '../curriculum/syllabus'
import { groupAmong } from '../people/placed'
import type { Plan } from '../plan/schema'
import type { DraftRequest } from './request'

/** What a group may be given to work on in a draft, and what it would be worth. */

/** An item for a group, at the layer that is next for it. */
export interface Candidate {
  /** Index of the group. */
  group: number
  item: Item
  layer: number
  /** What is due of it, more where it is of the theme: what a whole of it would serve. 0: it fills the time. */
  weight: number
  /** Most of the group never had it: it has to be shown. */
  isNew: boolean
  standing: Standing
  /** Whether the group keeps or learns it. */
  helping: Helping
  /** How gladly it is taken where worth does not decide, 0 to 1. */
  liking: number
}

export interface DraftGroup {
  index: number
  id: string
  name: string
  heads: number
  students: readonly Expected[]
  /** What would be served if everything due were. */
  of: number
  weights: ReadonlyMap<string, number>
  candidates: Candidate[]
  /** None of its students has practised anything yet. */
  unwritten: boolean
  jumpLimit: number
}

/** Items beyond those that are due, by which a group is kept at work. */
const MOST_FILLERS = 12
const LIKING: Record<Standing, number> = { current: 1, review: 0.6, none: 0.3, new: 0.2, ahead: 0 }

export function draftGroups(request: DraftRequest, club: ClubFacts): DraftGroup[] {
  const byWorth = studentsByGroup(request, club.students)
  return request.groups.map((group, index) => {
    const counted = byWorth[index] ?? []
    const due = dueFor(counted, club, request.date)
    const weights = weightsFor(due, club, new Set(request.theme))
    const isLearnt = learntBy(counted, group.ranks, club)
    const students = club.students.filter((student) => groupAmong(request.groups, student) === group)
    const facts: GroupForDraft = {
      group,
      index,
      students,
      weights,
      isLearnt,
      unwritten: students.every(({ practised }) => practised.size === 0),
      youngest: youngestOf(students),
    }
    return {
      index,
      id: group.id,
      name: group.name,
      heads: group.headcount,
      students,
      of: [...weights].reduce(
        (sum, [item, weight]) => sum + weight * MOST[isLearnt(item) ? 'learn' : 'keep'],
        0,
      ),
      weights,
      candidates: candidatesFor(facts, request, club),
      unwritten: facts.unwritten,
      jumpLimit: jumpLimit(facts.youngest, club.settings.limits),
    }
  })
}

interface GroupForDraft {
  group: Plan['groups'][number]
  index: number
  students: readonly Expected[]
  weights: ReadonlyMap<string, number>
  isLearnt: (item: string) => boolean
  unwritten: boolean
  youngest: number | undefined
}

const youngestOf = (students: readonly Expected[]): number | undefined => {
  const ages = students.flatMap(({ age }) => age ?? [])
  return ages.length ? Math.min(...ages) : undefined
}

function candidatesFor(of: GroupForDraft, request: DraftRequest, club: ClubFacts): Candidate[] {
  const index = ClubIndex.of(club)
  const banned = new Set(request.banned)
  const ranks = index.ranksAmong(of.group.ranks)
  const forbidden = forbiddenBy(of.students)
  const all = [...club.items.values()].flatMap((item): Candidate[] => {
    const { id } = item
    const weight = of.weights.get(id) ?? 0
    if (banned.has(id) || itemsInside(item).some(({ technique }) => banned.has(technique))) return []
    if (request.most[item.category] === 0 || forbidden(item) || !fitsTheHall(item, of, club)) return []
    if (item.headContact && of.youngest !== undefined && of.youngest < ADULT_HEAD_AGE) return []
    // A partner is somebody of the same group: whoever is alone in it works alone.
    if (item.partner === 'partner' && of.group.headcount === 1) return []
    const standing = index.nearestStanding(id, ranks)
    if (isTooFarAhead(id, ranks, index, club.settings.ahead)) return []
    const layer = nextLayer(item, of, club, index)
    if (layer === undefined) return []
    const had = of.students.filter((student) => hasHad(student, id, of, index)).length
    const isNew = of.students.length > 0 && had * 2 <= of.students.length
    const helping = of.isLearnt(id) ? 'learn' : 'keep'
    return [{ group: of.index, item, layer, weight, isNew, standing, helping, liking: LIKING[standing] }]
  })
  const worthIt = all.filter(({ weight }) => weight > 0)
  const fillers = all
    .filter(({ weight, helping }) => weight === 0 && helping === 'keep')
    .sort(
      (a, b) => Number(a.isNew) - Number(b.isNew) || b.liking - a.liking || (a.item.id < b.item.id ? -1 : 1),
    )
    .slice(0, MOST_FILLERS)
  return [...worthIt, ...fillers]
}

/** A ledger begins some day: where it has not, a rank remembers what the ranks below it are asked for. */
function hasHad(student: Expected, item: string, { unwritten }: GroupForDraft, index: ClubIndex): boolean {
  return (
    student.practised.has(item) || (unwritten && (index.attestedBy.get(student.rank)?.has(item) ?? false))
  )
}

/** Whether somebody's note rules an item out for their group. */
function forbiddenBy(students: readonly Expected[]): (item: Item) => boolean {
  const notes = students.flatMap(({ note }) => (note ? [regionsInNote(note)] : []))
  return (item) => notes.some((note) => forbids(note, item))
}

/** Whether the hall holds, and the club has the kit for, a group of it by itself. */
function fitsTheHall(item: Item, { group }: GroupForDraft, { settings: { hall } }: ClubFacts): boolean {
  if (hall.areaM2 > 0 && floorM2(item, group.headcount) > hall.areaM2) return false
  return kitOf(item, group.headcount).every(([name, units]) => {
    const has = hall.kit.find((kit) => sameKit(kit.name, name))
    return !has || units <= has.count
  })
}

/** The highest layer for which enough of a group have what it stands on: at most what its rank is asked for, and one more than most have had. */
function nextLayer(
  item: Item,
  { students, group }: GroupForDraft,
  club: ClubFacts,
  index: ClubIndex,
): number | undefined {
  const asked = Math.max(
    1,
    ...club.syllabus.flatMap(({ rank, item: id, layer }) =>
      id === item.id && group.ranks.includes(rank) ? layer : [],
    ),
  )
  const middle = reachedByMost(students.map(({ practised }) => practised.get(item.id)?.layer ?? 0))
  const highest = Math.min(item.layers.length, Math.max(asked, middle), middle + 1)
  for (let layer = Math.max(1, highest); layer >= 1; layer--)
    if (areReadyFor(item, layer, students, { index, limits: club.settings.limits })) return layer
  return undefined
}

/** The most that at least half of them have; 0 of nobody. */
export function reachedByMost(figures: readonly number[]): number {
  return [...figures].sort((a, b) => a - b)[Math.floor((figures.length - 1) / 2)] ?? 0
}
