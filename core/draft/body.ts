import { FADES_AFTER_MS, UNITS_FOR } from '../checks/warmup/preparation'
import { REGIONS, type Item } from '../curriculum/item'

/** Preparation as the arranging of boards reckons with it, many thousand times: figures by the region's number. */

/** What an item asks of each region and gives it, by the region's number; nothing where it is nothing. */
export interface Body {
  needs: (readonly [region: number, units: number])[]
  gives: (readonly [region: number, rate: number])[]
  works: number[]
}

const bodies = new WeakMap<Item, Body>()
export function bodyOf(item: Item): Body {
  let body = bodies.get(item)
  if (!body) {
    const demand = REGIONS.map((region) => item.demand[region] ?? 0)
    const gives = REGIONS.map((region) => item.prepares[region] ?? 0)
    body = {
      needs: demand.flatMap((level, r) => (level >= 2 ? [[r, UNITS_FOR[level as 2 | 3]] as const] : [])),
      gives: gives.flatMap((rate, r) => (rate > 0 ? [[r, rate] as const] : [])),
      works: REGIONS.flatMap((_, r) => ((demand[r] ?? 0) > 0 || (gives[r] ?? 0) > 0 ? [r] : [])),
    }
    bodies.set(item, body)
  }
  return body
}

/** What is about to fade has. */
const SOONER_MS = 60_000

/** Regions that an item loads without their being ready, as far as warm-up and the work before it tell. */
export function unready({ needs }: Body, units: number[], worked: number[], at: number): number {
  let many = 0
  for (const [r, need] of needs) {
    const faded = (at - (worked[r] ?? 0)) * 1000 > FADES_AFTER_MS - SOONER_MS
    if ((units[r] ?? 0) * (faded ? 0.5 : 1) < need - 1e-9) many++
  }
  return many
}

/** What an item has given and worked when it is over, at `at` seconds of the class. */
export function doneWith(
  { gives, works }: Body,
  units: number[],
  worked: number[],
  at: number,
  sec: number,
): void {
  for (const [r, rate] of gives) units[r] = (units[r] ?? 0) + (rate * sec) / 60
  for (const r of works) worked[r] = at
}
