import type { Block } from '../schema'
import { toMs } from '../units'
import { DEFAULT_LAPS, DEFAULT_MOVE_SEC } from './stations'

/** Who is where when: one rotation of a station block. */
export interface Rotation {
  /** From 1, over all laps. */
  round: number
  lap: number
  /** Ms from the start of the block. */
  at: number
  /** Index of the station, by team. */
  stations: number[]
}

/** The rotation table: team t is at station (t + r) mod S in rotation r, both from 0 (page 2, stations). */
export function rotationsOf(block: Block): Rotation[] {
  const count = block.stations?.length ?? 0
  const laps = block.laps ?? DEFAULT_LAPS
  const workMs = toMs(block.workSec ?? 0)
  const moveMs = toMs(block.moveSec ?? DEFAULT_MOVE_SEC)
  return Array.from({ length: laps * count }, (_, r) => ({
    round: r + 1,
    lap: Math.floor(r / count) + 1,
    at: toMs(block.setupSec ?? 0) + r * (workMs + moveMs),
    stations: Array.from({ length: block.teams ?? 1 }, (_, t) => (t + r) % count),
  }))
}
