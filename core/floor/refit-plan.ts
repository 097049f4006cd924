import { fitBlock, shortestMs } from '../plan/fit-dose'
import { removeBlock } from '../plan/edit'
import type { Block, Plan } from '../plan/schema'
import { layPlan, type Timeline } from '../plan/timeline'
import { toSec } from '../kernel/units'
import { refit, usefulSec } from './refit'
import { safeFit, type Graves, type Kept } from './safe-fit'

export interface RefitPlan {
  plan: Plan
  fits: boolean
  /** What was shortened or left out, each in words. */
  changes: string[]
}

/** Shorter than this nothing is worth beginning, unless the plan says of a block that it is. */
const WORTH_SEC = 60

/** What is worth doing of a block: as the plan says, else a must whole, and of the others half and at least a minute. */
function worthSec({ minSec, priority }: Block, sec: number): number {
  if (minSec !== undefined || priority === 'must') return usefulSec({ sec, minSec, priority })
  return Math.min(sec, Math.max(WORTH_SEC, Math.ceil(sec / 2)))
}

/** The shortest useful length, or what the dose comes to with one rep of one set, if that is longer. */
export function leastSec(block: Block, plan: Plan, sec: number): number {
  const useful = Math.min(sec, Math.ceil(worthSec(block, sec)))
  if (useful === sec) return sec
  return Math.min(sec, Math.max(useful, Math.ceil(toSec(shortestMs(block, plan)))))
}

/**
 * A plan made to fit its class from the first bow on: the best re-plan, carried out in whole sets and rounds.
 *
 * @param gravesOf names what is grave about a plan: the re-plan then brings nothing of the kind
 */
export function refitPlan(plan: Plan, gravesOf?: Graves): RefitPlan {
  const timeline = layPlan(plan)
  if (timeline.spareMs >= 0) return { plan, fits: true, changes: [] }
  const { keep } = safeFit({
    plan,
    gravesOf: gravesOf ?? (() => new Set()),
    decide: (whole) => keptOf(timeline, plan, whole),
    carriedOut: (kept) => carriedOut(timeline, plan, kept).plan,
  })
  const made = carriedOut(timeline, plan, keep)
  return { ...made, fits: layPlan(made.plan).spareMs >= 0 }
}

function keptOf(timeline: Timeline, plan: Plan, whole: ReadonlySet<string>): Kept[] {
  const blocks = timeline.blocks.map(({ block, ms }) => {
    const sec = Math.ceil(toSec(ms))
    const { id, priority } = block
    return whole.has(id)
      ? { id, sec, minSec: sec, priority: 'must' as const }
      : { id, sec, minSec: leastSec(block, plan, sec), priority }
  })
  return refit({
    leftSec: plan.lengthMin * 60,
    // Whole seconds, and never less than it takes.
    transitionSec: Math.ceil(plan.transitionSec),
    currentFirst: true,
    blocks,
  }).blocks.filter(({ sec }, b) => sec < (blocks[b]?.sec ?? 0))
}

function carriedOut(timeline: Timeline, plan: Plan, keep: readonly Kept[]): Omit<RefitPlan, 'fits'> {
  const seconds = new Map(keep.map(({ id, sec }) => [id, sec]))
  let fitted = plan
  const changes: string[] = []
  for (const { block, ms } of timeline.blocks) {
    const keptMs = (seconds.get(block.id) ?? Infinity) * 1000
    if (keptMs >= ms) continue
    if (keptMs === 0) {
      fitted = removeBlock(fitted, block.id)
      changes.push(`${block.title} is left out`)
      continue
    }
    const { block: shorter, says } = fitBlock(block, plan, keptMs)
    fitted = { ...fitted, blocks: fitted.blocks.map((one) => (one.id === block.id ? shorter : one)) }
    changes.push(says)
  }
  return { plan: fitted, changes }
}
