import { z } from 'zod'
import { whole } from '../kernel/fields'

/** What every event has, of whatever kind, and the order that events have happened in. */

const EPOCH_MAX = 8.64e15

export const eventId = () =>
  z.string({ error: 'must be an id' }).refine((s) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(s), {
    error: 'must be an id made by the device (a UUID in small letters)',
  })
export const moment = () => whole(0, EPOCH_MAX)
export const deviceCount = () => whole(0, 4_000_000_000)

interface Timed {
  id: string
  at: number
  n?: number | undefined
}

/** The order of events: by their time, then by the device's own count, then by their id. The same on every device. */
export function inOrderOfTime<E extends Timed>(events: readonly E[]): E[] {
  return [...events].sort(
    (a, b) => a.at - b.at || (a.n ?? 0) - (b.n ?? 0) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0),
  )
}

/** Events in the order they happened, with what was undone taken out. */
export function inForce<E extends Timed & { kind: string; undoes?: string | undefined }>(
  events: readonly E[],
): E[] {
  const undone = new Set<string>()
  const inOrder = inOrderOfTime(events)
  // The latest first: an undo that was itself undone takes nothing back.
  for (const event of [...inOrder].reverse())
    if (event.kind === 'undo' && event.undoes && !undone.has(event.id)) undone.add(event.undoes)
  return inOrder.filter((event) => event.kind !== 'undo' && !undone.has(event.id))
}
