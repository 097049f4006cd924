import { inForce } from '../floor/event'
import type { Sighting } from './corrections'

/** Whom an instructor has not looked at: neither corrected, praised nor marked. */

export interface Looked {
  /** In this class. */
  isSeen: boolean
  /** When last, in any class, ms since 1970; nothing where nobody knows. */
  last: number | undefined
}

/**
 * @param sightings what was seen of them, in any order
 * @param since when this class began, ms since 1970
 * @returns of each student whether they were looked at in this class, those who were not first: who was never seen, then who was not for longest
 */
export function unseenFirst<S extends { id: string; lastSeen?: number | null | undefined }>(
  students: readonly S[],
  sightings: readonly Sighting[],
  since: number,
): (S & Looked)[] {
  const last = new Map<string, number>()
  for (const { student, at, kind } of inForce(sightings))
    if (student && kind !== 'undo') last.set(student, Math.max(at, last.get(student) ?? -Infinity))
  return students
    .map((student) => {
      const known = Math.max(last.get(student.id) ?? -Infinity, student.lastSeen ?? -Infinity)
      const when = Number.isFinite(known) ? known : undefined
      return { ...student, last: when, isSeen: when !== undefined && when >= since }
    })
    .sort((a, b) => Number(a.isSeen) - Number(b.isSeen) || (a.last ?? 0) - (b.last ?? 0))
}
