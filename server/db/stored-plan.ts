import { soundCopy } from '../../core/kernel/sound-text'
import { parsePlan } from '../../core/plan/parse'
import type { Plan } from '../../core/plan/schema'

/** A stored document that is no plan any more: nothing is worked out from it. */
export class UnreadablePlan extends Error {}

/**
 * A plan as it was stored, with what plans have had since filled in: a document of earlier days lacks later fields, and what is missing would
 * be taken for a figure.
 *
 * @throws UnreadablePlan with its first fault
 */
export function storedPlan(document: unknown): Plan {
  const json = typeof document === 'string' ? (JSON.parse(document) as unknown) : document
  let read = parsePlan(json)
  // What texts may not hold any more is left out of those that were kept before.
  if (!read.ok) read = parsePlan(soundCopy(json))
  if (read.ok) return read.plan
  const [first] = read.faults
  throw new UnreadablePlan(
    `A stored plan cannot be read: ${first?.path ?? '$'} ${first?.message ?? 'is wrong'}`,
  )
}
