import type { Fault } from '~~/core/kernel/faults'
import type { Merged, Preference } from '~~/core/kernel/merge-documents'

/** Where the last change is. `stale`: somebody else changed the same, and it is asked whose stands. */
export type SaveState = 'kept' | 'changed' | 'saving' | 'unreachable' | 'signed out' | 'stale' | 'refused'

/** A document as it stands on the server. */
export interface Stored<T> {
  value: T
  version: number
}

/** What the server made of a save: its version, and the document where somebody else's changes were put in. */
export interface Saved<T> {
  version: number
  merged?: { value: T; with: string } | undefined
}

export interface DocumentKind<T, Place = undefined> {
  /** Where it is sent to, and under which name; its draft on the device is kept under this path. */
  path: string
  field?: string
  /** Checks a value: the document, or what is wrong with it. */
  read(value: T): { ok: true; value: T } | { ok: false; faults: Fault[] }
  /** Sends it; throws `ApiProblem`. */
  send(value: T, base: number): Promise<Saved<T>>
  /** Reads it anew from the server. */
  fresh(): Promise<Stored<T>>
  /** Puts two changes of one base together. */
  merge(base: T, mine: T, theirs: T, prefer?: Preference): Merged<T, unknown>
  /** What stands there, as a refused save tells it. */
  theirsIn?(problem: { body: unknown }): Stored<T> | undefined
  /** A change that does not hold is kept as typed and named (a form), rather than not made (a frame). */
  keepsFaulty: boolean
  /** Told of what stands on the server now. */
  kept?(value: T, version: number): void
  /** Where the eye is, kept with each step of undo. */
  place?: { now(): Place; restore(place: Place): void }
  saveAfterMs?: number
}

/** One change, as it can be taken back and made again. */
export interface Step<T, Place> {
  from: T
  to: T
  before: Place | undefined
}
