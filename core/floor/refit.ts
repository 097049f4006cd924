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

/**
 * One choice per stage: the best of what is left to decide, for every number of seconds left that can come about. With more left than
 * everything to come needs whole, nothing is different; with less than remains when everything before is whole, nobody ever gets there.
 */
class Stage {
  readonly value: Float64Array
  /** Which blocks change from here on, the earlier ones heavier: of two equal values the lighter is better. */
  readonly early: Float64Array
  readonly late: Float64Array
  readonly kept: Int32Array

  constructor(
    readonly low: number,
    readonly high: number,
  ) {
    const size = high - low + 1
    this.value = new Float64Array(size).fill(-Infinity)
    this.early = new Float64Array(size)
    this.late = new Float64Array(size)
    this.kept = new Int32Array(size)
  }

  /** Where what is known of so many seconds stands. */
  at(left: number): number {
    return (left > this.high ? this.high : left) - this.low
  }

  /** Takes a choice at a place if it is better than the one known. */
  offer(place: number, kept: number, value: number, early: number, late: number): void {
    const known = this.value[place]!
    if (value < known) return
    if (value === known) {
      const heavier = early - this.early[place]! || late - this.late[place]!
      if (heavier >= 0) return
    }
    this.value[place] = value
    this.early[place] = early
    this.late[place] = late
    this.kept[place] = kept
  }
}

/**
 * The best way to fit. Blocks are kept whole, at a multiple of five seconds not below their least, at exactly the least, or
 * dropped; a must is never dropped. Equal values: fewer changed blocks, then later ones.
 *
 * Time and memory: at most blocks × seconds left.
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

  const before = reachOf(
    real.map(({ block, b }) => ({ block, gap: gapBefore(b) })),
    left,
  )
  const stages: Stage[] = []
  const { low, high } = before[real.length]!
  let after = new Stage(low, high)
  after.value.fill(0)
  const queue = new Int32Array(Math.ceil((left + 1) / STEP_SEC) + 1)
  for (let r = real.length - 1; r >= 0; r--) {
    const { block, b } = real[r]!
    const stage = new Stage(before[r]!.low, before[r]!.high)
    choose(stage, after, block, gapBefore(b), r, queue)
    after = stages[r] = stage
  }
  const secs = new Map<string, number>()
  let rest = left
  real.forEach(({ block, b }, r) => {
    const stage = stages[r]!
    const kept = stage.kept[stage.at(rest)]!
    secs.set(block.id, kept)
    if (kept > 0) rest -= kept + gapBefore(b)
  })
  return answer(secs, 0)
}

/** The seconds that can be left before each block, and after the last: at least, and at most as far as it makes a difference. */
function reachOf(blocks: readonly { block: RefitBlock; gap: number }[], left: number) {
  const needed = blocks.reduceRight<number[]>(
    (sums, { block, gap }) => [block.sec + gap + (sums[0] ?? 0), ...sums],
    [0],
  )
  const reach: { low: number; high: number }[] = []
  let [low, high] = [left, left]
  for (const [r, all] of needed.entries()) {
    const from = Math.max(0, low)
    reach.push({ low: Math.min(from, Math.max(0, all)), high: Math.max(0, Math.min(high, all)) })
    const next = blocks[r]
    if (!next) break
    low -= next.block.sec + next.gap
    if (next.block.priority === 'must') high -= leastOf(next.block) + next.gap
  }
  return reach
}

/** The best choice for one block, for every number of seconds that can be left when it comes. */
function choose(
  stage: Stage,
  after: Stage,
  block: RefitBlock,
  gap: number,
  r: number,
  queue: Int32Array,
): void {
  const { sec, priority } = block
  const weight = WEIGHT[priority] * UNIT
  const least = leastOf(block)
  const early = r < MASK_BITS ? 2 ** (MASK_BITS - r) : 0
  const late = r < MASK_BITS ? 0 : 2 ** (MASK_BITS * 2 - r)
  for (let now = stage.low; now <= stage.high; now++) {
    const place = now - stage.low
    const whole = now - gap - sec
    if (whole >= 0) {
      const at = after.at(whole)
      stage.offer(place, sec, after.value[at]! + weight * sec, after.early[at]!, after.late[at]!)
    }
    const short = now - gap - least
    if (least < sec && short >= 0) {
      const at = after.at(short)
      const value = after.value[at]! + weight * least - 1
      stage.offer(place, least, value, after.early[at]! + early, after.late[at]! + late)
    }
    if (priority !== 'must') {
      const at = after.at(now)
      stage.offer(place, 0, after.value[at]! - 1, after.early[at]! + early, after.late[at]! + late)
    }
  }
  const first = Math.ceil(least / STEP_SEC) * STEP_SEC
  const last = Math.ceil(sec / STEP_SEC) * STEP_SEC - STEP_SEC
  if (first > 0 && first <= last)
    for (let residue = 0; residue < STEP_SEC; residue++)
      shorten(stage, after, { gap, weight, first, last, early, late }, residue, queue)
}

interface Shortening {
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
function shorten(stage: Stage, after: Stage, s: Shortening, residue: number, queue: Int32Array): void {
  const { value, early, late } = after
  let head = 0
  let tail = 0
  /** The first place of the class that the least time left can see, and the time left when it does. */
  const from = Math.max(0, stage.low - s.gap - s.last)
  const begin = from + ((residue - (from % STEP_SEC) + STEP_SEC) % STEP_SEC)
  for (let now = begin + s.gap + s.first; now <= stage.high; now += STEP_SEC) {
    const entering = now - s.gap - s.first
    const e = after.at(entering)
    const worth = value[e]! - s.weight * entering
    while (tail > head) {
      const known = queue[tail - 1]!
      const k = after.at(known)
      const by = worth - (value[k]! - s.weight * known)
      if (by < 0 || (by === 0 && (early[e]! - early[k]! || late[e]! - late[k]!) > 0)) break
      tail--
    }
    queue[tail++] = entering
    if (now < stage.low) continue
    while (queue[head]! < now - s.gap - s.last) head++
    const at = queue[head]!
    const a = after.at(at)
    const kept = now - s.gap - at
    stage.offer(
      now - stage.low,
      kept,
      value[a]! + s.weight * kept - 1,
      early[a]! + s.early,
      late[a]! + s.late,
    )
  }
}
