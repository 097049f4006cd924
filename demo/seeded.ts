/** Chance with a fixed seed: the demo is the same every time it is made. */
export interface Seeded {
  /** 0 up to 1. */
  next(): number
  /** A whole number from `min` to `max`. */
  whole(min: number, max: number): number
  uuid(): string
}

/** The mulberry32 generator (Tommy Ettinger, public domain). */
export function seeded(seed: number): Seeded {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(next() * 16).toString(16)).join('')
  return {
    next,
    whole: (min, max) => min + Math.floor(next() * (max - min + 1)),
    uuid: () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`,
  }
}
