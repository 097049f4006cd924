import { REGIONS, type Region } from '../../curriculum/item'
import type { ClubIndex } from '../club-index'
import type { BlockFacts, Ground, GroupFacts, LaneFacts } from '../ground'

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

/** What a lane asks of the body and gives it, regions by their place in the list of them. */
interface Asked {
  /** The regions it loads, each with the most that anything in it demands. */
  asks: readonly (readonly [region: number, demand: number])[]
  /** Units, work by work. */
  gives: readonly (readonly [region: number, units: number])[]
  /** When each region that works last worked, in ms from the start of the block. */
  worked: readonly (readonly [region: number, end: number])[]
}
const PLACE = new Map(REGIONS.map((region, place) => [region, place]))
const placeOf = (region: Region) => PLACE.get(region) ?? 0
const lanesAsked = new WeakMap<LaneFacts, Asked>()

function askedBy(lane: LaneFacts, index: ClubIndex): Asked {
  const known = lanesAsked.get(lane)
  if (known) return known
  const asks = new Map<number, number>()
  const gives: [number, number][] = []
  const worked = new Map<number, number>()
  for (const { item, ms, end } of lane.works) {
    if (!item) continue
    const load = index.loadOf(item)
    for (const [region, asked] of load.asks) {
      const place = placeOf(region)
      if (asked > (asks.get(place) ?? 1)) asks.set(place, asked)
    }
    for (const [region, rate] of load.gives) gives.push([placeOf(region), (rate * ms) / 60_000])
    for (const region of load.works) worked.set(placeOf(region), end)
  }
  const asked = { asks: [...asks], gives, worked: [...worked] }
  lanesAsked.set(lane, asked)
  return asked
}

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
      const { asks, gives, worked } = askedBy(ground.lane(block, group), ground.index)
      for (const [place, demand] of asks) {
        const needs = UNITS_FOR[demand as 2 | 3]
        const unfaded = units[place]!
        const last = lastWork[place]!
        const has = block.at - last > FADES_AFTER_MS ? unfaded / 2 : unfaded
        if (has < needs)
          found.push({
            block,
            group,
            region: REGIONS[place]!,
            demand,
            has,
            unfaded,
            lastWork: last,
            needs,
          })
      }
      for (const [place, given] of gives) units[place]! += given
      for (const [place, end] of worked) lastWork[place] = block.at + end
    }
  }
  return found
}
