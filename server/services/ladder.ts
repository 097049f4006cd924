import { z } from 'zod'
import { between, list, record, slug, text } from '../../core/kernel/fields'
import { fault, faultsOf, type Fault } from '../../core/kernel/faults'
import { readLadder, type Ladder } from '../../core/curriculum/ladder'
import type { Club } from '../db/in-club'
import type { ClassGroup } from '../../shared/answers'
import { groupsOf, ladderOf } from './library'
import { badFields, stale } from './refusal'

/** The groups in which a club teaches: each takes in some of the ranks, and has a pace of its own. */
export const groupsSchema = list(
  record({ id: slug(), name: text(80), pace: between(0.5, 2).default(1), ranks: list(slug(), 1) }),
  1,
  12,
)

export function readGroups(json: unknown, ladder: Ladder): ClassGroup[] {
  const shaped = groupsSchema.safeParse(json)
  if (!shaped.success)
    throw badFields(faultsOf(shaped.error).map((one) => ({ ...one, path: `groups${one.path}` })))
  const known = new Set(ladder.ranks.map(({ id }) => id))
  const faults: Fault[] = []
  const taught = new Set<string>()
  shaped.data.forEach(({ id, ranks }, g) => {
    if (shaped.data.findIndex((other) => other.id === id) !== g)
      faults.push(fault(['groups', g, 'id'], `"${id}" is listed twice`))
    ranks.forEach((rank, r) => {
      if (!known.has(rank))
        faults.push(fault(['groups', g, 'ranks', r], `"${rank}" is not a rank of the ladder`))
      if (taught.has(rank))
        faults.push(fault(['groups', g, 'ranks', r], `"${rank}" is in another group already`))
      taught.add(rank)
    })
  })
  const left = ladder.ranks.find(({ id }) => !taught.has(id))
  if (left) faults.push(fault(['groups'], `leave out ${left.name}: every rank is taught in a group`))
  if (faults.length) throw badFields(faults)
  return shaped.data
}

/** One group per rank, as a club begins. */
export const groupPerRank = (ladder: Ladder): ClassGroup[] =>
  ladder.ranks.slice(0, 12).map(({ id, name }, g, all) => ({
    id,
    name,
    pace: 1,
    // A ladder of more ranks than there can be groups: the last group takes the rest.
    ranks: g === all.length - 1 ? ladder.ranks.slice(g).map((rank) => rank.id) : [id],
  }))

/** The groups there are, for another ladder: ranks that went leave them, new ranks get a group of their own. */
export function groupsFor(ladder: Ladder, groups: readonly ClassGroup[]): ClassGroup[] {
  const known = new Set(ladder.ranks.map(({ id }) => id))
  const kept = groups
    .map((group) => ({ ...group, ranks: group.ranks.filter((rank) => known.has(rank)) }))
    .filter(({ ranks }) => ranks.length > 0)
  const taught = new Set(kept.flatMap(({ ranks }) => ranks))
  const more = groupPerRank({ ...ladder, ranks: ladder.ranks.filter(({ id }) => !taught.has(id)) })
  return [...kept, ...more]
}

/** A rank that is used cannot go: it is said by what. */
async function refuseUsed(club: Club, ladder: Ladder): Promise<void> {
  const kept = new Set(ladder.ranks.map(({ id }) => id))
  const faults: Fault[] = []
  for (const { id, name } of await club.ranks.all()) {
    if (kept.has(id)) continue
    const students = await club.students.count({ rankId: id })
    const asked = await club.syllabus.count({ rankId: id })
    if (students)
      faults.push(
        fault(
          ['ranks'],
          `${name} cannot be removed: ${students} ${students === 1 ? 'student holds' : 'students hold'} it`,
        ),
      )
    else if (asked)
      faults.push(
        fault(
          ['ranks'],
          `${name} cannot be removed: the syllabus asks ${asked} ${asked === 1 ? 'item' : 'items'} of it`,
        ),
      )
  }
  if (faults.length) throw badFields(faults)
}

/**
 * Puts a ladder and its groups in the place of what was there; a rank that goes must be unused. Students follow their rank into its
 * group; who was placed by hand stays, unless that group is gone.
 */
export async function putLadder(club: Club, ladder: Ladder, groups: ClassGroup[]): Promise<void> {
  await refuseUsed(club, ladder)
  await club.groupRanks.remove({})
  // Positions are unique: what was there stands aside while the new order is written.
  const before = await club.ranks.all()
  for (const { id, position } of before) await club.ranks.change({ id }, { position: position + 1000 })
  await club.ranks.putAll(
    ladder.ranks.map((rank, position) => ({ ...rank, position })),
    ['name', 'position', 'colour', 'ink', 'notches', 'minMonths', 'minClasses', 'variants'],
  )
  const kept = new Set(ladder.ranks.map(({ id }) => id))
  for (const { id } of before) if (!kept.has(id)) await club.ranks.remove({ id })
  await club.groups.putAll(
    groups.map(({ id, name, pace }, position) => ({ id, name, pace, position })),
    ['name', 'pace', 'position'],
  )
  await club.groupRanks.addAll(
    groups.flatMap(({ id, ranks }) => ranks.map((rankId) => ({ groupId: id, rankId }))),
  )
  const keptGroups = new Set(groups.map(({ id }) => id))
  const gone = (await club.groups.all()).map(({ id }) => id).filter((id) => !keptGroups.has(id))
  if (gone.length) await club.students.change({ groupId: gone }, { placed: false })
  for (const { id, ranks } of groups)
    await club.students.change({ rankId: ranks, placed: false }, { groupId: id })
  for (const id of gone) await club.groups.remove({ id })
  await club.changeRow({ ladderKind: ladder.kind })
}

export const ladderBody = z.object({ base: z.number().int(), ladder: z.unknown(), groups: z.unknown() })

/**
 * Saves the rank ladder and the groups over the version they were made from.
 *
 * @throws Refusal with the fields at fault or what is still used, or with theirs when somebody else saved first
 */
export async function saveLadder(
  club: Club,
  userId: string,
  body: z.infer<typeof ladderBody>,
): Promise<{ version: number }> {
  const read = readLadder(body.ladder)
  if (!read.ok) throw badFields(read.faults)
  const groups = readGroups(body.groups, read.ladder)
  const { ladderVersion } = await club.lock()
  const version = await club.advance('ladder', body.base)
  if (version === undefined)
    throw stale(
      'ranks',
      { ladder: await ladderOf(club), groups: await groupsOf(club) },
      { ladder: read.ladder, groups },
      ladderVersion,
    )
  await putLadder(club, read.ladder, groups)
  await club.changed('library', 'ladder', 'saved', userId)
  await club.changed('students', 'ladder', 'regrouped', userId)
  return { version }
}
