import { stagesOf } from '../plan/doses'
import type { Place } from '../plan/places'
import type { Block, Plan } from '../plan/schema'
import type { AttendanceRow } from './attendance'

/** Whoever is ready takes the higher version: a board or track offers layers up to one, and a student's own stays with them. */

/** The layers a plan leaves to each student, by item: from the one of all to the highest offered. */
export type Offered = ReadonlyMap<string, { from: number; upTo: number }>

/** The version that a student works at in one block. */
export type OwnVersion = NonNullable<AttendanceRow['versions']>[number]

type Offering = Place & { layerUpTo?: number | undefined; dose?: Block['dose'] }

/** What one board leaves to each student of a group of the plan. */
export function offeredOn(block: Block, group: string): Offered {
  const offered = new Map<string, { from: number; upTo: number }>()
  const places: Offering[] = [
    ...(block.mode === 'together' ? [block] : []),
    ...(block.tracks ?? []).filter(({ groups }) => groups.includes(group)),
  ]
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

/** What a class leaves to each student of a group, on whichever board: for choosing a version before it is worked. */
export function offeredIn(plan: Plan, group: string): Offered {
  const all = new Map<string, { from: number; upTo: number }>()
  for (const block of plan.blocks)
    for (const [technique, range] of offeredOn(block, group)) addRange(all, technique, range)
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
 * A student's own versions as an attendance file gives them: at the boards that leave them to the student's group, and not beyond what each
 * of them offers. What is offered at one board says nothing of another.
 *
 * @param own the layer a student works at, by item
 */
export function ownVersionsIn(
  plan: Plan,
  group: string,
  own: Readonly<Record<string, number>>,
): OwnVersion[] {
  return plan.blocks.flatMap((block) =>
    [...offeredOn(block, group)].flatMap(([technique, { from, upTo }]) => {
      const layer = Math.min(own[technique] ?? from, upTo)
      return layer > from ? [{ block: block.id, technique, layer }] : []
    }),
  )
}
