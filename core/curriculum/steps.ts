import type { Dose } from '../plan/doses'
import type { Group, Track } from '../plan/schema'
import { repSecOf, rolesOf, type Board } from './boards'
import { spokenName, type Item } from './item'

/**
 * *Break it down*: an item cut into numbered steps is taught step by step on the count, then joined, then
 * all in one. A simple version is kept for those who are not there yet.
 */

type Rung = Extract<Dose, { kind: 'ladder' }>['stages'][number]

const STEP_REPS = 4
const JOINED_REPS = 5
const WHOLE_REPS = 5
/** Calling a step takes this long at least, in seconds. */
const CALL_SEC = 1.5

function reps(item: Item, sets: number, count: number, tempoSec: number): Rung['dose'] {
  return {
    kind: 'count',
    sets,
    reps: count,
    tempoSec: Math.round(tempoSec * 10) / 10,
    restSec: sets > 1 ? 10 : 0,
    sides: item.sides,
    roles: rolesOf(item),
    switchSec: 5,
    swapSec: 5,
    alternate: false,
    setupSec: 0,
  }
}

/** The steps in pairs: "1 and 2, 3 and 4", the odd one alone. */
function pairs(steps: number): string {
  const out: string[] = []
  for (let n = 1; n <= steps; n += 2) out.push(n < steps ? `${n} and ${n + 1}` : `${n}`)
  return out.join(', ')
}

/** The numbered steps of a version: its own, or the item's. */
export function stepsOf(item: Item, layer: number): readonly string[] {
  const own = item.layers[layer - 1]?.steps
  return own?.length ? own : item.steps
}

/** The versions that have steps enough to be broken down. */
export const layersWithSteps = (item: Item): number[] =>
  item.layers.flatMap((_, at) => (stepsOf(item, at + 1).length >= FEWEST_STEPS ? [at + 1] : []))

function rungs(item: Item, layer: number): { simple: Rung[]; whole: Rung[] } {
  const { teach, full } = repSecOf(item)
  const steps = stepsOf(item, layer)
  // Steps of its own are worked at the version they belong to; the item's, at the first.
  const at = item.layers[layer - 1]?.steps?.length ? layer : 1
  const called = Math.max(teach, steps.length * CALL_SEC)
  const onTheCount: Rung = {
    title: `Steps 1 to ${steps.length}, on the count`,
    layer: at,
    dose: reps(item, 1, STEP_REPS, called),
  }
  const joined: Rung = {
    title: `Joined: ${pairs(steps.length)}`,
    layer: at,
    dose: reps(item, 1, JOINED_REPS, (called + full) / 2),
  }
  const allInOne: Rung = { title: 'All in one', layer, dose: reps(item, 2, WHOLE_REPS, full) }
  const again: Rung = { title: 'Joined again, a little quicker', layer: at, dose: joined.dose }
  return { simple: [onTheCount, joined, again], whole: [onTheCount, joined, allInOne] }
}

function notesOf(item: Item, layers: readonly number[]): string {
  return layers
    .map((layer) => {
      const steps = stepsOf(item, layer)
        .map((step, n) => `${n + 1}. ${step}`)
        .join('\n')
      return layers.length > 1 ? `${item.layers[layer - 1]?.name ?? ''}\n${steps}` : steps
    })
    .join('\n\n')
}

const ladder = (stages: Rung[]): Dose => ({ kind: 'ladder', stages, bridgeSec: 15, setupSec: 60 })

/** How many steps an item needs before it can be broken down. */
export const FEWEST_STEPS = 2

/**
 * The board that breaks an item down.
 *
 * @param groups the groups of the plan, lowest first
 * @param simple ids of the groups that keep the simple version: steps and joined, not yet all in one
 * @param layer the version that is broken down
 * @param lower the version of the groups that keep the simple one, where it has steps of its own: two ladders side by side
 * @returns nothing when the item is not cut into at least two steps
 */
export function breakDown(
  item: Item,
  groups: readonly Pick<Group, 'id'>[],
  simple: readonly string[] = [],
  layer = 1,
  lower = 1,
): Board | undefined {
  if (stepsOf(item, layer).length < FEWEST_STEPS) return undefined
  const { whole } = rungs(item, layer)
  const ownSteps = !!item.layers[lower - 1]?.steps?.length && lower !== layer
  const { simple: kept, whole: lowerWhole } = rungs(item, ownSteps ? lower : layer)
  const simpler = ownSteps ? lowerWhole : kept
  const common = {
    title: `${spokenName(item)}, broken down`,
    phase: 'technique' as const,
    priority: 'should' as const,
    layer,
    notes: notesOf(item, ownSteps && simple.length > 0 ? [lower, layer] : [layer]),
  }
  const low = groups.map(({ id }) => id).filter((id) => simple.includes(id))
  const high = groups.map(({ id }) => id).filter((id) => !simple.includes(id))
  if (low.length === 0) return { ...common, mode: 'together', technique: item.id, dose: ladder(whole) }
  if (high.length === 0)
    return {
      ...common,
      mode: 'together',
      technique: item.id,
      layer: ownSteps ? lower : 1,
      dose: ladder(simpler),
    }
  const tracks: Track[] = [
    {
      groups: low,
      technique: item.id,
      layer: ownSteps ? lower : 1,
      title: ownSteps ? item.layers[lower - 1]!.name : 'the simple version',
      dose: ladder(simpler),
    },
    { groups: high, technique: item.id, layer, dose: ladder(whole) },
  ]
  return { ...common, mode: 'layers', tracks }
}
