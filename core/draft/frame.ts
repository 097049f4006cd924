import { waterLimitMs } from '../checks/hall/water-gap'
import type { ClubFacts } from '../checks/club-facts'
import { Ground } from '../checks/ground'
import { PLAN_FORMAT, type Block, type Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import type { DraftRequest } from './request'

/**
 * What of a class stands before anything is chosen: how it opens and ends, how often there is water, and where the pinned boards can be.
 * Everything between two waters is a stretch; the boards of the class are dealt out among the stretches.
 */

export interface PinnedBoard {
  block: Block
  sec: number
}

export interface ClassFrame {
  /** Seconds of the class, and between two boards. */
  totalSec: number
  transitionSec: number
  /** Length of the board, or the pinned boards that take its place. */
  opening: { sec: number; pinned: PinnedBoard[] }
  warmup: { leastSec: number; pinned: PinnedBoard[] }
  /** Pinned boards of the main part, in their order. */
  pinned: PinnedBoard[]
  /** As long as a class has it, and as long as the club asks for. */
  cooldown: { leastSec: number; askedSec: number; pinned: PinnedBoard[] }
  closing: { sec: number; pinned: PinnedBoard[] }
  waterSec: number
  waterLimitSec: number
  waters: number
}

const WATER_SEC = 60
const OPENING_SEC = 60
const CLOSING_SEC = 60
const COOLDOWN_SEC = 180
/** No more of a class than this goes to opening, closing and cool-down each, where the club asks for no more. */
const SHARE = 1 / 15

/** The phases as they follow one another in every class; what is between is the main part. */
const ORDER: Partial<Record<Block['phase'], number>> = { opening: 0, warmup: 1, cooldown: 3, closing: 4 }
const MAIN = 2

const inFives = (sec: number) => Math.max(5, Math.floor(sec / 5) * 5)

/** Where each pinned board goes, so that they stay in their order: what does not come in the order of the phases is in the main part. */
function placesOf(pinned: readonly PinnedBoard[]): number[] {
  const places = pinned.map(({ block }) => ORDER[block.phase] ?? MAIN)
  return places.map((place, p) => {
    const before = Math.max(0, ...places.slice(0, p))
    const after = Math.min(4, ...places.slice(p + 1))
    const late = place > MAIN && after < place
    const soon = place < MAIN && before > place
    return late || soon ? MAIN : place
  })
}

/**
 * @param waters how many more waters than the fewest that can be enough
 * @param soonerSec how much sooner than the limit there is water
 */
export function frameOf(
  request: DraftRequest,
  club: ClubFacts,
  { waters, soonerSec }: { waters: number; soonerSec: number } = { waters: 0, soonerSec: 0 },
): ClassFrame {
  const { limits } = club.settings
  const totalSec = request.lengthMin * 60
  const plan = pinnedPlan(request)
  const timeline = layPlan(plan)
  const pinned = timeline.blocks.map(({ block, ms }) => ({ block, sec: ms / 1000 }))
  const places = placesOf(pinned)
  const at = (place: number) => pinned.filter((_, p) => places[p] === place)
  const share = inFives(totalSec * SHARE)
  const talk = Math.max(5, limits.talkOnEnd)
  const closingSec = Math.min(CLOSING_SEC, share, talk)
  const ends = at(4)
  const endsSec = ends.length ? secondsOf(ends) : closingSec
  const cooling = at(3)
  const asked = limits.closing * 60 - endsSec - secondsOf(cooling)
  const waterLimitSec = waterLimitMs(new Ground(plan, timeline, club)) / 1000 - soonerSec
  return {
    totalSec,
    transitionSec: request.transitionSec,
    opening: { sec: Math.min(OPENING_SEC, share, talk), pinned: at(0) },
    warmup: { leastSec: inFives(Math.min(300, totalSec / 8)), pinned: at(1) },
    pinned: at(MAIN),
    cooldown: {
      leastSec:
        cooling.length && asked <= 0
          ? 0
          : Math.max(Math.min(COOLDOWN_SEC, share), Math.ceil(asked / 5) * 5, 5),
      askedSec: Math.max(5, Math.ceil(asked / 5) * 5),
      pinned: cooling,
    },
    closing: { sec: closingSec, pinned: ends },
    waterSec: WATER_SEC,
    waterLimitSec,
    waters: fewestWaters(totalSec, waterLimitSec, request.transitionSec) + waters,
  }
}

/** Each stretch is at most the limit; a class of one stretch needs no water, but is given one from half an hour on. */
function fewestWaters(totalSec: number, limitSec: number, transitionSec: number): number {
  let waters = totalSec > 30 * 60 ? 1 : 0
  while ((waters + 1) * limitSec + waters * (WATER_SEC + transitionSec) < totalSec) waters++
  return waters
}

export const secondsOf = (boards: readonly PinnedBoard[]): number =>
  boards.reduce((sum, { sec }) => sum + sec, 0)

/** The pinned boards as a plan of their own, to be laid out and looked at like any other. */
export function pinnedPlan({
  title,
  date,
  start,
  lengthMin,
  transitionSec,
  firstSide,
  groups,
  pinned,
}: DraftRequest): Plan {
  return {
    format: PLAN_FORMAT,
    version: 1,
    title: title ?? 'Drafted class',
    date,
    ...(start === undefined ? {} : { start }),
    lengthMin,
    transitionSec,
    firstSide,
    groups,
    blocks: pinned,
  }
}
