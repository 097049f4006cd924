import { hasRoles, stagesOf, withStages, type Dose, type DoseStage } from './doses'
import { PHASES } from './phases'
import type { Link, Place } from './places'
import { settleDose } from './settle-doses'
import type { Block } from './schema'

type Holding = Place & { layerUpTo?: number | undefined; noSides?: true | undefined }

/** What an item brings to its place beside itself: what its reps are made of, and what is done instead. */
export type Made = Pick<Place, 'parts' | 'links' | 'instead'>

/** The same written into a place: what is not there is left out. */
export const writtenMade = ({ parts, links, instead }: Made) => ({
  ...(parts ? { parts: [...parts] } : {}),
  ...(links ? { links: [...links] } : {}),
  ...(instead ? { instead: [...instead] } : {}),
})

/** What a place says beside its item, to be taken along with it. */
export function besideOf({ receives, parts, links, instead, layerUpTo, noSides }: Holding) {
  return {
    ...(receives ? { receives } : {}),
    ...writtenMade({ parts, links, instead }),
    ...(layerUpTo === undefined ? {} : { layerUpTo }),
    ...(noSides ? { noSides } : {}),
  }
}

/** A place with another item: what was said of the one it had goes, and what its own reps are made of comes. */
export const withItem = (technique: string | undefined, { parts, links, instead }: Made = {}) => ({
  technique,
  layer: 1,
  layerUpTo: undefined,
  noSides: undefined,
  links: links && [...links],
  instead: instead && [...instead],
  parts: parts && [...parts],
})

/** Links as they are where nobody receives: those of the partner go. */
function linksAlone(links: readonly Link[]): Link[] {
  return links.flatMap((link) => (link.by === 'B' ? [] : [{ ...link, by: 'A' as const }]))
}

/** @param doses those that are worked at the place; none where that is not known here */
function settled<P extends Holding>(place: P, doses: readonly Dose[], worked: boolean, itself: boolean): P {
  const { layer = 1, layerUpTo, receives, parts, links } = place
  const isAlone = doses.length > 0 && !doses.some(hasRoles)
  const alone = links && itself && isAlone && links.some(({ by }) => by !== 'A') ? linksAlone(links) : links
  const drop = [
    ...(receives && (!worked || isAlone) ? ['receives'] : []),
    ...(parts && !itself ? ['parts'] : []),
    ...(links && (!itself || alone?.length === 0) ? ['links'] : []),
    ...(layerUpTo !== undefined && (layerUpTo <= layer || place.technique === undefined)
      ? ['layerUpTo']
      : []),
  ]
  if (drop.length === 0 && alone === links) return place
  const next = { ...place, ...(alone === links ? {} : { links: alone }) }
  for (const field of drop) Reflect.deleteProperty(next, field)
  return next
}

function settledDose(dose: Dose, technique: string | undefined): Dose {
  const stage = (one: DoseStage) => {
    const itself = technique !== undefined || one.technique !== undefined
    return settled(one, [one.dose], itself, itself)
  }
  return stagesOf(dose).some((one) => stage(one) !== one) ? withStages(dose, stage) : dose
}

const given = (...doses: (Dose | undefined)[]): Dose[] => doses.filter((dose) => dose !== undefined)

/** The places that work a block's own dose, as far as their links are called there. */
function placesOf(block: Block): Place[] {
  const { mode, tracks = [] } = block
  if (mode === 'together') return [block]
  return mode === 'layers' ? tracks.filter((track) => track.dose === undefined) : []
}

/** The same of a board that no plan has given an id yet. */
export function settleBoard(board: Omit<Block, 'id'>): Omit<Block, 'id'> {
  const { id: _id, ...settled } = settlePlaces({ ...board, id: 'new' })
  return settled
}

/**
 * A block without what its places and doses cannot say any more: an answer where nobody receives now, parts where nothing is worked, a higher version
 * below the one of all, partners who trade without a second role. So no change of a dose or an item leaves a plan that no file can hold.
 */
export function settlePlaces(block: Block): Block {
  const { mode, dose, technique, tracks } = block
  const together = mode === 'together'
  const { active } = PHASES[block.phase]
  const worked = technique !== undefined || stagesOf(dose).some((stage) => stage.technique !== undefined)
  let next = together ? settled(block, given(dose), worked, technique !== undefined) : block
  const kept = tracks?.map((track) => {
    const shared = mode === 'turns' ? undefined : dose
    const one = settled(track, given(track.dose ?? shared, track.then), true, true)
    const own = (was: Dose | undefined) =>
      was && settleDose(settledDose(was, one.technique), { places: [one], active })
    const [inside, after] = [own(one.dose), own(one.then)]
    if (inside === one.dose && after === one.then) return one
    return { ...one, ...(inside ? { dose: inside } : {}), ...(after ? { then: after } : {}) }
  })
  if (kept?.some((track, t) => track !== tracks?.[t])) next = { ...next, tracks: kept }
  const own = dose && settledDose(dose, together ? technique : tracks?.[0]?.technique)
  const last = own && settleDose(own, { places: placesOf(next), active })
  return last === dose ? next : { ...next, dose: last }
}
