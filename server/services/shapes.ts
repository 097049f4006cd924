import { readShape } from '../../core/curriculum/shapes'
import { fault } from '../../core/kernel/faults'
import type { Club } from '../db/in-club'
import { keepNamed } from './named-document'
import { badFields, notFound } from './refusal'

/** Keeps a shape over the version it was made from. */
export async function saveShape(
  club: Club,
  userId: string,
  id: string,
  { base, shape: document }: { base: number; shape?: unknown },
): Promise<{ version: number }> {
  const read = readShape(document)
  if (!read.ok) throw badFields(read.faults)
  if (read.shape.id !== id) throw badFields([fault(['id'], `must be "${id}"`)])
  const kept = await keepNamed(club, 'shapes', 'shape', read.shape, base)
  await club.changed('library', 'shapes', 'saved', userId)
  return kept
}

export async function removeShape(club: Club, userId: string, id: string): Promise<void> {
  if ((await club.shapes.remove({ id })) === 0) throw notFound('shape')
  await club.changed('library', 'shapes', 'removed', userId)
}
