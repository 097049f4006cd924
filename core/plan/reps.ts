import { relativeSide, type RelativeSide } from './places'
import type { Side, Span } from './spans'

/** Presence as intervals of the class in ms, sorted, apart from one another. */
export type Intervals = readonly (readonly [from: number, to: number])[]

/** Reps by side. */
export class Reps {
  L = 0
  R = 0
  N = 0

  add(side: Side | undefined, reps: number): void {
    if (side === 'L') this.L += reps
    else if (side === 'R') this.R += reps
    else this.N += reps
  }

  take(other: Reps): void {
    this.L += other.L
    this.R += other.R
    this.N += other.N
  }

  /** Takes reps on the side told from theirs, each so many times. */
  takeAs(other: Reps, side: RelativeSide, times = 1): void {
    this.add(relativeSide('L', side), times * other.L)
    this.add(relativeSide('R', side), times * other.R)
    this.N += times * other.N
  }

  /** Two thirds a side, halves up. */
  twoThirds(): Reps {
    const share = new Reps()
    share.L = twoThirds(this.L)
    share.R = twoThirds(this.R)
    share.N = twoThirds(this.N)
    return share
  }

  get sum(): number {
    return this.L + this.R + this.N
  }
}

const twoThirds = (reps: number) => Math.floor((4 * reps + 3) / 6)

const COUNTED = new Reps()

/** The reps of a span by side; nothing where it has none. What is given back is used up before the next call. */
export function repsOf(
  s: Span,
  at: number,
  present: number,
  presence: Intervals | undefined,
): Reps | undefined {
  COUNTED.L = COUNTED.R = COUNTED.N = 0
  switch (s.kind) {
    case 'reps':
    case 'paced':
      countWhole(COUNTED, s, at, presence)
      break
    case 'round':
      if (s.repMs > 0) COUNTED.add(s.side, Math.floor(present / s.repMs))
      break
    case 'hold':
    case 'run':
      if (present === s.ms) COUNTED.add(s.side, 1)
      break
    default:
      break
  }
  return COUNTED.sum > 0 ? COUNTED : undefined
}

/** Counts the reps that lie whole inside presence. */
function countWhole(reps: Reps, s: Span, at: number, presence: Intervals | undefined): void {
  if (!presence) return addRun(reps, s, 0, s.count)
  for (const [from, to] of presence) {
    const first = Math.max(0, Math.ceil((from - at) / s.repMs))
    const last = Math.min(s.count, Math.floor((to - at) / s.repMs))
    if (last > first) addRun(reps, s, first, last)
  }
}

/** Adds reps `first` to `last` (from 0, end excluded) to their sides. */
function addRun(reps: Reps, s: Span, first: number, last: number): void {
  if (!s.alternate) return reps.add(s.side, last - first)
  const onFirst = Math.ceil((s.before + last) / 2) - Math.ceil((s.before + first) / 2)
  reps.add(s.alternate, onFirst)
  reps.add(s.alternate === 'R' ? 'L' : 'R', last - first - onFirst)
}

export function overlapMs(presence: Intervals, from: number, to: number): number {
  let ms = 0
  for (const [start, end] of presence) ms += Math.max(0, Math.min(end, to) - Math.max(start, from))
  return ms
}
