import { equalDocuments } from '../kernel/merge-documents'
import { minutes } from '../kernel/time-text'
import { layPlan } from './timeline'
import type { Block, Plan } from './schema'

/**
 * What sets two plans apart, a sentence each: boards that came, went, moved or were changed and how much longer they are, then the frame.
 *
 * @param before the plan as it was
 * @param now the plan as it is
 */
export function planDifferences(before: Plan, now: Plan): string[] {
  const [was, is] = [boardsOf(before), boardsOf(now)]
  const out: string[] = []
  if (before.title !== now.title) out.push(`Named “${now.title}”, was “${before.title}”.`)
  for (const [id, { block, ms }] of is) if (!was.has(id)) out.push(`${block.title} came in, ${minutes(ms)}.`)
  for (const [id, { block, ms }] of was) if (!is.has(id)) out.push(`${block.title} went, ${minutes(ms)}.`)
  for (const [id, { block, ms }] of is) {
    const old = was.get(id)
    if (!old || equalDocuments(old.block, block)) continue
    const by = ms - old.ms
    const longer = by === 0 ? '' : `, ${minutes(Math.abs(by))} ${by > 0 ? 'longer' : 'shorter'}`
    out.push(
      old.block.title === block.title
        ? `${block.title} was changed${longer}.`
        : `${block.title}, was ${old.block.title}${longer}.`,
    )
  }
  const order = (of: Map<string, unknown>, other: Map<string, unknown>) =>
    [...of.keys()].filter((id) => other.has(id)).join()
  if (order(is, was) !== order(was, is)) out.push('The boards stand in another order.')
  if (before.lengthMin !== now.lengthMin) out.push(`${now.lengthMin} minutes instead of ${before.lengthMin}.`)
  if (!equalDocuments(before.groups, now.groups))
    out.push('The groups, their heads or their pace were changed.')
  const frame = ({ transitionSec, firstSide, theme, notes, acknowledged }: Plan) => ({
    transitionSec,
    firstSide,
    theme,
    notes,
    acknowledged,
  })
  if (!equalDocuments(frame(before), frame(now)))
    out.push('Notes, theme, sides, the time between boards, or what was accepted were changed.')
  return out
}

function boardsOf(plan: Plan): Map<string, { block: Block; ms: number }> {
  return new Map(layPlan(plan).blocks.map(({ block, ms }) => [block.id, { block, ms }]))
}
