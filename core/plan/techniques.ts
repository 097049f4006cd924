import { stagesOf, type Dose } from './doses'
import type { Place } from './places'
import type { Plan } from './schema'

/** A place in a plan that names an item of the library. */
export interface Naming {
  path: PropertyKey[]
  id: string
  layer: number
}

/** What a place names: its item, the other role's, and the parts of a rep. */
function namedAt(place: Place, path: PropertyKey[]): Naming[] {
  const { technique, layer = 1, receives, parts = [], links = [], instead = [] } = place
  return [
    ...(technique === undefined ? [] : [{ path: [...path, 'technique'], id: technique, layer }]),
    ...(receives
      ? [{ path: [...path, 'receives', 'technique'], id: receives.technique, layer: receives.layer }]
      : []),
    ...parts.map((part, p) => ({
      path: [...path, 'parts', p, 'technique'],
      id: part.technique,
      layer: part.layer,
    })),
    ...links.flatMap((link, l) => [
      ...one(link, [...path, 'links', l]),
      ...(link.oneOf ?? []).map((id, o) => ({ path: [...path, 'links', l, 'oneOf', o], id, layer: 1 })),
    ]),
    ...instead.flatMap((other, i) => one(other, [...path, 'instead', i])),
  ]
}

const one = ({ technique, layer }: { technique?: string | undefined; layer: number }, path: PropertyKey[]) =>
  technique === undefined ? [] : [{ path: [...path, 'technique'], id: technique, layer }]

function namedInStages(dose: Dose | undefined, path: PropertyKey[], of: Place): Naming[] {
  const field = dose?.kind === 'ladder' ? 'stages' : 'entries'
  return stagesOf(dose).flatMap((stage, s) => [
    ...namedAt(stage, [...path, 'dose', field, s]),
    // A stage may work the place's item at a layer of its own.
    ...(stage.technique === undefined && stage.layer !== undefined && of.technique !== undefined
      ? [{ path: [...path, 'dose', field, s, 'layer'], id: of.technique, layer: stage.layer }]
      : []),
  ])
}

/** Every place in a plan that names an item of the library, with its path and the layer it is named at. */
export function techniquesOf(plan: Plan): Naming[] {
  return plan.blocks.flatMap((block, b) => {
    const at: PropertyKey[] = ['blocks', b]
    const { holding, tracks = [], stations = [], calls } = block
    return [
      ...namedAt(block, at),
      ...namedInStages(block.dose, at, block),
      ...(holding?.technique === undefined
        ? []
        : [{ path: [...at, 'holding', 'technique'], id: holding.technique, layer: 1 }]),
      ...tracks.flatMap((track, t) => [
        ...namedAt(track, [...at, 'tracks', t]),
        ...namedInStages(track.dose, [...at, 'tracks', t], track),
      ]),
      ...stations.flatMap((station, s) => namedAt(station, [...at, 'stations', s])),
      ...(calls?.list ?? []).flatMap((call, c) => one(call, [...at, 'calls', 'list', c])),
    ]
  })
}
