import { stagesOf } from '../plan/doses'
import type { Place } from '../plan/places'
import type { Block, Plan } from '../plan/schema'

/** Whoever is ready takes the higher version: a board or track offers layers up to one, and a student's own stays with them. */

/** The layers a plan leaves to each student, by item: from the one of all to the highest offered. */
export type Offered = ReadonlyMap<string, { from: number; upTo: number }>

type Offering = Place & { layerUpTo?: number | undefined; dose?: Block['dose'] }

/** What one board leaves to each student. */
export function offeredOn(block: Block): Offered {
  const offered = new Map<string, { from: number; upTo: number }>()
  const places: Offering[] = [...(block.mode === 'together' ? [block] : []), ...(block.tracks ?? [])]
  for (const { technique, layer = 1, layerUpTo, dose } of places) {
    if (layerUpTo === undefined || technique === undefined) continue
    const stages = stagesOf(dose ?? block.dose).filter(
      (stage) => (stage.technique ?? technique) === technique,
    )
    const from = Math.min(layer, ...stages.flatMap((stage) => stage.layer ?? []))
    addRange(offered, technique, { from, upTo: layerUpTo })
  }
  return offered
}

export function offeredIn(plan: Plan): Offered {
  const all = new Map<string, { from: number; upTo: number }>()
  for (const block of plan.blocks)
    for (const [technique, range] of offeredOn(block)) addRange(all, technique, range)
  return all
}

function addRange(
  ranges: Map<string, { from: number; upTo: number }>,
  technique: string,
  { from, upTo }: { from: number; upTo: number },
): void {
  const known = ranges.get(technique)
  ranges.set(technique, {
    from: Math.min(from, known?.from ?? from),
    upTo: Math.max(upTo, known?.upTo ?? upTo),
  })
}

/**
 * A student's own layers as an attendance file gives them: only of what the plan leaves to them, and not beyond what it offers.
 *
 * @param own the layer a student works at, by item
 */
export function ownLayersIn(
  offered: Offered,
  own: Readonly<Record<string, number>>,
): Record<string, number> | undefined {
  const layers = Object.entries(own).flatMap(([technique, layer]) => {
    const range = offered.get(technique)
    return range && layer > range.from ? [[technique, Math.min(layer, range.upTo)] as const] : []
  })
  return layers.length ? Object.fromEntries(layers) : undefined
}
