import type { z } from 'zod'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { list, oneOf, record, slug, whole, yesNo } from '../kernel/fields'

/**
 * Re-planning to end on time: what is left of a class, kept, shortened or dropped so that it fits and as much as
 * possible of what matters is worked. The true optimum, by dynamic programming over the seconds that are left.
 */

export const refitStateSchema = record({
  leftSec: whole(0, 24 * 3600),
  transitionSec: whole(0, 3600),
  /** The first block is under way: no transition comes before it. */
  currentFirst: yesNo(),
  blocks: list(
    record({
      id: slug(),
      sec: whole(0, 24 * 3600),
      /** Shortest useful length; all of it for a must, half rounded up for a should, nothing for a could. */
      minSec: whole(0, 24 * 3600).optional(),
      priority: oneOf(['must', 'should', 'could']),
    }),
    0,
    120,
  ),
})
export type RefitState = z.infer<typeof refitStateSchema>
type RefitBlock = RefitState['blocks'][number]

export interface Refit {
  fits: boolean
  /** By how much even the musts at their shortest are too long; 0 when it fits. */
  overSec: number
  /** Σ weight × kept seconds. */
  value: number
  /** In the given order; dropped blocks have 0. */
  blocks: { id: string; sec: number }[]
}

const WEIGHT = { must: 9, should: 3, could: 1 } as const
const STEP_SEC = 5
/** More than there can be changed blocks: seconds of value are counted in this unit so that ties can be told apart. */
const UNIT = 128
/** Positions kept in one exact float. */
const MASK_BITS = 50

export type ReadRefit = { ok: true; state: RefitState } | { ok: false; faults: Fault[] }

export function readRefitState(json: unknown): ReadRefit {
  const shaped = refitStateSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const faults = shaped.data.blocks.flatMap(({ id, sec, minSec }, b) => [
    ...(minSec !== undefined && minSec > sec
      ? [fault(['blocks', b, 'minSec'], 'must not be longer than sec')]
      : []),
    ...(shaped.data.blocks.findIndex((other) => other.id === id) !== b
      ? [fault(['blocks', b, 'id'], `repeats the id "${id}"`)]
      : []),
  ])
  return faults.length ? { ok: false, faults } : { ok: true, state: shaped.data }
}

/** The shortest useful length: what was said, else all of a must, half of a should, nothing of a could. */
export function usefulSec({ sec, minSec, priority }: Omit<RefitBlock, 'id'>): number {
  return minSec ?? (priority === 'must' ? sec : priority === 'should' ? Math.ceil(sec / 2) : 0)
}

/** The shortest a block can be kept. */
function leastOf(block: RefitBlock): number {
  const { sec } = block
  const least = usefulSec(block)
  return least > 0 ? least : Math.min(STEP_SEC, sec)
}

/** One choice a stage: the best of what is left to decide, for every number of seconds left. */
class Stage {
  readonly value: Float64Array
  /** Which blocks change from here on, the earlier ones heavier: of two equal values the lighter is better. */
  readonly early: Float64Array
  readonly late: Float64Array
  readonly kept: Int32Array

  constructor(size: number) {
    this.value = new Float64Array(size).fill(-Infinity)
    this.early = new Float64Array(size)
    this.late = new Float64Array(size)
    this.kept = new Int32Array(size)
  }

  /** Takes a choice for `left` seconds if it is better than the one known. */
  offer(left: number, kept: number, value: number, early: number, late: number): void {
    const known = this.value[left]!
    if (value < known) return
    if (value === known) {
      const heavier = early - this.early[left]! || late - this.late[left]!
      if (heavier >= 0) return
    }
    this.value[left] = value
    this.early[left] = early
    this.late[left] = late
    this.kept[left] = kept
  }
}

/**
 * The best way to fit. Blocks are kept whole, at a multiple of five seconds not below their least, at exactly the least, or
 * dropped; a must is never dropped. Equal values: fewer changed blocks, then later ones.
 *
 * Time and memory: blocks × seconds left.
 */
export function refit(state: RefitState): Refit {
  const { blocks, currentFirst, transitionSec } = state
  const gapBefore = (b: number) => (b === 0 && currentFirst ? 0 : transitionSec)
  const real = blocks.map((block, b) => ({ block, b })).filter(({ block }) => block.sec > 0)
  const shortest = real
    .filter(({ block }) => block.priority === 'must')
    .reduce((sum, { block, b }) => sum + leastOf(block) + gapBefore(b), 0)
  const answer = (secs: ReadonlyMap<string, number>, overSec: number): Refit => ({
    fits: overSec === 0,
    overSec,
    value: blocks.reduce((sum, { id, priority }) => sum + WEIGHT[priority] * (secs.get(id) ?? 0), 0),
    blocks: blocks.map(({ id }) => ({ id, sec: secs.get(id) ?? 0 })),
  })
  if (shortest > state.leftSec) {
    const musts = real.filter(({ block }) => block.priority === 'must')
    return answer(new Map(musts.map(({ block }) => [block.id, leastOf(block)])), shortest - state.leftSec)
  }
  const whole = real.reduce((sum, { block, b }) => sum + block.sec + gapBefore(b), 0)
  const left = Math.min(state.leftSec, whole)
  if (left === whole) return answer(new Map(real.map(({ block }) => [block.id, block.sec])), 0)

  const stages: Stage[] = []
  let after = new Stage(left + 1)
  after.value.fill(0)
  for (let r = real.length - 1; r >= 0; r--) {
    const { block, b } = real[r]!
    after = stages[r] = stageOf(block, gapBefore(b), r, after, left)
  }
  const secs = new Map<string, number>()
  let rest = left
  real.forEach(({ block, b }, r) => {
    const kept = stages[r]!.kept[rest]!
    secs.set(block.id, kept)
    if (kept > 0) rest -= kept + gapBefore(b)
  })
  return answer(secs, 0)
}

function stageOf(block: RefitBlock, gap: number, r: number, after: Stage, left: number): Stage {
  const stage = new Stage(left + 1)
  const { sec, priority } = block
  const weight = WEIGHT[priority] * UNIT
  const least = leastOf(block)
  const early = r < MASK_BITS ? 2 ** (MASK_BITS - r) : 0
  const late = r < MASK_BITS ? 0 : 2 ** (MASK_BITS * 2 - r)
  for (let now = 0; now <= left; now++) {
    const whole = now - gap - sec
    if (whole >= 0)
      stage.offer(now, sec, after.value[whole]! + weight * sec, after.early[whole]!, after.late[whole]!)
    const short = now - gap - least
    if (least < sec && short >= 0)
      stage.offer(
        now,
        least,
        after.value[short]! + weight * least - 1,
        after.early[short]! + early,
        after.late[short]! + late,
      )
    if (priority !== 'must')
      stage.offer(now, 0, after.value[now]! - 1, after.early[now]! + early, after.late[now]! + late)
  }
  const first = Math.ceil(least / STEP_SEC) * STEP_SEC
  const last = Math.ceil(sec / STEP_SEC) * STEP_SEC - STEP_SEC
  if (first > 0 && first <= last)
    for (let residue = 0; residue < STEP_SEC; residue++)
      shorten(stage, after, { left, gap, weight, first, last, early, late }, residue)
  return stage
}

interface Shortening {
  left: number
  gap: number
  weight: number
  /** Least and greatest multiple of five that shortens the block. */
  first: number
  last: number
  early: number
  late: number
}

/**
 * Offers every multiple of five at once: of the places the rest may begin at, all in one residue class, the best is kept at
 * the head of a queue that slides along with the time left.
 */
function shorten(stage: Stage, after: Stage, s: Shortening, residue: number): void {
  const places: number[] = []
  let head = 0
  const worth = (at: number) => after.value[at]! - s.weight * at
  const isBetter = (a: number, b: number) => {
    const by = worth(a) - worth(b)
    if (by !== 0) return by > 0
    const heavier = after.early[a]! - after.early[b]! || after.late[a]! - after.late[b]!
    return heavier <= 0
  }
  for (let now = s.gap + s.first + residue; now <= s.left; now += STEP_SEC) {
    const entering = now - s.gap - s.first
    while (places.length > head && isBetter(entering, places[places.length - 1]!)) places.pop()
    places.push(entering)
    while (places[head]! < now - s.gap - s.last) head++
    const at = places[head]!
    const kept = now - s.gap - at
    stage.offer(
      now,
      kept,
      after.value[at]! + s.weight * kept - 1,
      after.early[at]! + s.early,
      after.late[at]! + s.late,
    )
  }
}
