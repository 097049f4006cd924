import type { WorkLength } from './beats'
import type { Candidate } from './candidates'

/** A board to be: what each group works on it. */
export interface DraftBoard {
  length: WorkLength
  /** There is time to show something new. */
  shown: boolean
  stretch: number
  /** Seconds by which it is set up or shown quicker than others, because there has to be water soon. */
  quickerSec?: number
  /** By group. */
  works: (Candidate | undefined)[]
}
