import { USUAL_LIMITS, type Limits } from '../curriculum/limits'
import type { Item } from '../curriculum/item'
import { NO_RANKS, type Ladder } from '../curriculum/ladder'
import type { ClubSettings } from '../curriculum/settings'
import type { Syllabus } from '../curriculum/syllabus'
import type { Mark } from '../people/marks'

/** What of one item a student has behind them: the highest layer, on how many days, when last, and the latest mark. */
export interface Practised {
  layer: number
  days: number
  last: string
  mark?: Mark
}

/** A student who is expected, as the checks look at them. */
export interface Expected {
  /** What they are known by where two have one name. */
  id?: string | undefined
  name: string
  /** Their class group. Where a plan has no group of that id, the rank settles where they will be. */
  group: string | undefined
  rank: string
  /** Whole years, where known. */
  age: number | null
  note: string | null
  /** By item. Nothing here: never practised. */
  practised: ReadonlyMap<string, Practised>
}

/** What the checks know beside the plan. Without a club only what the plan itself says is checked. */
export interface ClubFacts {
  items: ReadonlyMap<string, Item>
  ladder: Ladder
  syllabus: Syllabus
  settings: Pick<ClubSettings, 'ahead' | 'holds' | 'warmup' | 'hall'> & { limits: Limits }
  /** Empty where nothing is known of who will come. */
  students: readonly Expected[]
}

export const NO_CLUB: ClubFacts = {
  items: new Map(),
  ladder: NO_RANKS,
  syllabus: [],
  settings: {
    ahead: 'warn',
    holds: 'point out',
    warmup: 'general',
    hall: { areaM2: 0, hot: false, kit: [] },
    limits: USUAL_LIMITS,
  },
  students: [],
}
