import { bodyOf } from '../checks/warmup/body'
import { REGIONS } from '../curriculum/item'
import type { PinnedBase } from './base'
import { bodySec, type WorkLength } from './beats'
import { secondsOf, type ClassFrame } from './frame'
import type { Choice } from './model'
import { SETUP_SEC, SHOW_SEC } from './model-parts'

/** When the boards of a choice begin, about, and what the warm-up before them has made ready. Seconds from the first bow. */
export interface BoardTimes {
  /** By the region's number: units that the warm-up gives, and when something in it last worked the region. */
  warmed: readonly number[]
  worked: readonly number[]
  /** When each stretch begins. */
  begins: readonly number[]
}

export function boardTimes(
  { warmup, plainWarmupSec, stretches }: Choice,
  frame: ClassFrame,
  { prepared, restedSec }: PinnedBase,
): BoardTimes {
  const gap = frame.transitionSec
  const opening = secondsOf(frame.opening.pinned) || frame.opening.sec
  let at = frame.warmup.pinned.reduce((sum, { sec }) => sum + gap + sec, opening)
  const warmed = REGIONS.map((region) => prepared.get(region) ?? 0)
  const worked = REGIONS.map((region) => at - (restedSec.get(region) ?? 0))
  at += gap + plainWarmupSec
  for (const { item, sec } of inTheirOrder(warmup)) {
    const { gives, works } = bodyOf(item)
    at += sec
    for (const [r, rate] of gives) warmed[r] = (warmed[r] ?? 0) + (rate * sec) / 60
    for (const r of works) worked[r] = at
  }
  at += gap
  return {
    warmed,
    worked,
    begins: stretches.map(({ known, shown, freeSec, pinned }) => {
      const begins = at
      const boards = [
        ...known.map((length) => boardSec({ length, shown: false }, gap)),
        ...shown.map((length) => boardSec({ length, shown: true }, gap)),
      ].reduce((sum, sec) => sum + sec, 0)
      const kept = pinned.reduce((sum, p) => sum + (frame.pinned[p]?.sec ?? 0) + gap, 0)
      at += boards + kept + freeSec + frame.waterSec + gap
      return begins
    }),
  }
}

/** What raises the pulse comes first. */
export function inTheirOrder(warmup: Choice['warmup']): Choice['warmup'] {
  const pulse = ({ item }: Choice['warmup'][number]) => item.prepares.pulse ?? 0
  return [...warmup].sort((a, b) => pulse(b) - pulse(a) || (a.item.id < b.item.id ? -1 : 1))
}

/** From the beginning of a board to that of the next. */
export const boardSec = ({ length, shown }: { length: WorkLength; shown: boolean }, gapSec: number): number =>
  bodySec(length) + (shown ? SHOW_SEC : SETUP_SEC) + gapSec
