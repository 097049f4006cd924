import { sectionIds } from '../people/section-runs'
import type { Dose } from '../plan/doses'
import { newBlock } from '../plan/edit'
import { settleBoard, writtenMade } from '../plan/edit-places'
import type { Painted } from '../plan/painted'
import type { Block } from '../plan/schema'
import { CATEGORIES } from './categories'
import { spokenName, type Item } from './item'
import { madeOf } from './made-of'

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
 * sides where it has sides, at the item's own full speed; with what its reps are made of and what is called, as far as that dose can say it.
 */
export function boardFor(item: Item): Board {
  const { phase } = CATEGORIES[item.category]
  const block = newBlock(phase, spokenName(item), item.id)
  if (item.intensity !== undefined) block.intensity = item.intensity
  // What a rep of it is made of stands in the plan, so that credit needs no library.
  Object.assign(block, writtenMade(madeOf(item)))
  if (item.calls) block.calls = item.calls
  return settleBoard({ ...block, dose: doseFor(item, block) })
}

function doseFor(item: Item, { phase, dose }: Board): Board['dose'] {
  if (phase === 'form') return formDose(item)
  if (item.category === 'sparring') return SPARRING
  if (isSteady(item)) return { kind: 'fixed', sec: STEADY_SEC, active: true }
  if (dose?.kind !== 'count') return dose
  const roles = madeOf(item).links?.some(({ by }) => by !== 'A') ? 2 : rolesOf(item)
  return { ...dose, sides: item.sides, roles, tempoSec: repSecOf(item).full }
}
