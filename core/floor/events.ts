import { z } from 'zod'
import { oneOf, record, slug, text, whole, yesNo } from '../kernel/fields'

/**
 * What happens on the floor, as events that are only ever added. Each carries an id made by the device that saw it, so
 * that the server takes it once however often it is sent. `at` is milliseconds since 1970: by the device's own clock where the
 * device sends it, by the server's where it is read back. `n` is the device's own count of its events, which settles the order
 * within one millisecond.
 */

const EPOCH_MAX = 8.64e15

export const eventId = () =>
  z.string({ error: 'must be an id' }).refine((s) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(s), {
    error: 'must be an id made by the device (a UUID in small letters)',
  })
export const moment = () => whole(0, EPOCH_MAX)
const count = () => whole(0, 4_000_000_000)

export const RUN_KINDS = ['start', 'pause', 'resume', 'next', 'begin', 'skip', 'finish', 'undo'] as const

/**
 * One act of the instructor. `next` ends the board that is worked, or (`waiting`) the transition that leads to it, and goes on to
 * what comes next; `begin` ends the explanation of the board and begins its work; `skip` leaves out a board to come; `undo` takes back the event it names. `board` is the board that was meant:
 * where it is no longer the one, somebody else was quicker and nothing happens, so that two screens never act twice. Without it
 * (older files) the act is about whatever is there.
 */
export const runEventSchema = record({
  id: eventId(),
  kind: oneOf(RUN_KINDS),
  at: moment(),
  undoes: eventId().optional(),
  board: slug().optional(),
  waiting: yesNo().optional(),
  n: count().optional(),
})
export type RunEvent = z.infer<typeof runEventSchema>

export const PRESENCE_KINDS = [
  'here',
  'home',
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
 * One tap on the register. `here`: present from the start of the class, whenever it is tapped; `home`: likewise, from
 * home; `late`: from this moment;
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
  n: count().optional(),
})
export type PresenceMark = z.infer<typeof presenceMarkSchema>

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
