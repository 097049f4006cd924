import type { Phase } from '../plan/phases'
import type { Plan } from '../plan/schema'
import { techniquesOf } from '../plan/techniques'
import type { Category } from './categories'
import { CATEGORIES } from './categories'
import { itemSchema, type Item } from './item'

/** The category that is usually worked in a phase; what it really is, the instructor says later. */
function categoryOf(phase: Phase): Category {
  const found = (Object.entries(CATEGORIES) as [Category, { phase: Phase }][]).find(
    ([, one]) => one.phase === phase,
  )
  return found?.[0] ?? 'hands'
}

/**
 * Items that a plan works and a library does not know, as they can be put into it: named after their ids, with as many layers as the
 * plan speaks of.
 */
export function itemsFor(plan: Plan, library: ReadonlyMap<string, unknown>): Item[] {
  const unknown = new Map<string, { phase: Phase; layers: number }>()
  for (const { path, id, layer } of techniquesOf(plan)) {
    if (library.has(id)) continue
    const block = plan.blocks[Number(path[1])]
    if (!block) continue
    const known = unknown.get(id)
    const layers = Math.max(known?.layers ?? 1, layer)
    unknown.set(id, { phase: known?.phase ?? block.phase, layers })
  }
  return [...unknown].map(([id, { phase, layers }]) =>
    itemSchema.parse({
      id,
      name: `${id[0]?.toUpperCase() ?? ''}${id.slice(1).replaceAll('-', ' ')}`,
      category: categoryOf(phase),
      layers: Array.from({ length: Math.min(20, layers) }, (_, n) => ({ name: `Layer ${n + 1}` })),
    }),
  )
}
