import { REGIONS, type Region } from '../../curriculum/item'
import { moveBlock } from '../../plan/edit'
import { minutes } from '../../kernel/time-text'
import { telling, type Check, type Finding } from '../check'
import { demandOf, isPower, listed, perLane, type Ground, type GroupFacts } from '../ground'

const tell = telling('stretch.hold', 'hint')
const WITHIN_MS = 10 * 60_000

interface Hold {
  block: string
  title: string
  end: number
  ms: number
  regions: Region[]
}

/** Every static hold of a lane. */
const holdsIn = perLane(({ pieces }) =>
  pieces
    .filter(({ span }) => span.kind === 'hold')
    .map(({ at, ms, item }) => ({
      end: at + ms,
      ms,
      regions: REGIONS.filter((region) => (item?.prepares[region] ?? 0) > 0 || demandOf(item, region) > 0),
    })),
)

function longHolds(ground: Ground, group: GroupFacts): Hold[] {
  const holds: Hold[] = []
  for (const facts of ground.blocks)
    for (const { end, ms, regions } of holdsIn(ground.lane(facts, group)))
      if (ms >= ground.limits.holdBeforePower * 1000) {
        const { id, title } = facts.block
        holds.push({ block: id, title, end: facts.at + end, ms, regions })
      }
  return holds
}

/**
 * Static holds of a minute or more on a region within ten minutes before power work on it. Pointed out, never forbidden; a club
 * that keeps holds for the end hears of every long hold before the cool-down, one that holds wherever hears nothing. Fix: hold
 * them at the end.
 */
export const stretchHold: Check = {
  code: 'stretch.hold',
  find(ground) {
    const view = ground.club.settings.holds
    if (view === 'anywhere') return []
    const told = new Map<string, Finding>()
    for (const group of ground.groups)
      for (const hold of longHolds(ground, group)) {
        if (told.has(hold.block)) continue
        const ends = ground.blocks.find(({ block }) => block.id === hold.block)?.block.phase
        if (view === 'end only' && ends !== 'cooldown' && ends !== 'closing') {
          told.set(
            hold.block,
            tell(
              `${hold.title} holds ${minutes(hold.ms)} before the end of the class.`,
              'the club holds stretches at the end',
              {
                blocks: [hold.block],
              },
            ),
          )
          continue
        }
        for (const [{ block, intensity, at: from }, piece] of ground.piecesOf(group)) {
          const { item } = piece
          const at = from + piece.at
          if (at < hold.end || at - hold.end > WITHIN_MS || !isPower(item, intensity)) continue
          const both = hold.regions.filter((region) => demandOf(item, region) >= 2)
          if (both.length === 0) continue
          told.set(
            hold.block,
            tell(
              `${hold.title} holds the ${listed(both)} long, and ${block.title} wants power of them soon after.`,
              `${minutes(hold.ms)} held, ${minutes(at - hold.end)} before it`,
              { blocks: [hold.block, block.id] },
            ),
          )
          break
        }
      }
    return [...told.values()]
  },
  fix({ blocks: [id] }, { plan }) {
    const block = plan.blocks.find((one) => one.id === id)
    if (!block) return undefined
    const closing = plan.blocks.findIndex(({ phase }) => phase === 'closing')
    const to = (closing < 0 ? plan.blocks.length : closing) - 1
    return {
      does: `${block.title} at the end`,
      says: `${block.title} is held at the end`,
      plan: moveBlock(plan, block.id, to),
    }
  },
}
