import { layBlock } from './modes'
import type { BlockLayout } from './modes/mode'
import type { Block, Plan } from './schema'
import { toMs } from '../kernel/units'

/** A block at its place in the class. */
export interface PlacedBlock extends BlockLayout {
  block: Block
  /** Milliseconds from the start of the class. */
  at: number
}

/** A plan laid out in time, all in whole milliseconds. `spareMs` below 0: the plan overhangs. */
export interface Timeline {
  blocks: PlacedBlock[]
  totalMs: number
  spareMs: number
  transitionMs: number
}

/**
 * Layouts of blocks, kept with the very objects they were made of. Plans are never changed in place, so a block that a change did not
 * touch, among the same groups, is laid out as before.
 */
const laidOut = new WeakMap<
  Block,
  { groups: Plan['groups']; firstSide: Plan['firstSide']; layout: BlockLayout }
>()

function layoutOf(block: Block, plan: Plan): BlockLayout {
  const known = laidOut.get(block)
  if (known?.groups === plan.groups && known.firstSide === plan.firstSide) return known.layout
  const layout = layBlock(block, plan)
  laidOut.set(block, { groups: plan.groups, firstSide: plan.firstSide, layout })
  return layout
}

/** Blocks follow one another with the transition between any two; the total is the end of the last. */
export function layPlan(plan: Plan): Timeline {
  const transitionMs = toMs(plan.transitionSec)
  let at = 0
  const blocks = plan.blocks.map((block, i) => {
    if (i > 0) at += transitionMs
    const { ms, lanes, calls } = layoutOf(block, plan)
    const placed: PlacedBlock = { block, at, ms, lanes, calls }
    at += ms
    return placed
  })
  return { blocks, totalMs: at, spareMs: plan.lengthMin * 60_000 - at, transitionMs }
}
