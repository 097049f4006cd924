import type { Dose } from '../plan/doses'
import { stagesOf } from '../plan/doses'
import { workedAt } from '../plan/places'
import type { Block } from '../plan/schema'
import type { Span } from '../plan/spans'
import type { Stretch } from '../plan/modes/mode'
import type { Timeline } from '../plan/timeline'

/**
 * Where a group works an item, place by place, and whether that makes a thread: a skill that is built up instead of being done once. The
 * definition stands in docs/balance.md.
 */

/** One place of a plan at which a group works an item: a block, a track, a stage or entry, or one of the rounds that rise. */
export interface WorkedPlace {
  item: string
  layer: number
  /** Of its dose: 1 where it has none. */
  roles: 1 | 2
  ms: number
  /** The ladder that it is a stage of, and which one. */
  rung: { ladder: Dose; stage: number; title: string } | undefined
}

/** A place at which a group works an item for less is none. */
const LEAST_MS = 60_000

/** Phases whose work is no helping and no place. */
export const AROUND: ReadonlySet<Block['phase']> = new Set(['warmup', 'cooldown'])
const NO_PLACES: ReadonlySet<Block['phase']> = new Set([...AROUND, 'water'])

/** The places of one group in the order of the plan, by item. */
export function placesOf({ blocks }: Pick<Timeline, 'blocks'>, group: number): Map<string, WorkedPlace[]> {
  const byItem = new Map<string, WorkedPlace[]>()
  for (const { block, lanes } of blocks) {
    if (NO_PLACES.has(block.phase) || block.mode === 'stations') continue
    for (const place of (lanes[group] ?? []).flatMap((stretch) => placesIn(stretch, block)))
      if (place.ms >= LEAST_MS) byItem.set(place.item, [...(byItem.get(place.item) ?? []), place])
  }
  return byItem
}

/** The places that one stretch of a group's lane holds: one, or one for each stage, entry, or rising round. */
function placesIn(stretch: Stretch, block: Block): WorkedPlace[] {
  if (stretch.isThen) return []
  const dose = block.tracks?.[stretch.track ?? -1]?.dose ?? block.dose
  const places = new Map<string, WorkedPlace>()
  for (const span of stretch.spans) {
    if (span.cls !== 'work') continue
    const worked = workedAt(stretch, span.place)
    if (!worked) continue
    const key = `${span.stage ?? ''} ${span.layer === undefined ? '' : (span.round ?? '')}`
    let place = places.get(key)
    if (!place) {
      place = {
        item: worked.technique,
        layer: span.layer ?? worked.layer,
        roles: 1,
        ms: 0,
        rung: rungOf(dose, span),
      }
      places.set(key, place)
    }
    if (span.role) place.roles = 2
    // A turn in which they answer with something else is work on that.
    if (span.role !== 'B' || !worked.receives) place.ms += span.ms
  }
  return [...places.values()]
}

function rungOf(dose: Dose | undefined, { stage }: Span): WorkedPlace['rung'] {
  if (dose?.kind !== 'ladder' || stage === undefined) return undefined
  return { ladder: dose, stage, title: stagesOf(dose)[stage]?.title ?? '' }
}

/**
 * Whether an item's places build up: no layer below an earlier one, and either two stages of one ladder that differ, or a layer above an
 * earlier one, or a partner where it was worked without one before.
 */
export function isThread(places: readonly WorkedPlace[]): boolean {
  let [highest, isAlone, rises] = [0, false, false]
  for (const [p, place] of places.entries()) {
    if (place.layer < highest) return false
    rises ||=
      (p > 0 && place.layer > highest) ||
      (isAlone && place.roles === 2) ||
      places.slice(0, p).some((earlier) => isStepFrom(earlier, place))
    highest = place.layer
    isAlone ||= place.roles === 1
  }
  return rises
}

/** Two stages of one ladder that differ in layer, roles or title. */
function isStepFrom(earlier: WorkedPlace, place: WorkedPlace): boolean {
  const [from, to] = [earlier.rung, place.rung]
  if (!from || !to || from.ladder !== to.ladder || from.stage === to.stage) return false
  return earlier.layer !== place.layer || earlier.roles !== place.roles || from.title !== to.title
}
