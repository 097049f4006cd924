import { readShape } from '../../core/curriculum/shapes'
import { fault } from '../../core/kernel/faults'
import type { Club } from '../db/in-club'
import { badFields, notFound } from './refusal'

/** Keeps a shape under its id, in the place of one that was there. */
export async function saveShape(club: Club, userId: string, id: string, document: unknown): Promise<void> {
  const read = readShape(document)
  if (!read.ok) throw badFields(read.faults)
  if (read.shape.id !== id) throw badFields([fault(['id'], `must be "${id}"`)])
  await club.shapes.putAll([{ id, name: read.shape.name, body: read.shape, version: 1 }], ['name', 'body'])
  await club.changed('library', 'shapes', 'saved', userId)
}

export async function removeShape(club: Club, userId: string, id: string): Promise<void> {
  if ((await club.shapes.remove({ id })) === 0) throw notFound('shape')
  await club.changed('library', 'shapes', 'removed', userId)
}
