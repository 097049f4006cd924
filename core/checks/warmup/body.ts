import { REGIONS, type Item } from '../../curriculum/item'
import { keptWith } from '../../kernel/kept-with'

/** Units of readiness that a demand asks for. */
export const UNITS_FOR = [0, 0, 1, 2] as const

/** What an item asks of each region and gives it, by the region's number; nothing where it is nothing. */
export interface Body {
  /** Regions it loads at 2 or 3. */
  asks: readonly (readonly [region: number, demand: 2 | 3])[]
  /** Units a minute. */
  gives: readonly (readonly [region: number, rate: number])[]
  /** Regions that work at all while it is done. */
  works: readonly number[]
}

export const bodyOf = keptWith((item: Item): Body => {
  const demand = REGIONS.map((region) => item.demand[region] ?? 0)
  const gives = REGIONS.map((region) => item.prepares[region] ?? 0)
  return {
    asks: demand.flatMap((level, r) => (level >= 2 ? [[r, level as 2 | 3] as const] : [])),
    gives: gives.flatMap((rate, r) => (rate > 0 ? [[r, rate] as const] : [])),
    works: REGIONS.flatMap((_, r) => ((demand[r] ?? 0) > 0 || (gives[r] ?? 0) > 0 ? [r] : [])),
  }
})
