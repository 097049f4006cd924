import type { ClubFacts } from '../checks/club-facts'
import { CATEGORIES } from '../curriculum/categories'
import type { Item, Region } from '../curriculum/item'
import { PHASES } from '../plan/phases'
import type { PinnedBase } from './base'
import type { WorkLength } from './beats'
import type { Candidate, DraftGroup } from './candidates'
import type { ClassFrame } from './frame'
import type { Column, ProgrammeBuilder, Term } from './programme'
import type { DraftRequest } from './request'

/** What the rows of the draft's programme speak about: the question, and the columns that stand for its answer. */

/** Seconds in which what everybody knows is set up, and in which something new is shown. */
export const SETUP_SEC = 15
export const SHOW_SEC = 60
/** Whole steps in which an exercise is timed, and the longest it is done. */
export const STEP_SEC = 5
export const MOST_STEPS = 24
export const FREE_STEP_SEC = 30

export interface DraftQuestion {
  request: DraftRequest
  club: ClubFacts
  frame: ClassFrame
  groups: readonly DraftGroup[]
  exercises: readonly Item[]
  /** How much more a region has to be prepared, because it would fade until it is needed. */
  fades: ReadonlySet<Region>
  /** How much of the floor and the kit may be dealt out, 1: all of it. Boards are not filled evenly. */
  room: number
  /** Whether what all take of the floor and the kit together is asked at all. */
  hall: 'kept' | 'left out'
  /** Lengths that boards may have. */
  lengths: readonly WorkLength[]
  /** A number from 0 to 1 for each group's item: what is preferred among equals. */
  chance: () => number
}

/** One way in which a group may take an item: for these lengths. */
export interface Pattern {
  candidate: Candidate
  lengths: WorkLength[]
  column: Column
  workSec: number
  /** Worked anew, it is shown on a board of this length. */
  shownAt: WorkLength | undefined
}

export interface ModelParts {
  b: ProgrammeBuilder
  q: DraftQuestion
  base: PinnedBase
  lengths: readonly WorkLength[]
  patterns: Pattern[]
  /** Boards by stretch and length, those with something new apart. */
  known: Column[][]
  shown: Column[][]
  /** Open practice of each stretch. */
  free: { on: Column; steps: Column }[]
  /** Pinned boards by stretch. */
  pinnedIn: Column[][]
  /** By item: whether anybody works it. */
  used: Map<string, Column>
  /** Exercises: their steps, and whether they are done. */
  steps: Column[]
  done: Column[]
  plainWarmup: Column
  cooldown: Column
}

const fullOf = (category: keyof typeof CATEGORIES) => PHASES[CATEGORIES[category].phase].intensity
/** Work at 8 and above is no longer on end. */
export const LONGEST_HARD_SEC = 240
/** How hard a board of an item is. */
export const intensityOf = (item: Item): number => item.intensity ?? fullOf(item.category)

export const patternsOf = ({ patterns }: ModelParts, group: number): Pattern[] =>
  patterns.filter(({ candidate }) => candidate.group === group)

/** How often a pattern takes a board of a length. */
export const timesAt = ({ lengths }: Pattern, length: WorkLength): number =>
  lengths.filter((one) => one === length).length

/** Nobody talks longer than the club lets them. */
const within = ({ q }: ModelParts, sec: number) =>
  Math.min(sec, Math.max(0, q.club.settings.limits.talkOnEnd))
export const setupSec = (m: ModelParts): number => within(m, SETUP_SEC)
export const showSec = (m: ModelParts): number => within(m, SHOW_SEC)

/** The seconds of work that everybody has, as terms: boards, free boards, warm-up, cool-down. */
export function workTerms(m: ModelParts): Term[] {
  return [
    ...[...m.known, ...m.shown].flatMap((of) => of.map((column, w): Term => [column, m.lengths[w] ?? 0])),
    ...m.free.map(({ steps }): Term => [steps, FREE_STEP_SEC]),
    ...m.steps.map((column): Term => [column, STEP_SEC]),
    [m.plainWarmup, FREE_STEP_SEC],
    [m.cooldown, STEP_SEC],
  ]
}
