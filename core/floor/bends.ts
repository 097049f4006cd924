import { fitBlock, saysOf, smallerAndSmaller } from '../plan/fit-dose'
import { paintItem, type Painted } from '../plan/painted'
import { parsePlan } from '../plan/parse'
import { MOST_BLOCKS, type Block, type Plan } from '../plan/schema'
import { layBlock } from '../plan/modes'
import type { PlacedBlock } from '../plan/timeline'
import { samePlace } from './segment'

/** What bends a plan while it is run. Each takes a plan and gives another; what cannot be done leaves it as it was. */

/** Whether a board stands in a plan without a fault: what came from a device is not taken on trust. */
function stands(plan: Plan, block: Block): boolean {
  return parsePlan({ ...plan, acknowledged: undefined, blocks: [block] }).ok
}

/** Puts a board in at an index, unless there is one of its id already, it cannot stand, or the plan has as many as a plan may. */
export function putIn(plan: Plan, index: number, block: Block): Plan {
  if (plan.blocks.length >= MOST_BLOCKS || plan.blocks.some(({ id }) => id === block.id)) return plan
  if (!stands(plan, block)) return plan
  return { ...plan, blocks: [...plan.blocks.slice(0, index), block, ...plan.blocks.slice(index)] }
}

/** Two boards change places. */
export function swapBoards(plan: Plan, a: string, b: string): Plan {
  const [one, other] = [a, b].map((id) => plan.blocks.find((block) => block.id === id))
  if (!one || !other) return plan
  const blocks = plan.blocks.map((block) => (block === one ? other : block === other ? one : block))
  return { ...plan, blocks }
}

/** A board in which one group works something else; nothing where that cannot be. */
export function changedFor(
  block: Block,
  plan: Plan,
  { group, ...item }: { group: string } & Painted,
): Block | undefined {
  const { technique, layer = 1 } = item
  const same = block.tracks?.find((track) => track.technique === technique && track.layer === layer)
  const changed = same ? joined(block, group, same) : paintItem(block, plan, group, item)
  return stands(plan, changed) ? changed : undefined
}

/** A group joins those who work a track already. */
function joined(block: Block, group: string, track: NonNullable<Block['tracks']>[number]): Block {
  const tracks = block.tracks?.flatMap((one) => {
    const groups = one.groups.filter((id) => id !== group)
    if (one === track) return [{ ...one, groups: [...groups, group] }]
    return groups.length ? [{ ...one, groups }] : []
  })
  return { ...block, tracks }
}

/** A board to come that is at most `ms` long, in whole sets and rounds, and in words what became of it. */
export function shortened(block: Block, plan: Plan, ms: number): { block: Block; says: string } {
  return fitBlock(block, plan, ms)
}

/**
 * The board under way made smaller in whole sets, so that from the same place in it at most `ms` are left; nothing when even at its
 * smallest more is left.
 */
export function shortenedFrom(
  placed: PlacedBlock,
  plan: Plan,
  time: number,
  ms: number,
): { block: Block; says: string } | undefined {
  for (const block of smallerAndSmaller(placed.block, plan)) {
    const laid: PlacedBlock = { block, at: 0, ...layBlock(block, plan) }
    if (laid.ms - samePlace(placed, laid, time) <= ms)
      return { block, says: saysOf(placed.block, block, plan) }
  }
  return undefined
}
