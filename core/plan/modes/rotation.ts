import type { Block } from '../schema'
import { stationLane } from './stations'

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

/** The rotation table, read off the block's own timeline: team t is at station (t + r) mod S in rotation r, both from 0. */
export function rotationsOf(block: Block): Rotation[] {
  const count = block.stations?.length ?? 0
  return stationLane(block, 0).flatMap(({ at, spans }) =>
    spans
      .filter(({ kind }) => kind === 'station')
      .map((span): Rotation => {
        const round = span.round ?? 1
        return {
          round,
          lap: Math.ceil(round / count),
          at: at + span.at,
          stations: Array.from({ length: block.teams ?? 1 }, (_, t) => (t + round - 1) % count),
        }
      }),
  )
}
