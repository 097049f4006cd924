import { REGIONS, type Region } from '../../curriculum/item'
import { perLane, type BlockFacts, type Ground, type GroupFacts } from '../ground'
import { bodyOf, UNITS_FOR } from './body'

/** Without work on a region for so long, what was prepared counts half. */
export const FADES_AFTER_MS = 25 * 60_000

/** A region that a block loads without its being ready, for one group. */
export interface Unready {
  block: BlockFacts
  group: GroupFacts
  region: Region
  demand: number
  /** Units it has when the block begins, faded, and before fading. */
  has: number
  unfaded: number
  /** When the region last worked before the block, in ms; never: −∞. */
  lastWork: number
  needs: number
}

/** What a lane asks of the body and gives it, by the region's number. */
const askedBy = perLane(({ works }) => {
  /** The regions it loads, each with the most that anything in it demands. */
  const asks = new Map<number, 2 | 3>()
  /** Units, work by work. */
  const gives: [region: number, units: number][] = []
  /** When each region that works last worked, in ms from the start of the block. */
  const worked = new Map<number, number>()
  for (const { item, ms, end } of works) {
    if (!item) continue
    const body = bodyOf(item)
    for (const [r, demand] of body.asks) if (demand > (asks.get(r) ?? 0)) asks.set(r, demand)
    for (const [r, rate] of body.gives) gives.push([r, (rate * ms) / 60_000])
    for (const r of body.works) worked.set(r, end)
  }
  return { asks: [...asks], gives, worked: [...worked] }
})

/**
 * Every region of every block that is not ready when the block begins, counted from the work before it in the same class for
 * that group.
 */
export function unreadyRegions(ground: Ground): Unready[] {
  const found: Unready[] = []
  for (const group of ground.groups) {
    const units = new Float64Array(REGIONS.length)
    const lastWork = new Float64Array(REGIONS.length).fill(-Infinity)
    for (const block of ground.blocks) {
      const { asks, gives, worked } = askedBy(ground.lane(block, group))
      for (const [r, demand] of asks) {
        const needs = UNITS_FOR[demand]
        const unfaded = units[r]!
        const last = lastWork[r]!
        const has = block.at - last > FADES_AFTER_MS ? unfaded / 2 : unfaded
        if (has < needs)
          found.push({
            block,
            group,
            region: REGIONS[r]!,
            demand,
            has,
            unfaded,
            lastWork: last,
            needs,
          })
      }
      for (const [r, given] of gives) units[r]! += given
      for (const [r, end] of worked) lastWork[r] = block.at + end
    }
  }
  return found
}
