import { hasRoles, stagesOf, withStages, type Dose, type DoseStage } from './doses'
import type { Place } from './places'
import type { Block } from './schema'

type Holding = Place & { layerUpTo?: number | undefined; noSides?: true | undefined }

/** What a place says beside its item, to be taken along with it. */
export function besideOf({ receives, parts, layerUpTo, noSides }: Holding) {
  return {
    ...(receives ? { receives } : {}),
    ...(parts ? { parts: [...parts] } : {}),
    ...(layerUpTo === undefined ? {} : { layerUpTo }),
    ...(noSides ? { noSides } : {}),
  }
}

/** A place with another item: what was said of the one it had goes, and the parts of its own reps come. */
export const withItem = (technique: string | undefined, parts: Place['parts']) => ({
  technique,
  layer: 1,
  layerUpTo: undefined,
  noSides: undefined,
  parts: parts && [...parts],
})

function settled<P extends Holding>(place: P, dose: Dose | undefined, worked: boolean, itself: boolean): P {
  const { layer = 1, layerUpTo, receives, parts } = place
  const drop = [
    ...(receives && (!worked || (dose && !hasRoles(dose))) ? ['receives'] : []),
    ...(parts && !itself ? ['parts'] : []),
    ...(layerUpTo !== undefined && (layerUpTo <= layer || place.technique === undefined)
      ? ['layerUpTo']
      : []),
  ]
  if (drop.length === 0) return place
  const next = { ...place }
  for (const field of drop) Reflect.deleteProperty(next, field)
  return next
}

function settledDose(dose: Dose, technique: string | undefined): Dose {
  const stage = (one: DoseStage) => {
    const itself = technique !== undefined || one.technique !== undefined
    return settled(one, one.dose, itself, itself)
  }
  return stagesOf(dose).some((one) => stage(one) !== one) ? withStages(dose, stage) : dose
}

/**
 * A block without what its places cannot say any more: an answer where nobody receives now, parts where nothing is worked, a higher version below
 * the one of all. So no change of a dose or an item leaves a plan that no file can hold.
 */
export function settlePlaces(block: Block): Block {
  const { mode, dose, technique, tracks } = block
  const together = mode === 'together'
  const worked = technique !== undefined || stagesOf(dose).some((stage) => stage.technique !== undefined)
  let next = together ? settled(block, dose, worked, technique !== undefined) : block
  const own = dose && settledDose(dose, together ? technique : tracks?.[0]?.technique)
  if (own !== dose) next = { ...next, dose: own }
  const kept = tracks?.map((track) => {
    const one = settled(track, track.dose ?? (mode === 'turns' ? undefined : dose), true, true)
    const inside = one.dose && settledDose(one.dose, one.technique)
    return inside === one.dose ? one : { ...one, dose: inside }
  })
  if (kept?.some((track, t) => track !== tracks?.[t])) next = { ...next, tracks: kept }
  return next
}
