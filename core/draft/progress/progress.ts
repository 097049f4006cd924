import type { Expected } from '../../checks/club-facts'
import type { Item } from '../../curriculum/item'
import type { Dose } from '../../plan/doses'

/** What is worked on a board by those who work the same. */
export interface Worked {
  item: Item
  /** Of work for each student. */
  workSec: number
  setupSec: number
  students: readonly Expected[]
}

/** A dose that goes from the easier to the harder while a board lasts. */
export interface Progress {
  dose: Dose
  /** How it goes on, in words that follow the reason why the item is there. */
  says: string
  /** What each of its parts asks of those who work it. */
  notes?: string
}

/**
 * One way to let work build up. It lies on the beats of every other dose: the same bouts, the same gaps between them, so that groups
 * at different things go on beginning and stopping together. Nothing: an item is not worked that way, or not for so long.
 */
export type Progression = (work: Worked) => Progress | undefined
