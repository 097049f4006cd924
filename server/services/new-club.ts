import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { name, record, text } from '../../core/kernel/fields'
import { readLadder, NO_RANKS, type Ladder } from '../../core/curriculum/ladder'
import { SHIPPED_SHAPES } from '../../core/curriculum/shipped-shapes'
import { fault } from '../../core/kernel/faults'
import { readSettings, usualSettings, type ClubSettings } from '../../core/curriculum/settings'
import type { Curriculum } from '../../core/curriculum/curriculum-file'
import { STARTERS } from '../../starters'
import type { Database } from '../db/connect'
import { databaseError, DUPLICATE, inClub, type Club } from '../db/in-club'
import { writeItems } from './imports'
import { groupPerRank, putLadder } from './ladder'
import { badFields } from './refusal'
import { settingsColumns } from './settings'
import { addressOf } from './accounts'
import { putSyllabus } from './syllabus'

export const newClubSchema = record({
  club: name(120),
  zone: text(60),
  name: name(120),
  email: z.email({ error: 'must be an e-mail address' }).max(190),
  password: z.string().min(12, { error: 'must have at least 12 characters' }).max(200),
  /** The starter library to begin with; none begins empty. */
  starter: text(60).optional(),
  /** The ladder; none takes the starter's, or no ranks. */
  ladder: z.unknown().optional(),
})
export type NewClub = z.infer<typeof newClubSchema>

/**
 * What a club is made of before anybody trains in it: its ranks and groups, its library, syllabus and shapes, and who runs
 * it. All of it or nothing.
 *
 * @param people adds those who sign in
 */
export async function createClub(
  db: Database,
  id: string,
  settings: ClubSettings,
  curriculum: Curriculum,
  people: (club: Club) => Promise<void>,
  groups = groupPerRank(curriculum.ladder ?? NO_RANKS),
): Promise<void> {
  await db.tables.clubs.create({
    id,
    ...settingsColumns(settings),
    settingsVersion: 1,
    ladderKind: 'ranks',
    ladderVersion: 1,
    syllabusVersion: 1,
  })
  try {
    await inClub(db, id, async (club) => {
      await putLadder(club, curriculum.ladder ?? NO_RANKS, groups)
      await writeItems(club, curriculum.items ?? [], curriculum.syllabus ?? [])
      await putSyllabus(club, curriculum.syllabus ?? [])
      await addShapes(club)
      await people(club)
    })
  } catch (error) {
    await db.tables.clubs.destroy({ where: { id } })
    throw error
  }
}

async function addShapes(club: Club): Promise<void> {
  await club.shapes.addAll(SHIPPED_SHAPES.map((body) => ({ id: body.id, name: body.name, body, version: 1 })))
}

/** The starter's curriculum under the ladder that was asked for; a syllabus only fits its own ladder. */
function beginWith({ starter: wanted, ladder }: NewClub): Curriculum {
  const starter = STARTERS.find(({ id }) => id === wanted)
  if (wanted !== undefined && !starter)
    throw badFields([fault(['starter'], `there is no starter "${wanted}"`)])
  const own = ladder === undefined ? undefined : readOwnLadder(ladder)
  return {
    ladder: own ?? starter?.curriculum.ladder ?? NO_RANKS,
    items: starter?.curriculum.items ?? [],
    syllabus: own ? [] : (starter?.curriculum.syllabus ?? []),
  }
}

function readOwnLadder(json: unknown): Ladder {
  const read = readLadder(json)
  if (!read.ok) throw badFields(read.faults.map((one) => ({ ...one, path: `ladder.${one.path}` })))
  return read.ladder
}

/**
 * Sets up a club with its first head. A club is walled off from all others from its first row on.
 *
 * @param passwordHash the password, hashed already
 * @throws Refusal when an address is taken or a field is wrong
 */
export async function setUpClub(db: Database, given: NewClub, passwordHash: string) {
  const settings = readSettings(usualIfZone(given))
  if (!settings.ok) throw badFields(settings.faults)
  const email = addressOf(given.email)
  const taken = badFields([fault(['email'], 'is taken: sign in with it, or give another')])
  if (await db.tables.users.findOne({ where: { email }, attributes: ['id'] })) throw taken
  const curriculum = beginWith(given)
  const clubId = randomUUID()
  const user = { id: randomUUID(), name: given.name.trim(), role: 'head' as const }
  try {
    await createClub(db, clubId, settings.settings, curriculum, (club) =>
      club.users.add({ ...user, email, passwordHash }),
    )
  } catch (error) {
    // Sent several times at once, the first of them has it.
    throw databaseError(error) === DUPLICATE ? taken : error
  }
  return { ...user, clubId, passwordHash }
}

function usualIfZone({ club, zone }: NewClub): unknown {
  try {
    return usualSettings(club, zone)
  } catch {
    return { name: club, zone }
  }
}
