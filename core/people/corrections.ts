import type { z } from 'zod'
import { eventId, inForce, moment } from '../floor/event'
import { oneOf, record, slug, text, whole, yesNo } from '../kernel/fields'

/**
 * Corrections that stay open. What an instructor sees of a student's item is a **sighting**: a fault (`seen`), or the same thing done
 * right (`right`), of the item's own list of faults or in words of one's own. Sightings are only added, in the manner of the other
 * events. What stands of one fault of one student is a **correction**: open from when it is seen until it is seen right, open again when it
 * returns. What was only ever right is praise.
 */
export const SIGHTING_KINDS = ['seen', 'right', 'undo'] as const
const MOST_SAID = 200

export const sightingSchema = record({
  id: eventId(),
  kind: oneOf(SIGHTING_KINDS),
  at: moment(),
  n: whole(0, 4_000_000_000).optional(),
  student: eventId().optional(),
  item: slug().optional(),
  said: text(MOST_SAID).optional(),
  /** Told by word of mouth only: on nothing that a student sees. */
  oral: yesNo().optional(),
  undoes: eventId().optional(),
})
export type Sighting = z.infer<typeof sightingSchema>

export const CORRECTION_STATES = ['open', 'closed', 'praise'] as const

export interface Correction {
  student: string
  item: string
  /** The fault as it was said last, or what was praised. */
  said: string
  state: (typeof CORRECTION_STATES)[number]
  /** How often the fault was seen, and how often it was seen right. */
  seen: number
  right: number
  /** It was seen right, and came back. */
  returned: boolean
  oral: boolean
  /** The first and the last sighting, ms since 1970. */
  first: number
  last: number
  /** The last sighting, for undo. */
  lastId: string
}

/** By what two sayings are the same fault: whatever their spaces and capitals. */
export const saidKey = (said: string): string =>
  said.normalize('NFC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en')

/**
 * What stands after some sightings, the open ones first and of those the latest first.
 *
 * @param sightings in any order; those without a student, an item or words say nothing
 */
export function correctionsOf(sightings: readonly Sighting[]): Correction[] {
  const found = new Map<string, Correction>()
  for (const { id, kind, at, student, item, said, oral } of inForce(sightings)) {
    if (!student || !item || !said) continue
    const key = `${student} ${item} ${saidKey(said)}`
    const before = found.get(key)
    const isFault = kind === 'seen'
    const seen = (before?.seen ?? 0) + (isFault ? 1 : 0)
    found.set(key, {
      student,
      item,
      said,
      state: isFault ? 'open' : seen > 0 ? 'closed' : 'praise',
      seen,
      right: (before?.right ?? 0) + (isFault ? 0 : 1),
      returned: (before?.returned ?? false) || (isFault && before?.state === 'closed'),
      oral: oral ?? before?.oral ?? false,
      first: before?.first ?? at,
      last: at,
      lastId: id,
    })
  }
  return [...found.values()].sort(
    (a, b) =>
      CORRECTION_STATES.indexOf(a.state) - CORRECTION_STATES.indexOf(b.state) ||
      b.last - a.last ||
      (a.lastId < b.lastId ? -1 : 1),
  )
}
