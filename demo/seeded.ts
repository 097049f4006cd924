import { chanceOf } from '../core/kernel/chance'

/** Chance with a fixed seed: the demo is the same every time it is made. */
export interface Seeded {
  /** 0 up to 1. */
  next(): number
  /** A whole number from `min` to `max`. */
  whole(min: number, max: number): number
  uuid(): string
}

export function seeded(seed: number): Seeded {
  const next = chanceOf(seed)
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(next() * 16).toString(16)).join('')
  return {
    next,
    whole: (min, max) => min + Math.floor(next() * (max - min + 1)),
    uuid: () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`,
  }
}
