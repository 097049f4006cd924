import type { Plan } from '../plan/schema'
import type { Timeline } from '../plan/timeline'
import type { Check, Finding, Severity } from './check'
import { rankIdle } from './rank-idle'
import { timeOver } from './time-over'
import { timeSpare } from './time-spare'
import { waterGap } from './water-gap'

export type { Finding, Severity } from './check'

/** The registry, in the order in which equals are told. */
const CHECKS: Check[] = [timeOver, rankIdle, waterGap, timeSpare]
const GRAVITY: Record<Severity, number> = { stop: 0, warn: 1, hint: 2 }

/** Everything there is to tell about a plan, the worst first; what was accepted with a reason is left out. */
export function findingsOf(plan: Plan, timeline: Timeline): Finding[] {
  const accepted = plan.acknowledged ?? []
  const isAccepted = (finding: Finding) =>
    accepted.some(
      ({ code, blocks }) =>
        code === finding.code && (!blocks || finding.blocks.every((id) => blocks.includes(id))),
    )
  return CHECKS.flatMap((check) => check(plan, timeline))
    .filter((finding) => !isAccepted(finding))
    .sort((a, b) => GRAVITY[a.severity] - GRAVITY[b.severity])
}
