import type { Side, Span } from '../spans'

/** What laying out a dose depends on beside the dose itself. */
export interface DoseSetting {
  firstSide: Side
  /** Pace of the group it is laid out for: 1.2 is a fifth slower. */
  pace: number
  /** Pace of the slowest group that takes part; it settles the length of own-pace work. */
  slowest: number
  /** Fixed time counts as work unless the dose says otherwise (warm-up, conditioning, game). */
  activePhase: boolean
}

/** One kind of dose: a new one is a file with this shape and a line in the registry. */
export interface DoseKind<D> {
  /** Milliseconds from the first word to the last rep, for the slowest group. */
  lengthMs(dose: D, setting: DoseSetting): number
  /** The spans in order of time from 0, for one group; a group that is done early stops short of `lengthMs`. */
  lay(dose: D, setting: DoseSetting): Span[]
  /** What is worked, in a few words: `3 × 10 each side, on the count`. */
  short(dose: D): string
  /** The factors of the arithmetic sentence: `3 sets × 10 reps × 2 sides at 1.5 s`. */
  factors(dose: D): string
  /** At most so many calls and stretches it comes to, told without laying it out. */
  calls(dose: D): number
  /** Whether groups of different pace get different spans. */
  paced(dose: D): boolean
}
