import { bench, describe } from 'vitest'
import { expandPlan } from '../../core/plan/expand'
import { parsePlan } from '../../core/plan/parse'
import { bigPlan } from './big-plan'

/** Targets (60 blocks × 8 groups): with cues ≤ 3 × JSON.stringify of the result and under 4 ms; without under 0.5 ms. */
const parsed = parsePlan(bigPlan())
if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
const { plan } = parsed
const result = expandPlan(plan, { cues: true })

describe(`expandPlan, 60 blocks × 8 groups, ${result.cues?.length} calls`, () => {
  bench('with cues', () => void expandPlan(plan, { cues: true }))
  bench('JSON.stringify of its result', () => void JSON.stringify(result))
  bench('without cues', () => void expandPlan(plan))
  bench('parsePlan', () => void parsePlan(bigPlan()))
})
