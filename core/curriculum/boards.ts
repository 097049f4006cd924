import { sectionIds } from '../people/section-runs'
import type { Dose } from '../plan/doses'
import { newBlock } from '../plan/edit'
import type { Painted } from '../plan/painted'
import type { Block } from '../plan/schema'
import { CATEGORIES } from './categories'
import { spokenName, type Item } from './item'

/** Boards made from items: what lies on the shelf. All lack an id, which the plan gives them. */

export type Board = Omit<Block, 'id'>

/** Seconds for one rep when the item does not say: a partner has to come back to the start. */
const REP_SEC = { alone: { teach: 3, full: 1.5 }, partner: { teach: 6, full: 4 } }

export const rolesOf = (item: Item): 1 | 2 => (item.partner === 'partner' ? 2 : 1)

/** Seconds for one rep at teaching and at full speed. */
export const repSecOf = (item: Item): { teach: number; full: number } =>
  item.repSec ?? (item.partner === 'partner' ? REP_SEC.partner : REP_SEC.alone)

/** An item as it is put on one group of a board that others work too; without the parts of a rep, which only Compose writes down. */
export const paintedAs = (item: Item, layer = 1): Painted => ({
  technique: item.id,
  layer,
  ...(item.partner === 'solo' ? { solo: true } : {}),
  ...(item.sides === 1 ? { noSides: true } : {}),
})

/** Sections as a dose has them: under ids of their own, each as long as it takes. */
export function sectionsOnBoard(known: readonly { sec: number }[]): { id: string; sec: number }[] {
  const ids = sectionIds(known)
  return known.map(({ sec }, n) => ({ id: ids[n] ?? '', sec }))
}

function formDose(item: Item): Dose {
  const sections = sectionsOnBoard(
    item.sections.length ? item.sections : item.layers.map(() => ({ sec: 20 })),
  )
  return {
    kind: 'form',
    sections,
    runs: [{ from: 1, to: sections.length, times: 3, tempo: 1 }],
    resetSec: 5,
    setupSec: 30,
  }
}

/** Free work goes by rounds: nobody counts it. */
const SPARRING: Dose = {
  kind: 'rounds',
  rounds: 3,
  workSec: 120,
  restSec: 30,
  sides: 1,
  roles: 1,
  setupSec: 0,
}
const STEADY_SEC = 180
/** A run and its like: it raises the pulse as much as anything does, and can be kept up. */
const isSteady = ({ category, prepares, intensity = 10 }: Item) =>
  category === 'conditioning' && (prepares.pulse ?? 0) >= 3 && intensity <= 6

/**
 * A board for an item as it is usually drilled: free work in rounds, a run by the minute, forms in runs of their own sections, partner work in both roles, both
 * sides where it has sides, at the item's own full speed.
 */
export function boardFor(item: Item): Board {
  const { phase } = CATEGORIES[item.category]
  const block = newBlock(phase, spokenName(item), item.id)
  if (item.intensity !== undefined) block.intensity = item.intensity
  // A rep of it is known to the plan by its parts, so that credit needs no library.
  if (item.parts) block.parts = item.parts
  if (phase === 'form') return { ...block, dose: formDose(item) }
  if (item.category === 'sparring') return { ...block, dose: SPARRING }
  if (isSteady(item)) return { ...block, dose: { kind: 'fixed', sec: STEADY_SEC, active: true } }
  if (block.dose?.kind !== 'count') return block
  const dose = { ...block.dose, sides: item.sides, roles: rolesOf(item), tempoSec: repSecOf(item).full }
  return { ...block, dose }
}
