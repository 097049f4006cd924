import { byId } from '../../core/curriculum/prerequisites'
import { readSyllabus, type Syllabus } from '../../core/curriculum/syllabus'
import type { Club } from '../db/in-club'
import { badFields } from '../http/problem'
import { itemsOf, ladderOf, syllabusRowsOf } from './library'
import { stale } from './stale'

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
 * @throws Problem 422 with the entries at fault, 409 when somebody else saved first
 */
export async function saveSyllabus(
  club: Club,
  base: number,
  document: Syllabus | unknown,
): Promise<{ version: number }> {
  const version = await club.advance('syllabus', base)
  if (version === undefined) throw stale('syllabus', await syllabusRowsOf(club), document)
  await putSyllabus(club, document)
  return { version }
}
