import type { Block, Mode, Plan } from '../schema'
import { span } from '../spans'
import { layers } from './layers'
import { stretch, type BlockLayout, type LayMode } from './mode'
import { oneCount } from './oneCount'
import { stations } from './stations'
import { together } from './together'
import { turns } from './turns'

/** The registry: a mode is one file and one entry here. */
const MODES: Record<Mode, LayMode> = { together, oneCount, layers, turns, stations }

/** A block laid out by its mode. Nothing in a water block is work or practice: all of it is rest, for every group. */
export function layBlock(block: Block, plan: Plan): BlockLayout {
  const laid = MODES[block.mode](block, plan)
  if (block.phase !== 'water') return laid
  const lane = laid.ms > 0 ? [stretch(0, laid.ms, [span('rest', 0, laid.ms)])] : []
  return { ...laid, lanes: plan.groups.map(() => lane) }
}
