import { insertBlock, newBlock } from '../../plan/edit'
import { minutes } from '../../kernel/time-text'
import { telling, type Check, type Finding } from '../check'
import type { Ground } from '../ground'

const tell = telling('water.gap', 'warn')

/** Shorter for children and in a hot hall. */
export function waterLimitMs({ limits, club, groups }: Ground): number {
  const young = groups.some(({ youngest }) => youngest !== undefined && youngest < 13)
  return (
    60_000 *
    Math.min(
      limits.water,
      young ? limits.waterUnder13 : Infinity,
      club.settings.hall.hot ? limits.waterHot : Infinity,
    )
  )
}

/** More than twenty minutes without water. Fix: water between the two boards that lie nearest to the middle of the gap. */
export const waterGap: Check = {
  code: 'water.gap',
  find(ground) {
    const { timeline } = ground
    const limitMs = waterLimitMs(ground)
    const findings: Finding[] = []
    let dry = 0
    let first = 0
    const look = (until: number, last: number) => {
      if (until - dry <= limitMs) return
      findings.push(
        tell(
          `No water for ${minutes(until - dry)}.`,
          `${ground.clock(dry)} to ${ground.clock(until)}, limit ${minutes(limitMs)}`,
          { blocks: timeline.blocks.slice(first, last).map(({ block }) => block.id) },
        ),
      )
    }
    timeline.blocks.forEach(({ block, at, ms }, i) => {
      if (block.phase !== 'water') return
      look(at, i)
      dry = at + ms
      first = i + 1
    })
    look(timeline.totalMs, timeline.blocks.length)
    return findings
  },
  fix({ blocks }, { plan, timeline }) {
    const dry = timeline.blocks.filter(({ block }) => blocks.includes(block.id))
    const [first, ...rest] = dry
    const last = dry.at(-1)
    if (!first || !last || rest.length === 0) return undefined
    const middle = (first.at + last.at + last.ms) / 2
    const before = rest.reduce((best, one) =>
      Math.abs(one.at - middle) < Math.abs(best.at - middle) ? one : best,
    )
    const at = plan.blocks.indexOf(before.block)
    const after = plan.blocks[at - 1]?.title ?? ''
    return {
      does: `Water after ${after}`,
      says: `water after ${after}`,
      plan: insertBlock(plan, at, newBlock('water', 'Water')).plan,
    }
  },
}
