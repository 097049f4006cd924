import type { Lane } from '../plan/modes/mode'
import { minutes } from '../plan/time-text'
import type { Check, Finding } from './check'

const ON_END_MS = 90_000
const SHARE = 0.1

/** Longest stretch of waiting on end in a lane, and all of it, in ms. */
function waits(lane: Lane): { longest: number; sum: number } {
  let longest = 0
  let sum = 0
  let run = 0
  for (const stretch of lane)
    for (const span of stretch.spans) {
      if (span.cls !== 'idle') run = 0
      else {
        run += span.ms
        sum += span.ms
        longest = Math.max(longest, run)
      }
    }
  return { longest, sum }
}

/** `rank.idle`: a group idle over 90 s on end, or for a tenth of the class. */
export const rankIdle: Check = (plan, timeline) =>
  plan.groups.flatMap((group, g) => {
    let total = 0
    const findings: Finding[] = timeline.blocks.flatMap(({ block, lanes }) => {
      const { longest, sum } = waits(lanes[g] ?? [])
      total += sum
      return longest > ON_END_MS
        ? [
            {
              code: 'rank.idle',
              severity: 'warn',
              says: `${group.name} wait ${minutes(longest)} in ${block.title}.`,
              figures: 'limit 1:30 on end',
              blocks: [block.id],
              groups: [group.id],
            },
          ]
        : []
    })
    if (findings.length === 0 && total > timeline.totalMs * SHARE)
      findings.push({
        code: 'rank.idle',
        severity: 'warn',
        says: `${group.name} wait ${minutes(total)} of the class in all.`,
        figures: `limit a tenth, ${minutes(timeline.totalMs * SHARE)}`,
        blocks: [],
        groups: [group.id],
      })
    return findings
  })
