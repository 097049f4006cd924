import { throughTheForm } from './form'
import { upTheLadder } from './ladder'
import type { Progress, Progression, Worked } from './progress'

export type { Progress } from './progress'

/** The first that fits an item is how it is worked. A new way to build up is a file beside these and a line here. */
const PROGRESSIONS: readonly Progression[] = [upTheLadder, throughTheForm]

/** How a board's work builds up; nothing where it is so many bouts of the same. */
export function progressOf(work: Worked): Progress | undefined {
  for (const progression of PROGRESSIONS) {
    const progress = progression(work)
    if (progress) return progress
  }
  return undefined
}
