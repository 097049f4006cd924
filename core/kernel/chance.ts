/**
 * Chance that can be had again: the mulberry32 generator (Tommy Ettinger, public domain).
 *
 * @param seed a whole number; the same gives the same sequence
 * @returns a function that gives the next number, at least 0 and below 1
 */
export function chanceOf(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}
