import { z } from 'zod'
import { whole } from '../../core/kernel/fields'
import {
  isEmpty,
  monthPeriod,
  NO_PROGRAMME,
  readProgramme,
  weekPeriod,
  type Programme,
} from '../../core/term/programme'
import type { KeptProgramme, SavedVersion } from '../../shared/answers'
import { databaseError, DUPLICATE, type Club } from '../db/in-club'
import { badFields, stale } from './refusal'

/** The themes of weeks and the programmes of months. One that says nothing keeps its version, so that two who write at once still meet. */

export const programmeBody = z.strictObject({ base: whole(0, 1e9), programme: z.unknown() })
/** More than the weeks and months of two years. */
const MOST = 130

/** Those of the weeks and months from one day to another, both within. */
export async function programmesBetween(club: Club, from: string, to: string): Promise<KeptProgramme[]> {
  const rows = await club.select<{ period: string }>(
    `SELECT period FROM programmes WHERE club_id = :club
      AND (period BETWEEN :weekFrom AND :weekTo AND CHAR_LENGTH(period) = 10 OR period BETWEEN :monthFrom AND :monthTo AND CHAR_LENGTH(period) = 7)
      ORDER BY period LIMIT ${MOST}`,
    {
      weekFrom: weekPeriod(from),
      weekTo: weekPeriod(to),
      monthFrom: monthPeriod(from),
      monthTo: monthPeriod(to),
    },
  )
  const kept = await club.programmes.all({ period: rows.map(({ period }) => period) })
  return kept.map(({ period, version, body }) => ({ period, version, programme: body }))
}

/** What the week and the month of a day are about; nothing where nothing is written down. */
export async function programmeOn(
  club: Club,
  day: string,
): Promise<{ week: Programme | null; month: Programme | null }> {
  const kept = await club.programmes.all({ period: [weekPeriod(day), monthPeriod(day)] })
  const of = (wanted: string) => {
    const body = kept.find(({ period }) => period === wanted)?.body
    return body && !isEmpty(body) ? body : null
  }
  return { week: of(weekPeriod(day)), month: of(monthPeriod(day)) }
}

/**
 * Keeps the programme of a period.
 *
 * @param base the version it was changed from; 0: there was none
 * @throws Refusal with theirs when somebody else saved first
 */
export async function saveProgramme(
  club: Club,
  userId: string,
  period: string,
  { base, programme: json }: z.infer<typeof programmeBody>,
): Promise<SavedVersion> {
  const [items, ranks] = await Promise.all([
    club.items.all({}, { columns: ['id'] }),
    club.ranks.all({}, { columns: ['id'] }),
  ])
  const read = readProgramme(period, json, {
    items: new Set(items.map(({ id }) => id)),
    ranks: new Set(ranks.map(({ id }) => id)),
  })
  if (!read.ok) throw badFields(read.faults)
  const { programme } = read
  const row = await club.programmes.locked({ period })
  if ((row?.version ?? 0) !== base)
    throw stale('programme', row?.body ?? NO_PROGRAMME, programme, row?.version ?? 0)
  if (row)
    await club.programmes.change(
      { period },
      { body: programme, version: base + 1, savedBy: userId, savedAt: new Date() },
    )
  else
    try {
      await club.programmes.add({ period, body: programme, savedBy: userId })
    } catch (error) {
      if (databaseError(error) !== DUPLICATE) throw error
      const theirs = await club.programmes.one({ period })
      throw stale('programme', theirs?.body ?? NO_PROGRAMME, programme, theirs?.version ?? 0)
    }
  await club.changed('library', 'programmes', 'saved', userId)
  return { version: base + 1 }
}
