import { z } from 'zod'
import { oneOf, record, text, whole } from '../kernel/fields'

/**
 * What happens on the floor, as events that are only ever added. Each carries an id made by the device that saw it, so
 * that the server takes it once however often it is sent. `at` is milliseconds since 1970 by the device's clock.
 */

const EPOCH_MAX = 8.64e15

export const eventId = () =>
  z.string({ error: 'must be an id' }).refine((s) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(s), {
    error: 'must be an id made by the device (a UUID in small letters)',
  })
const moment = () => whole(0, EPOCH_MAX)

export const RUN_KINDS = ['start', 'pause', 'resume', 'next', 'skip', 'finish', 'undo'] as const

/**
 * One act of the instructor. `next` goes on to what comes next now; `skip` leaves out the coming block; `undo` takes back
 * the event it names.
 */
export const runEventSchema = record({
  id: eventId(),
  kind: oneOf(RUN_KINDS),
  at: moment(),
  undoes: eventId().optional(),
})
export type RunEvent = z.infer<typeof runEventSchema>

export const PRESENCE_KINDS = [
  'here',
  'late',
  'out',
  'back',
  'left',
  'away',
  'excused',
  'clear',
  'undo',
] as const

/**
 * One tap on the register. `here`: present from the start of the class, whenever it is tapped; `late`: from this moment;
 * `out`: sits out from this moment, until `back`; `left`: gone from this moment; `away` and `excused`: not coming;
 * `clear`: nothing is known; `undo` takes back the tap it names.
 */
export const presenceMarkSchema = record({
  id: eventId(),
  kind: oneOf(PRESENCE_KINDS),
  student: eventId().optional(),
  at: moment(),
  reason: text(300).optional(),
  undoes: eventId().optional(),
})
export type PresenceMark = z.infer<typeof presenceMarkSchema>

/** Events in the order they happened, with what was undone taken out; equal times keep the order they came in. */
export function standing<E extends { id: string; kind: string; at: number; undoes?: string | undefined }>(
  events: readonly E[],
): E[] {
  const undone = new Set<string>()
  const inOrder = [...events].sort((a, b) => a.at - b.at)
  // The latest first: an undo that was itself undone takes nothing back.
  for (const event of [...inOrder].reverse())
    if (event.kind === 'undo' && event.undoes && !undone.has(event.id)) undone.add(event.undoes)
  return inOrder.filter((event) => event.kind !== 'undo' && !undone.has(event.id))
}
