import { freshId } from '../kernel/ids'
import type { Dose } from './doses'
import { leavesActiveOpen, sayActive } from './active'
import { besideOf, settlePlaces } from './edit-places'
import type { Phase } from './phases'
import type { Block, Mode, Plan, Track } from './schema'

/**
 * Changes to a plan, each a pure function from plan to plan. Blocks that a change does not touch stay the same objects, so
 * that undo is cheap and a screen redraws only what moved.
 */

const idsOf = (plan: Plan) => plan.blocks.map(({ id }) => id)

export function changePlan(plan: Plan, values: Partial<Plan>): Plan {
  return { ...plan, ...values }
}

/** Puts a block in at `index`, under an id of its own. */
export function insertBlock(plan: Plan, index: number, block: Omit<Block, 'id'>): { plan: Plan; id: string } {
  const id = freshId(block.title, idsOf(plan))
  const blocks = [...plan.blocks]
  // Between two boards of one part it belongs to that part.
  const part = blocks[index - 1]?.part
  const within = part !== undefined && part === blocks[index]?.part && block.part === undefined
  blocks.splice(index, 0, { ...sayActive(block), id, ...(within ? { part } : {}) })
  return { plan: { ...plan, blocks }, id }
}

/** Puts several blocks in at `index`, in their order, each under an id of its own. */
export function insertBlocks(
  plan: Plan,
  index: number,
  blocks: readonly Omit<Block, 'id'>[],
): { plan: Plan; ids: string[] } {
  const ids: string[] = []
  for (const [n, block] of blocks.entries()) {
    const put = insertBlock(plan, index + n, block)
    plan = put.plan
    ids.push(put.id)
  }
  return { plan, ids }
}

/** Plain time that a change makes says whether it is work; what was left open before stays so. */
function changed(block: Block, change: (block: Block) => Block): Block {
  const next = change(block)
  return leavesActiveOpen(next) && !leavesActiveOpen(block) ? sayActive(next) : next
}

export function changeBlock(plan: Plan, id: string, change: (block: Block) => Block): Plan {
  return {
    ...plan,
    blocks: plan.blocks.map((block) => (block.id === id ? settlePlaces(changed(block, change)) : block)),
  }
}

/** The block with one dose for all who work it: on the tracks where they have their own, else on the block. */
export function setDose(block: Block, dose: Dose): Block {
  if (block.dose || !block.tracks?.some((track) => track.dose)) return { ...block, dose }
  return { ...block, tracks: block.tracks.map((track) => ({ ...track, dose })) }
}

/** Takes a block out, and out of the findings that were accepted for it. */
export function removeBlock(plan: Plan, id: string): Plan {
  const acknowledged = plan.acknowledged?.flatMap((entry) => {
    const blocks = entry.blocks?.filter((block) => block !== id)
    // What was accepted of this board alone is gone with it.
    if (blocks?.length === 0 && entry.blocks?.length) return []
    return [blocks ? { ...entry, blocks } : entry]
  })
  return {
    ...plan,
    blocks: plan.blocks.filter((block) => block.id !== id),
    ...(acknowledged ? { acknowledged } : {}),
  }
}

/** Moves a block so that it stands at `index` of the new order. */
export function moveBlock(plan: Plan, id: string, index: number): Plan {
  const from = plan.blocks.findIndex((block) => block.id === id)
  const block = plan.blocks[from]
  if (!block) return plan
  const blocks = plan.blocks.filter((other) => other !== block)
  blocks.splice(Math.max(0, Math.min(index, blocks.length)), 0, block)
  return { ...plan, blocks }
}

/** Puts a copy right after the block. */
export function duplicateBlock(plan: Plan, id: string): { plan: Plan; id: string } {
  const index = plan.blocks.findIndex((block) => block.id === id)
  const block = plan.blocks[index]
  return block ? insertBlock(plan, index + 1, block) : { plan, id }
}

const FALLBACK_DOSE: Dose = {
  kind: 'count',
  sets: 2,
  reps: 10,
  tempoSec: 1.5,
  restSec: 15,
  sides: 2,
  roles: 1,
  switchSec: 5,
  swapSec: 5,
  alternate: false,
  setupSec: 30,
}

const fixedDose = (sec: number): Dose => ({ kind: 'fixed', sec })
/** Phases that last as long as they last: nothing in them is counted. */
const FIXED: Partial<Record<Phase, Dose>> = {
  opening: fixedDose(75),
  talk: fixedDose(90),
  water: fixedDose(60),
  closing: fixedDose(90),
}

/** The block in another phase; one in which nothing is counted takes that phase's usual time for a counted dose. */
export function withPhase(one: Block, phase: Phase, plan: Plan): Block {
  const usual = FIXED[phase]
  const { result, ...without } = one
  const block: Block = usual || !result ? without : one
  if (!usual || (block.mode === 'together' && block.dose?.kind === 'fixed')) return { ...block, phase }
  const { technique, ...together } = withMode(block, 'together', plan)
  return { ...together, phase, dose: usual, ...(technique && phase !== 'water' ? { technique } : {}) }
}

/** What a board is called until somebody says what it is. */
export const NEW_BOARD = 'New board'

/** A block of a phase as it usually is, to be changed from there. */
export function newBlock(phase: Phase, title: string, technique?: string): Omit<Block, 'id'> {
  const usual: Partial<Record<Phase, Dose>> = { ...FIXED, game: fixedDose(240) }
  return {
    title,
    phase,
    priority: phase === 'water' || phase === 'closing' || phase === 'cooldown' ? 'must' : 'should',
    mode: 'together',
    layer: 1,
    dose: usual[phase] ?? FALLBACK_DOSE,
    ...(technique ? { technique } : {}),
  }
}

/** What a block keeps whatever its mode. */
function common(one: Block): Block {
  const { id, title, phase, priority, minSec, intensity, part, notes, layer } = one
  const block: Block = { id, title, phase, priority, mode: 'together', layer }
  if (minSec !== undefined) block.minSec = minSec
  if (intensity !== undefined) block.intensity = intensity
  if (part !== undefined) block.part = part
  if (notes !== undefined) block.notes = notes
  if (one.firstSide !== undefined) block.firstSide = one.firstSide
  if (one.start !== undefined) block.start = one.start
  if (one.teaching !== undefined) block.teaching = one.teaching
  if (one.result !== undefined) block.result = one.result
  if (one.kinds !== undefined) block.kinds = one.kinds
  if (one.calls !== undefined) block.calls = one.calls
  if (one.says !== undefined) block.says = one.says
  if (one.voice !== undefined) block.voice = one.voice
  if (one.turned !== undefined) block.turned = one.turned
  return block
}

/** The first technique a block works, whatever its mode. */
export function leadingTechnique(block: Block): string | undefined {
  return (
    block.technique ?? block.tracks?.[0]?.technique ?? block.stations?.find((s) => s.technique)?.technique
  )
}

/** The layer on which a block works its first technique. */
function leadingLayer(block: Block): number {
  if (block.technique) return block.layer
  return (
    block.tracks?.[0]?.layer ?? block.stations?.find((station) => station.technique)?.layer ?? block.layer
  )
}

function leadingDose(block: Block): Dose {
  return block.dose ?? block.tracks?.find((track) => track.dose)?.dose ?? FALLBACK_DOSE
}

/** One track per group, doing what the group was doing: a group that was left out stays left out, and no item is guessed. */
function tracksOf(block: Block, plan: Plan, dose: (track: Track | undefined) => Dose | undefined): Track[] {
  const leading = leadingTechnique(block)
  return plan.groups.flatMap(({ id }) => {
    const had = block.tracks?.find((track) => track.groups.includes(id))
    const technique = had?.technique ?? (block.tracks ? undefined : leading)
    if (!technique) return []
    const track: Track = {
      groups: [id],
      technique,
      layer: had?.layer ?? leadingLayer(block),
      ...besideOf(had ?? block),
    }
    if (had?.title) track.title = had.title
    const own = dose(had)
    if (own) track.dose = own
    return [track]
  })
}

/** Whether a block can be cut by group: only what works an item can, for a track is of an item. */
export const canBeCut = (block: Block): boolean => leadingTechnique(block) !== undefined

/** The block in another mode, with as much of it kept as the mode can hold; as it was where `canBeCut` says no and the mode needs it. */
export function withMode(block: Block, mode: Mode, plan: Plan): Block {
  if (mode === block.mode) return block
  if (mode !== 'together' && mode !== 'stations' && !canBeCut(block)) return block
  const kept = { ...common(block), mode }
  const dose = leadingDose(block)
  switch (mode) {
    case 'together': {
      const technique = leadingTechnique(block)
      const beside = besideOf(block.tracks?.[0] ?? block)
      return { ...kept, layer: leadingLayer(block), dose, ...(technique ? { technique, ...beside } : {}) }
    }
    case 'oneCount':
      return { ...kept, dose, tracks: tracksOf(block, plan, () => undefined) }
    case 'layers':
      return { ...kept, dose, tracks: tracksOf(block, plan, (had) => had?.dose) }
    case 'turns':
      return {
        ...kept,
        holding: block.holding ?? { title: 'what they own, slowly' },
        tracks: tracksOf(block, plan, (had) => had?.dose ?? dose),
      }
    case 'stations':
      return {
        ...kept,
        stations: (
          block.tracks ?? [{ technique: leadingTechnique(block), layer: block.layer, title: undefined }]
        ).map(({ technique, layer, title }, s) => ({
          title: title ?? `Station ${s + 1}`,
          layer,
          ...(technique ? { technique } : {}),
        })),
        teams: Math.max(1, Math.min(plan.groups.length, block.tracks?.length ?? 1)),
        workSec: 60,
        moveSec: 15,
        laps: 1,
        setupSec: 45,
      }
  }
}

/** Cuts a block by group, or joins it again. */
export function toggleSplit(block: Block, plan: Plan): Block {
  return withMode(block, block.mode === 'together' ? 'oneCount' : 'together', plan)
}
