import { byId } from '../../core/curriculum/prerequisites'
import { readSyllabus, type Syllabus } from '../../core/curriculum/syllabus'
import type { Club } from '../db/in-club'
import { itemsOf, ladderOf, syllabusRowsOf } from './library'
import { badFields, stale } from './refusal'

/** Writes a syllabus in the place of what was there. */
export async function putSyllabus(club: Club, document: unknown): Promise<void> {
  const read = readSyllabus(document, await ladderOf(club), byId(await itemsOf(club)))
  if (!read.ok) throw badFields(read.faults.map((one) => ({ ...one, path: `syllabus${one.path}` })))
  await club.syllabus.remove({})
  await club.syllabus.addAll(
    read.syllabus.map(({ rank, item, layer, target, asks, part }, position) => ({
      rankId: rank,
      itemId: item,
      position,
      layer,
      unit: target?.unit ?? null,
      amount: target?.amount ?? null,
      asks: asks ?? null,
      part: part ?? null,
    })),
  )
}

/**
 * Saves the syllabus over the version it was made from.
 *
 * @throws Refusal with the entries at fault, or with theirs when somebody else saved first
 */
export async function saveSyllabus(
  club: Club,
  userId: string,
  base: number,
  document: Syllabus | unknown,
): Promise<{ version: number }> {
  const { syllabusVersion } = await club.lock()
  const version = await club.advance('syllabus', base)
  if (version === undefined) throw stale('syllabus', await syllabusRowsOf(club), document, syllabusVersion)
  await putSyllabus(club, document)
  await club.changed('library', 'syllabus', 'saved', userId)
  return { version }
}
