import type { Block, Station } from '../schema'
import { span, type Span } from '../spans'
import { toMs } from '../../kernel/units'
import { given, stretch, type Lane, type LayMode } from './mode'

export const DEFAULT_MOVE_SEC = 15
export const DEFAULT_LAPS = 1

/** Team `t` is at station `(t + r) mod S` in rotation `r`, both counted from 0. */
export function stationOf(stations: Station[], team: number, rotation: number): Station | undefined {
  return stations[(team + rotation) % stations.length]
}

/**
 * What one team does through a stations block. Every team's lane has the same times; only the techniques differ, so a
 * plan's figures may take any team's (each is at every station as often), and credit takes the student's own.
 */
export function stationLane(block: Block, team: number): Lane {
  const stations = given(block.stations, 'stations')
  const workMs = toMs(given(block.workSec, 'workSec'))
  const moveMs = toMs(block.moveSec ?? DEFAULT_MOVE_SEC)
  const setupMs = toMs(block.setupSec ?? 0)
  const rotations = (block.laps ?? DEFAULT_LAPS) * stations.length
  const lane: Lane = []
  if (setupMs > 0) lane.push(stretch(0, setupMs, [span('setup', 0, setupMs)]))
  let at = setupMs
  for (let r = 0; r < rotations; r++) {
    const station = stationOf(stations, team, r)
    const round = r + 1
    const spans: Span[] = []
    const gap = r > 0 ? moveMs : 0
    if (gap > 0) spans.push(span('move', 0, gap))
    spans.push(span('station', gap, workMs))
    for (const s of spans) s.round = round
    lane.push(stretch(at, gap + workMs, spans, station))
    at += gap + workMs
  }
  return lane
}

/** S stations, mixed teams, all rotate: `setup + laps·S·work + (laps·S − 1)·move`. */
export const stations: LayMode = (block, plan) => {
  const lane = stationLane(block, 0)
  const last = lane.at(-1)
  return { ms: last ? last.at + last.ms : 0, lanes: plan.groups.map(() => lane), calls: lane }
}
