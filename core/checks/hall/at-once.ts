import type { Item } from '../../curriculum/item'
import type { Block } from '../../plan/schema'
import type { Ground } from '../ground'

/** An item, if any, and how many work it. */
export type Worked = readonly [item: Item | undefined, heads: number]

/**
 * What is worked at the same time, for each moment of a block that differs from the others: one moment in every mode but turns, where
 * each group is taught in its turn while those of the other tracks hold. Teams at stations are counted by the fullest.
 */
export function momentsOf(block: Block, ground: Ground): Worked[][] {
  const item = (id: string | undefined) => (id === undefined ? undefined : ground.club.items.get(id))
  const tracks = block.tracks ?? []
  switch (block.mode) {
    case 'together':
      return [[[item(block.technique), ground.everyone]]]
    case 'stations': {
      const perTeam = Math.ceil(ground.everyone / Math.max(1, block.teams ?? 1))
      return [(block.stations ?? []).map(({ technique }) => [item(technique), perTeam])]
    }
    case 'turns': {
      const taking = ground.headsOf(tracks.flatMap(({ groups }) => groups))
      return tracks.map(({ technique, groups }) => [
        [item(technique), ground.headsOf(groups)],
        [item(block.holding?.technique), taking - ground.headsOf(groups)],
      ])
    }
    default:
      return [tracks.map(({ technique, groups }) => [item(technique), ground.headsOf(groups)])]
  }
}
