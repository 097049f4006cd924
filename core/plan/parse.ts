import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { ruleFaults } from './rules'
import { isBeyondMeasure, limitFaults, MOST_BOARDS } from './board-limits'
import { planSchema, type Plan } from './schema'

export type Parsed = { ok: true; plan: Plan } | { ok: false; faults: Fault[] }

/**
 * A plan document checked against the plan file format: its plan with the defaults filled in, or every fault at once, each with the
 * path of the deepest field at fault.
 *
 * @param json the parsed JSON of a plan file
 * @example parsePlan({ format: 'golden-lintel/plan', … }) // { ok: true, plan }
 */
export function parsePlan(json: unknown): Parsed {
  if (isBeyondMeasure(json))
    return { ok: false, faults: [fault(['blocks'], `must be a list of 0 to ${MOST_BOARDS}`)] }
  const shaped = planSchema.safeParse(json)
  const faults = [
    ...(shaped.success ? [] : faultsOf(shaped.error)),
    ...ruleFaults(json),
    ...limitFaults(json),
  ]
  return shaped.success && faults.length === 0
    ? { ok: true, plan: shaped.data }
    : { ok: false, faults: oncePerPath(faults) }
}
