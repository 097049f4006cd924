import { parsePlan } from './parse'
import type { Block, Plan } from './schema'

/**
 * Two people changed the same plan. What each of them changed is found against the plan both began from, board by board: changes to
 * different boards are put together, and only what both changed in different ways is asked about.
 */

/** What both changed in different ways: a board, or a field of the class itself. */
export type Clash = { block: string; title: string } | { field: string }
export type MergedPlans = { merged: Plan } | { clashes: Clash[] }

/** Equal as documents: a field left out and one of `undefined` are the same. */
const same = (a: unknown, b: unknown): boolean => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b))

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, one]) => one !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, one]) => [key, sorted(one)]),
  )
}

/** Of one thing in three states, the one that was changed; `undefined` when both changed it differently. */
function oneOf<T>(base: T, mine: T, theirs: T): { value: T } | undefined {
  if (same(mine, theirs) || same(base, theirs)) return { value: mine }
  return same(base, mine) ? { value: theirs } : undefined
}

/**
 * @param base the plan both began from
 * @returns the plan with both's changes, or what they clash over. A merge that would be no plan (one took out the group the other
 *   put on a board) counts as a clash of the whole.
 */
export function mergePlans(base: Plan, mine: Plan, theirs: Plan): MergedPlans {
  const clashes: Clash[] = []
  const fields: Record<string, unknown> = {}
  const names = new Set([...Object.keys(base), ...Object.keys(mine), ...Object.keys(theirs)])
  names.delete('blocks')
  for (const field of names) {
    const of = (plan: Plan) => (plan as unknown as Record<string, unknown>)[field]
    const one = oneOf(of(base), of(mine), of(theirs))
    if (!one) clashes.push({ field })
    else if (one.value !== undefined) fields[field] = one.value
  }
  const blocks = mergeBlocks(base.blocks, mine.blocks, theirs.blocks, clashes)
  if (clashes.length) return { clashes }
  const read = parsePlan(JSON.parse(JSON.stringify({ ...fields, blocks })))
  return read.ok ? { merged: read.plan } : { clashes: [{ field: read.faults[0]?.path ?? '$' }] }
}

function mergeBlocks(base: Block[], mine: Block[], theirs: Block[], clashes: Clash[]): Block[] {
  const byId = (blocks: Block[]) => new Map(blocks.map((block) => [block.id, block]))
  const [was, ours, others] = [byId(base), byId(mine), byId(theirs)]
  const kept = new Map<string, Block>()
  for (const id of new Set([...was.keys(), ...ours.keys(), ...others.keys()])) {
    const one = oneOf(was.get(id), ours.get(id), others.get(id))
    if (!one) clashes.push({ block: id, title: (ours.get(id) ?? others.get(id) ?? was.get(id))?.title ?? id })
    else if (one.value) kept.set(id, one.value)
  }
  return orderOf(base, mine, theirs).flatMap((id) => kept.get(id) ?? [])
}

/** My order where I changed it, else theirs; what the other one added stands after the board it was put behind. */
function orderOf(base: Block[], mine: Block[], theirs: Block[]): string[] {
  const ids = (blocks: Block[]) => blocks.map(({ id }) => id)
  const common = (blocks: Block[], others: Block[]) => ids(blocks).filter((id) => ids(others).includes(id))
  const iMoved = !same(common(mine, base), common(base, mine))
  const [lead, other] = iMoved ? [ids(mine), ids(theirs)] : [ids(theirs), ids(mine)]
  const order = [...lead]
  other.forEach((id, at) => {
    if (order.includes(id)) return
    const before = other.slice(0, at).findLast((one) => order.includes(one))
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, id)
  })
  return order
}
