import type { PresenceMark } from '../floor/events'
import type { RegisterLine } from './register'

/** What a tap of a tag at the door means on the register. */

export const TAP_OUTCOMES = ['here', 'late', 'back', 'again', 'unknown', 'no class'] as const
/** `again`: they were known to be here; `unknown`: the tag is nobody's; `no class`: none is on or near at that time. */
export type TapOutcome = (typeof TAP_OUTCOMES)[number]

/** A tap so long after the first bow is still from the beginning: shoes are being taken off. */
export const GRACE_MS = 5 * 60_000
/** A class takes taps from so long before its first bow, until so long after its end. */
const BEFORE_MS = 90 * 60_000
const AFTER_MS = 15 * 60_000

interface Held {
  id: string
  /** Ms since 1970. */
  startsAt: number
  lengthMin: number
}

/** The class a tap at a moment is of: one that is on or near, else none; of several the one whose first bow is nearest. */
export function classAt<C extends Held>(classes: readonly C[], at: number): C | undefined {
  return classes
    .filter(
      ({ startsAt, lengthMin }) =>
        at >= startsAt - BEFORE_MS && at <= startsAt + lengthMin * 60_000 + AFTER_MS,
    )
    .sort((a, b) => Math.abs(at - a.startsAt) - Math.abs(at - b.startsAt))[0]
}

export interface TapMeans {
  outcome: TapOutcome
  /** The tap on the register to add, if any. */
  kind?: PresenceMark['kind']
  /** One of the reader's own that came too early to know better. */
  undoes?: string
}

/**
 * @param line how the student stands on the register, before this tap
 * @param startedAt when the class began, else is to begin
 * @param ownMarks ids of the taps on the register that the reader made
 */
export function meaningOf(
  at: number,
  line: RegisterLine | undefined,
  startedAt: number,
  ownMarks: ReadonlySet<string>,
): TapMeans {
  const kind = at > startedAt + GRACE_MS ? 'late' : 'here'
  if (!line) return { outcome: kind, kind }
  switch (line.state) {
    case 'unknown':
    case 'away':
    case 'excused':
      return { outcome: kind, kind }
    case 'left':
      return { outcome: 'back', kind: 'back' }
    default:
      // The reader was out of reach and sends an earlier tap after a later one: the earlier one is when they came.
      return line.last && ownMarks.has(line.last.id) && at < line.last.at
        ? { outcome: kind, kind, undoes: line.last.id }
        : { outcome: 'again' }
  }
}
