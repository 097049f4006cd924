import { UNITS_FOR, type Body } from '../checks/warmup/body'
import { FADES_AFTER_MS } from '../checks/warmup/preparation'

/** Preparation as the arranging of boards reckons with it, many thousand times: figures by the region's number. */

/** What is about to fade has. */
const SOONER_MS = 60_000

/** Regions that an item loads without their being ready, as far as warm-up and the work before it tell. */
export function unready({ asks }: Body, units: number[], worked: number[], at: number): number {
  let many = 0
  for (const [r, demand] of asks) {
    const faded = (at - (worked[r] ?? 0)) * 1000 > FADES_AFTER_MS - SOONER_MS
    if ((units[r] ?? 0) * (faded ? 0.5 : 1) < UNITS_FOR[demand] - 1e-9) many++
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
