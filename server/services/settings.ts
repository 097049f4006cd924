import { readSettings, settingsSchema, type ClubSettings } from '../../core/curriculum/settings'
import type { Club } from '../db/in-club'
import type { ClubRow } from '../db/rows'
import { badFields, stale } from './refusal'

/** The club's settings as one document: what has a column of its own, and the rest. */
export function settingsOf(row: ClubRow): ClubSettings {
  const { name, place, zone, firstSide, lengthMin, startTime, settings } = row
  return settingsSchema.parse({ ...settings, name, place, zone, firstSide, lengthMin, startTime })
}

/** The columns of a club's row that hold its settings. */
export function settingsColumns(settings: ClubSettings) {
  const { name, place, zone, firstSide, lengthMin, startTime, ...rest } = settings
  return { name, place, zone, firstSide, lengthMin, startTime, settings: rest }
}

/**
 * Saves the settings over the version they were made from.
 *
 * @throws Refusal with the fields at fault, or with theirs when somebody else saved first
 */
export async function saveSettings(
  club: Club,
  userId: string,
  base: number,
  document: unknown,
): Promise<{ version: number }> {
  const read = readSettings(document)
  if (!read.ok) throw badFields(read.faults)
  const row = await club.lock()
  const version = await club.advance('settings', base)
  if (version === undefined) throw stale('settings', settingsOf(row), read.settings, row.settingsVersion)
  await club.changeRow(settingsColumns(read.settings))
  await club.changed('library', 'settings', 'saved', userId)
  return { version }
}
