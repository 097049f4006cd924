import type { Region } from '../../curriculum/item'
import { type BlockFacts, type Ground, type GroupFacts } from '../ground'

/** Units of readiness that a demand asks for. */
export const UNITS_FOR = [0, 0, 1, 2] as const
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

/**
 * Every region of every block that is not ready when the block begins, counted from the work before it in the same class for
 * that group.
 */
export function unreadyRegions(ground: Ground): Unready[] {
  const found: Unready[] = []
  for (const group of ground.groups) {
    const units = new Map<Region, number>()
    const lastWork = new Map<Region, number>()
    for (const block of ground.blocks) {
      const { works } = ground.lane(block, group)
      const demand = new Map<Region, number>()
      for (const { item } of works)
        if (item)
          for (const [region, asked] of ground.index.loadOf(item).asks)
            if (asked > (demand.get(region) ?? 1)) demand.set(region, asked)
      for (const [region, asked] of demand) {
        const needs = UNITS_FOR[asked as 2 | 3]
        const unfaded = units.get(region) ?? 0
        const last = lastWork.get(region) ?? -Infinity
        const has = block.at - last > FADES_AFTER_MS ? unfaded / 2 : unfaded
        if (has < needs)
          found.push({ block, group, region, demand: asked, has, unfaded, lastWork: last, needs })
      }
      for (const { item, ms, end } of works) {
        if (!item) continue
        const { gives, works: worked } = ground.index.loadOf(item)
        for (const [region, rate] of gives) units.set(region, (units.get(region) ?? 0) + (rate * ms) / 60_000)
        for (const region of worked) lastWork.set(region, block.at + end)
      }
    }
  }
  return found
}
