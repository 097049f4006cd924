import { clockAt, minutes } from '../plan/time-text'
import type { Check, Finding } from './check'

const LIMIT_MS = 20 * 60_000

/** `water.gap`: more than twenty minutes without water. */
export const waterGap: Check = (plan, timeline) => {
  const findings: Finding[] = []
  let dry = 0
  const tell = (until: number, first: number, last: number) => {
    if (until - dry <= LIMIT_MS) return
    const clock = (ms: number) => (plan.start ? clockAt(plan.start, ms)[0] : minutes(ms))
    findings.push({
      code: 'water.gap',
      severity: 'warn',
      says: `No water for ${minutes(until - dry)}.`,
      figures: `${clock(dry)} to ${clock(until)}, limit ${minutes(LIMIT_MS)}`,
      blocks: timeline.blocks.slice(first, last).map(({ block }) => block.id),
      groups: [],
    })
  }
  let first = 0
  timeline.blocks.forEach(({ block, at, ms }, i) => {
    if (block.phase !== 'water') return
    tell(at, first, i)
    dry = at + ms
    first = i + 1
  })
  tell(timeline.totalMs, first, timeline.blocks.length)
  return findings
}
