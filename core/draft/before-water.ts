import { toSec } from '../kernel/units'
import type { Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import type { DraftBoard } from './draft-board'
import { WORK_LENGTHS } from './beats'
import type { ClassFrame } from './frame'

/** A longer warm-up pushes the first water back: how the boards before it make good for that. */

/** What can be spared of the seconds in which something new is shown, and of those in which what is known is set up. */
const SPARED_SHOWING_SEC = 25
const SPARED_SETTING_UP_SEC = 10

/** Seconds by which the first water of a plan comes too late. */
export function lateSec(plan: Plan, { waterLimitSec }: Pick<ClassFrame, 'waterLimitSec'>): number {
  const water = layPlan(plan).blocks.find(({ block }) => block.phase === 'water')
  return water ? Math.max(0, Math.ceil(toSec(water.at)) - waterLimitSec) : 0
}

/**
 * Ways to have the first water so many seconds sooner: the boards before it set up quicker, which costs nobody any work, or where that is
 * more than can be spared, each of them in turn made shorter.
 */
export function sooner(boards: readonly DraftBoard[], seconds: number): DraftBoard[][] {
  if (seconds <= 0) return []
  const quicker = setUpQuicker(boards, seconds)
  return quicker ? [quicker] : eachShorter(boards)
}

const isBeforeWater = ({ stretch }: DraftBoard) => stretch === 0

function setUpQuicker(boards: readonly DraftBoard[], seconds: number): DraftBoard[] | undefined {
  let left = seconds
  const quicker = boards.map((board) => {
    if (!isBeforeWater(board)) return board
    const quickerSec = Math.min(left, board.shown ? SPARED_SHOWING_SEC : SPARED_SETTING_UP_SEC)
    left -= quickerSec
    return { ...board, quickerSec }
  })
  return left === 0 ? quicker : undefined
}

function eachShorter(boards: readonly DraftBoard[]): DraftBoard[][] {
  return boards.flatMap((board, p) => {
    const length = WORK_LENGTHS.findLast((sec) => sec < board.length)
    return isBeforeWater(board) && length ? [boards.with(p, { ...board, length })] : []
  })
}
