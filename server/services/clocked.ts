import type { Doubt } from '../db/rows'

/** When an event happened, by the server's clock, whatever the device's own says. */

/** What a device says of its clock when it sends. */
export interface Sent {
  /** The device's own clock at the moment of sending, ms since 1970. */
  sentAt?: number | undefined
  /** What the device takes the server's clock to be ahead of its own, ms, from exchanges of which it knows how long they took. */
  off?: number | undefined
}

/** A device's clock is taken as right when it is this near: less is the way of the request. */
const NEAR_MS = 1500
/** The longest a batch is taken to have been on its way: a device's own difference is believed within it. */
const MOST_WAY_MS = 60_000
/** An event further in the future than this cannot have happened. */
const AHEAD_MS = 120_000
/** Before its class's hour, and after it, an event is still taken as being of that class. */
const BEFORE_MS = 24 * 3_600_000
const AFTER_MS = 36 * 3_600_000

export interface Clocked {
  atMs: number
  deviceAtMs: number
  doubt: Doubt | null
}

/**
 * When an event happened, by the server's clock. A device whose clock is off is corrected by the difference; a time still to come
 * becomes now; one that is not of its class's day stands as it was sent. Both are marked, never silently believed.
 *
 * @param at by the device's clock, ms since 1970
 * @param startsAt the class's hour
 */
export function clocked(at: number, sent: Sent, startsAt: number, now: number): Clocked {
  const atMs = Math.max(0, at + clockOff(sent, now))
  if (atMs > now + AHEAD_MS) return { atMs: now, deviceAtMs: at, doubt: 'ahead' }
  const strange = atMs < startsAt - BEFORE_MS || atMs > startsAt + AFTER_MS
  return { atMs, deviceAtMs: at, doubt: strange ? 'another day' : null }
}

/**
 * By how much a device's clock is behind, ms. The difference it measured itself stands where the moment of sending bears it out, so
 * that a batch that was long on its way does not move its taps past the next one's; else the way is taken to be nothing.
 */
function clockOff({ sentAt, off }: Sent, now: number): number {
  if (sentAt === undefined) return 0
  const difference = now - sentAt
  if (off !== undefined && difference - off > -NEAR_MS && difference - off < MOST_WAY_MS) return off
  return Math.abs(difference) < NEAR_MS ? 0 : difference
}
