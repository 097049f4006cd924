import type { Region } from '../../curriculum/item'
import { coverProblem } from '../cover'
import { telling, type Check } from '../check'
import { listed, namesOf, type BlockFacts, type GroupFacts } from '../ground'
import { unreadyRegions } from './preparation'

const tell = telling('warmup.prepare', 'warn')
/** Units of preparation below which little is missing. */
const A_LITTLE = 0.5

/**
 * Blocks that load a body region which the warm-up has not prepared, told as one: one warm-up closes all of the gaps. Fix: the
 * exercises that do, in the least added time.
 */
export const warmupPrepare: Check = {
  code: 'warmup.prepare',
  find(ground) {
    const unready = unreadyRegions(ground)
    const regions = new Map<Region, { lack: number; of: string }>()
    const loads = new Set<BlockFacts>()
    const cold = new Set<GroupFacts>()
    for (const { block, group, region, has, needs } of unready) {
      loads.add(block)
      cold.add(group)
      if (needs - has > (regions.get(region)?.lack ?? 0))
        regions.set(region, { lack: needs - has, of: block.block.title })
    }
    const blocks = ground.blocks.filter((block) => loads.has(block))
    const who = ground.groups.filter((group) => cold.has(group))
    const [first] = blocks
    if (!first) return []
    const others = blocks.length === 1 ? '' : ` and ${blocks.length - 1} more`
    const much =
      Math.max(...[...regions.values()].map(({ lack }) => lack)) < A_LITTLE ? 'a little more' : 'more'
    return [
      tell(
        `Prepare ${listed([...regions.keys()])} ${much} before ${first.block.title}${others}: ${namesOf(who, ground)}.`,
        listed(
          [...regions].map(([region, { lack, of }]) => `${region} short by ${lack.toFixed(1)} for ${of}`),
        ),
        { blocks: blocks.map(({ block }) => block.id), groups: who.map(({ group }) => group.id) },
      ),
    ]
  },
  fix(_, ground) {
    const cover = coverProblem(ground)
    return cover ? { does: 'Add what prepares it', cover } : undefined
  },
}
