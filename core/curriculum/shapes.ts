import type { z } from 'zod'
import { list, oneOf, record, slug, text, whole } from '../kernel/fields'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { withRounds, withStages, type Dose, type PlainDose } from '../plan/doses'
import { parsePlan } from '../plan/parse'
import { blockSchema, type Block, type Plan } from '../plan/schema'
import { sayActive } from '../plan/active'
import { layPlan } from '../plan/timeline'
import type { Board } from './boards'

/**
 * Reusable pieces of plan. A shape knows no club's groups: its tracks speak of `group-1` … `group-n`, lowest first, which
 * are laid over the groups of the plan it is put on. Its length is a parameter.
 */

export const SHAPE_KINDS = [
  'opening',
  'warm-up',
  'rounds',
  'ladder',
  'stations',
  'game',
  'conditioning',
  'cool-down',
  'closing',
  'other',
] as const

export const shapeSchema = record({
  id: slug(),
  name: text(80),
  about: text(200),
  kind: oneOf(SHAPE_KINDS),
  /** How many columns it is cut into at most; 1 when it is for all together. */
  groups: whole(1, 12).default(1),
  /** The range its length may be asked for, in whole minutes; none for a fixed piece. */
  minutes: record({ least: whole(1, 90), most: whole(1, 90) }).optional(),
  blocks: list(blockSchema, 1, 20),
})
export type Shape = z.infer<typeof shapeSchema>

const placeholder = (n: number) => `group-${n + 1}`

function planOf(groups: Pick<Plan['groups'][number], 'id' | 'name'>[], blocks: unknown): unknown {
  return {
    format: 'golden-lintel/plan',
    version: 1,
    title: 'a shape',
    lengthMin: 240,
    groups: groups.map((group) => ({ ...group, ranks: [], headcount: 0 })),
    blocks,
  }
}

export type ReadShape = { ok: true; shape: Shape } | { ok: false; faults: Fault[] }

/** A shape with its defaults, or every fault; its boards obey the rules of a plan. */
export function readShape(json: unknown): ReadShape {
  const shaped = shapeSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const shape = shaped.data
  if (shape.minutes && shape.minutes.least > shape.minutes.most)
    return { ok: false, faults: [fault(['minutes', 'most'], 'must not be less than the least')] }
  const groups = Array.from({ length: shape.groups }, (_, n) => ({
    id: placeholder(n),
    name: placeholder(n),
  }))
  const plan = parsePlan(planOf(groups, shape.blocks))
  return plan.ok ? { ok: true, shape } : { ok: false, faults: plan.faults }
}

/** Boards of a plan as the blocks of a shape: the plan's groups become placeholders. */
export function shapeFrom(
  plan: Plan,
  blocks: readonly Block[],
  given: Pick<Shape, 'id' | 'name' | 'about' | 'kind'>,
): Shape {
  const at = new Map(plan.groups.map(({ id }, n) => [id, placeholder(n)]))
  const cut = blocks.some((block) => block.tracks)
  return {
    ...given,
    groups: cut ? plan.groups.length : 1,
    minutes: { least: 1, most: 90 },
    blocks: blocks.map(({ teaching, ...block }) => {
      const { leads: _, ...said } = teaching ?? {}
      const kept = Object.keys(said).length ? { ...block, teaching: said } : block
      if (!block.tracks) return kept
      const tracks = block.tracks.map((track) => ({
        ...track,
        groups: track.groups.map((id) => at.get(id) ?? id),
      }))
      return { ...kept, tracks }
    }),
  }
}

const times = (count: number, factor: number) => Math.max(1, Math.min(999, Math.round(count * factor)))

/** A dose about `factor` times as long, in whole sets, rounds, runs or five seconds. */
export function scaleDose(dose: Dose, factor: number): Dose {
  switch (dose.kind) {
    case 'count':
    case 'own':
    case 'hold':
      return { ...dose, sets: times(dose.sets, factor) }
    case 'rounds':
      return withRounds(dose, times(dose.rounds, factor))
    case 'fixed':
      return { ...dose, sec: Math.max(15, Math.round((dose.sec * factor) / 5) * 5) }
    case 'form':
      return { ...dose, runs: dose.runs.map((run) => ({ ...run, times: times(run.times, factor) })) }
    case 'ladder':
      return withStages(dose, (stage) => ({ ...stage, dose: scaleDose(stage.dose, factor) as PlainDose }))
    case 'routine':
      return { ...dose, laps: times(dose.laps, factor) }
  }
}

function scaleBlock(block: Block, factor: number): Block {
  return {
    ...block,
    ...(block.dose ? { dose: scaleDose(block.dose, factor) } : {}),
    ...(block.tracks
      ? {
          tracks: block.tracks.map((track) =>
            track.dose ? { ...track, dose: scaleDose(track.dose, factor) } : track,
          ),
        }
      : {}),
    ...(block.laps !== undefined ? { laps: times(block.laps, factor) } : {}),
  }
}

/** The placeholders of a shape laid over a plan's groups: n columns over m groups, in their order. */
function overGroups(block: Block, columns: number, groups: readonly { id: string }[]): Block {
  if (!block.tracks) return block
  const columnOf = (g: number) => Math.floor((g * columns) / groups.length)
  const tracks = block.tracks
    .map((track) => ({
      ...track,
      groups: groups.filter((_, g) => track.groups.includes(placeholder(columnOf(g)))).map(({ id }) => id),
    }))
    .filter((track) => track.groups.length > 0)
  return { ...block, tracks }
}

export interface Fitted {
  boards: Board[]
  /** What it takes on this plan, its own transitions in. */
  ms: number
}

/** How finely lengths are tried: factors from a tenth to twenty, each about 3 % above the last. */
const FACTORS = Array.from({ length: 180 }, (_, n) => 0.1 * 1.03 ** n)

/**
 * A shape as boards for a plan, as near to the wished length as whole sets, rounds and five seconds allow; of two equally
 * near, the shorter.
 *
 * @param minutes the wished length, in the shape's range; none takes it as it is
 */
export function fitShape(
  shape: Shape,
  plan: Pick<Plan, 'groups' | 'transitionSec' | 'firstSide'>,
  minutes?: number,
): Fitted {
  const laid = shape.blocks.map((block) => overGroups(block, shape.groups, plan.groups))
  const measure = (factor: number) => {
    const blocks = laid.map((block) => scaleBlock(block, factor))
    const timeline = layPlan({
      format: 'golden-lintel/plan',
      version: 1,
      title: shape.name,
      lengthMin: 240,
      ...plan,
      blocks,
    })
    return { blocks, ms: timeline.totalMs }
  }
  let best = measure(1)
  if (minutes !== undefined) {
    const wanted = minutes * 60_000
    for (const tried of FACTORS.map(measure)) {
      const nearer = Math.abs(tried.ms - wanted) - Math.abs(best.ms - wanted)
      if (nearer < 0 || (nearer === 0 && tried.ms < best.ms)) best = tried
    }
  }
  return { boards: best.blocks.map(({ id: _, ...board }) => sayActive(board)), ms: best.ms }
}
