import { z } from 'zod'
import { insertBlocks, leadingTechnique, removeBlock } from './edit'
import { faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { list, record } from '../kernel/fields'
import { withKnownLeads } from './edit-groups'
import { parsePlan } from './parse'
import { blockSchema, type Block, type Plan } from './schema'

/** Changes to several boards at once, each one step of undo, and boards carried from one plan to another. */

const idsIn = (plan: Plan, ids: readonly string[]) =>
  plan.blocks.filter(({ id }) => ids.includes(id)).map(({ id }) => id)

export function removeBlocks(plan: Plan, ids: readonly string[]): Plan {
  return idsIn(plan, ids).reduce(removeBlock, plan)
}

/** Moves boards, in their order, to stand together where the first of them would stand at `index` of the new order. */
export function moveBlocks(plan: Plan, ids: readonly string[], index: number): Plan {
  const moved = plan.blocks.filter(({ id }) => ids.includes(id))
  if (moved.length === 0) return plan
  const blocks = plan.blocks.filter((block) => !moved.includes(block))
  blocks.splice(Math.max(0, Math.min(index, blocks.length)), 0, ...moved)
  return { ...plan, blocks }
}

/** Copies of boards, in their order, right after the last of them. */
export function duplicateBlocks(plan: Plan, ids: readonly string[]): { plan: Plan; ids: string[] } {
  const from = plan.blocks.filter(({ id }) => ids.includes(id))
  const last = plan.blocks.findLastIndex(({ id }) => ids.includes(id))
  return insertBlocks(plan, last + 1, from)
}

/** Puts neighbouring boards under a heading of their own; without a name they stand by themselves again. */
export function namePart(plan: Plan, ids: readonly string[], name: string): Plan {
  const part = name.trim()
  return {
    ...plan,
    blocks: plan.blocks.map((block) => {
      if (!ids.includes(block.id)) return block
      const { part: _, ...rest } = block
      return part ? { ...rest, part } : rest
    }),
  }
}

export const BOARDS_FORMAT = 'golden-lintel/boards'

/** Boards on the clipboard. */
const boardsSchema = record({
  format: z.literal(BOARDS_FORMAT),
  version: z.literal(1),
  blocks: list(blockSchema, 1, 120),
})

export function writeBoards(plan: Plan, ids: readonly string[]): string {
  const blocks = plan.blocks.filter(({ id }) => ids.includes(id))
  return JSON.stringify({ format: BOARDS_FORMAT, version: 1, blocks })
}

export type PastedBoards = { ok: true; plan: Plan; ids: string[] } | { ok: false; faults: Fault[] }

/**
 * Puts copied boards into a plan. Groups that this plan does not have are left out of tracks; a board whose tracks are all gone
 * is worked together.
 */
export function pasteBoards(plan: Plan, index: number, json: unknown): PastedBoards {
  const shaped = boardsSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const pasted = insertBlocks(
    plan,
    index,
    shaped.data.blocks.map(({ id: _, ...block }) => forGroups(block, plan)),
  )
  const read = parsePlan(JSON.parse(JSON.stringify(pasted.plan)))
  return read.ok ? { ok: true, ...pasted } : { ok: false, faults: read.faults }
}

function forGroups(copied: Omit<Block, 'id'>, plan: Plan): Omit<Block, 'id'> {
  const block = withKnownLeads(copied, plan.groups)
  if (!block.tracks) return block
  const known = new Set(plan.groups.map(({ id }) => id))
  const tracks = block.tracks
    .map((track) => ({ ...track, groups: track.groups.filter((id) => known.has(id)) }))
    .filter(({ groups }) => groups.length > 0)
  if (tracks.length) return { ...block, tracks }
  const { tracks: had, holding: _h, afterTurn: _a, handoverSec: _s, ...rest } = block
  const technique = leadingTechnique({ ...block, id: '' })
  const dose = block.dose ?? had?.find((track) => track.dose)?.dose
  return { ...rest, mode: 'together', ...(technique ? { technique } : {}), ...(dose ? { dose } : {}) }
}
