import { PHASES } from '../plan/phases'
import type { Lane } from '../plan/modes/mode'
import type { PlacedBlock, Timeline } from '../plan/timeline'

/** A point of the load curve: ms from the start, intensity 1 to 10. */
export interface LoadPoint {
  at: number
  intensity: number
}

const WINDOW_MS = 120_000
const STEP_MS = 15_000

/**
 * Intensity over a class as the two-minute centred mean: work at the block's intensity, rest three below it
 * (at least 1), talk, waiting and transitions at 1. Over the groups the mean is taken.
 */
export function loadCurve(timeline: Timeline, groups: number): LoadPoint[] {
  const { totalMs } = timeline
  const sums = summed(timeline, groups)
  const [upToFrom, upToEnd] = [sumsAlong(sums), sumsAlong(sums)]
  const points: LoadPoint[] = []
  for (let at = 0; at <= totalMs; at += STEP_MS) {
    const from = Math.max(0, at - WINDOW_MS / 2)
    const to = Math.min(totalMs, at + WINDOW_MS / 2)
    points.push({ at, intensity: to > from ? (upToEnd(to) - upToFrom(from)) / (to - from) : 1 })
  }
  return points
}

/** A change of intensity × groups, at ms from the start of its block. */
interface Change {
  at: number
  by: number
}

/** Changes within a block, kept with the lanes they were read from: a board that was not touched is not read again. */
const readBefore = new WeakMap<Lane[], { work: number; changes: Change[] }>()

function changesIn({ block, lanes }: PlacedBlock): Change[] {
  const work = block.intensity ?? PHASES[block.phase].intensity
  const known = readBefore.get(lanes)
  if (known?.work === work) return known.changes
  const changes: Change[] = []
  for (const lane of lanes)
    for (const stretch of lane)
      for (const s of stretch.spans) {
        const above = (s.cls === 'work' ? work : s.cls === 'rest' ? Math.max(1, work - 3) : 1) - 1
        if (above === 0 || s.ms === 0) continue
        changes.push({ at: stretch.at + s.at, by: above }, { at: stretch.at + s.at + s.ms, by: -above })
      }
  changes.sort((a, b) => a.at - b.at)
  readBefore.set(lanes, { work, changes })
  return changes
}

/** Running sums of intensity × ms at the edges of every span, over the mean of the groups. */
function summed(timeline: Timeline, groups: number): { at: number; sum: number }[] {
  const sums = [{ at: 0, sum: 0 }]
  /** Intensity above 1, summed over the groups. */
  let above = 0
  let sum = 0
  let last = 0
  for (const placed of timeline.blocks)
    for (const change of changesIn(placed)) {
      const at = placed.at + change.at
      if (at > last) {
        sum += (1 + above / groups) * (at - last)
        last = at
        sums.push({ at, sum })
      }
      above += change.by
    }
  // Past the last change everybody is at 1.
  if (timeline.totalMs > last) sums.push({ at: timeline.totalMs, sum: sum + timeline.totalMs - last })
  return sums
}

/** The running sum at moments that never go back, each at 0 or later. */
function sumsAlong(sums: readonly { at: number; sum: number }[]): (ms: number) => number {
  let place = 0
  return (ms) => {
    while ((sums[place + 1]?.at ?? Infinity) <= ms) place++
    const here = sums[place]
    const next = sums[place + 1]
    if (!here || !next) return here?.sum ?? 0
    return here.sum + ((ms - here.at) / (next.at - here.at)) * (next.sum - here.sum)
  }
}
