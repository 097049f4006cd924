import { layBlock } from './modes'
import type { BlockLayout } from './modes/mode'
import type { Block, Plan } from './schema'
import { toMs } from './units'

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

/** Blocks follow one another with the transition between any two; the total is the end of the last. */
export function layPlan(plan: Plan): Timeline {
  const transitionMs = toMs(plan.transitionSec)
  let at = 0
  const blocks = plan.blocks.map((block, i) => {
    if (i > 0) at += transitionMs
    const { ms, lanes, calls } = layBlock(block, plan)
    const placed: PlacedBlock = { block, at, ms, lanes, calls }
    at += ms
    return placed
  })
  return { blocks, totalMs: at, spareMs: plan.lengthMin * 60_000 - at, transitionMs }
}
