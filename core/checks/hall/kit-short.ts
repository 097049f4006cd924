import type { Item } from '../../curriculum/item'
import type { Block } from '../../plan/schema'
import { telling, type Check, type Finding } from '../check'
import type { Ground } from '../ground'

const tell = telling('kit.short', 'warn')

type Need = Map<string, number>

function addNeed(need: Need, item: Item | undefined, heads: number): void {
  if (heads === 0) return
  for (const { name, each, count } of item?.kit ?? []) {
    const units = each === 'person' ? heads : each === 'pair' ? Math.ceil(heads / 2) : 1
    need.set(name, (need.get(name) ?? 0) + units * count)
  }
}

/** What is used at the same time, for each moment of a block that differs from the others. */
function needs(block: Block, ground: Ground): Need[] {
  const headsOf = (ids: readonly string[]) => ground.headsOf(ids)
  const item = (id: string | undefined) => (id === undefined ? undefined : ground.club.items.get(id))
  const { everyone } = ground
  const need: Need = new Map()
  switch (block.mode) {
    case 'together':
      addNeed(need, item(block.technique), everyone)
      return [need]
    case 'stations': {
      // Teams fill the stations; the fullest team counts.
      const perTeam = Math.ceil(everyone / Math.max(1, block.teams ?? 1))
      for (const { technique } of block.stations ?? []) addNeed(need, item(technique), perTeam)
      return [need]
    }
    case 'turns':
      return (block.tracks ?? []).map((taught) => {
        const now: Need = new Map()
        addNeed(now, item(taught.technique), headsOf(taught.groups))
        const waiting = (block.tracks ?? [])
          .filter((track) => track !== taught)
          .flatMap(({ groups }) => groups)
        addNeed(now, item(block.holding?.technique), headsOf(waiting))
        return now
      })
    default:
      for (const { technique, groups } of block.tracks ?? []) addNeed(need, item(technique), headsOf(groups))
      return [need]
  }
}

/** More pads, sticks or shields in use at once than the club has. Kit that the club does not list is not counted. */
export const kitShort: Check = {
  code: 'kit.short',
  find(ground) {
    const has = new Map(ground.club.settings.hall.kit.map(({ name, count }) => [name.toLowerCase(), count]))
    if (has.size === 0) return []
    return ground.plan.blocks.flatMap((block): Finding[] => {
      const most: Need = new Map()
      for (const need of needs(block, ground))
        for (const [name, units] of need) most.set(name, Math.max(most.get(name) ?? 0, units))
      return [...most].flatMap(([name, units]) => {
        const there = has.get(name.toLowerCase())
        return there !== undefined && units > there
          ? [
              tell(`${block.title} needs ${units} ${name}, the club has ${there}.`, 'at the same time', {
                blocks: [block.id],
              }),
            ]
          : []
      })
    })
  },
}
