import type { Plan } from './schema'

/** Every place in a plan that names an item of the library, with its path. */
export function techniquesOf(plan: Plan): { path: PropertyKey[]; id: string }[] {
  return plan.blocks.flatMap((block, b) => {
    const at: PropertyKey[] = ['blocks', b]
    const named = [
      { path: [...at, 'technique'], id: block.technique },
      { path: [...at, 'holding', 'technique'], id: block.holding?.technique },
      ...(block.tracks ?? []).map((track, t) => ({
        path: [...at, 'tracks', t, 'technique'],
        id: track.technique,
      })),
      ...(block.stations ?? []).map((station, s) => ({
        path: [...at, 'stations', s, 'technique'],
        id: station.technique,
      })),
    ]
    return named.flatMap(({ path, id }) => (id === undefined ? [] : [{ path, id }]))
  })
}
