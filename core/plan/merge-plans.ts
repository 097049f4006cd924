import { changedOne, mergeOrder, type Preference } from '../kernel/merge-documents'
import { parsePlan } from './parse'
import type { Block, Plan } from './schema'

/**
 * Two people changed the same plan. What each of them changed is found against the plan both began from, board by board: changes to
 * different boards are put together, and only what both changed in different ways is asked about.
 */

/** What both changed in different ways: a board, or a field of the class itself. */
export type Clash = { block: string; title: string } | { field: string }
export type MergedPlans = { merged: Plan } | { clashes: Clash[] }

/**
 * @param base the plan both began from
 * @param prefer whose change stands where both changed the same; without it that is a clash
 * @returns the plan with both's changes, or what they clash over. A merge that would be no plan (one took out the group the other
 *   put on a board) counts as a clash of the whole.
 */
export function mergePlans(base: Plan, mine: Plan, theirs: Plan, prefer?: Preference): MergedPlans {
  const clashes: Clash[] = []
  const fields: Record<string, unknown> = {}
  const names = new Set([...Object.keys(base), ...Object.keys(mine), ...Object.keys(theirs)])
  names.delete('blocks')
  for (const field of names) {
    const of = (plan: Plan) => (plan as unknown as Record<string, unknown>)[field]
    const one = changedOne(of(base), of(mine), of(theirs), prefer)
    if (!one) clashes.push({ field })
    else if (one.value !== undefined) fields[field] = one.value
  }
  const blocks = mergeBlocks(base.blocks, mine.blocks, theirs.blocks, prefer, clashes)
  if (clashes.length) return { clashes }
  const read = parsePlan(JSON.parse(JSON.stringify({ ...fields, blocks })))
  return read.ok ? { merged: read.plan } : { clashes: [{ field: read.faults[0]?.path ?? '$' }] }
}

function mergeBlocks(
  base: Block[],
  mine: Block[],
  theirs: Block[],
  prefer: Preference | undefined,
  clashes: Clash[],
): Block[] {
  const byId = (blocks: Block[]) => new Map(blocks.map((block) => [block.id, block]))
  const [was, ours, others] = [byId(base), byId(mine), byId(theirs)]
  const kept = new Map<string, Block>()
  for (const id of new Set([...was.keys(), ...ours.keys(), ...others.keys()])) {
    const one = changedOne(was.get(id), ours.get(id), others.get(id), prefer)
    if (!one) clashes.push({ block: id, title: (ours.get(id) ?? others.get(id) ?? was.get(id))?.title ?? id })
    else if (one.value) kept.set(id, one.value)
  }
  const ids = (blocks: Block[]) => blocks.map(({ id }) => id)
  const order = mergeOrder(ids(base), ids(mine), ids(theirs), prefer)
  if (!order) clashes.push({ field: 'order' })
  return (order ?? []).flatMap((id) => kept.get(id) ?? [])
}
