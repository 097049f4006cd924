import { fitBlock, shortestMs } from '../plan/fit-dose'
import { removeBlock } from '../plan/edit'
import type { Block, Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import { toSec } from '../kernel/units'
import { refit, usefulSec } from './refit'

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

/** A plan made to fit its class from the first bow on: the best re-plan, carried out in whole sets and rounds. */
export function refitPlan(plan: Plan): RefitPlan {
  const timeline = layPlan(plan)
  if (timeline.spareMs >= 0) return { plan, fits: true, changes: [] }
  const answer = refit({
    leftSec: plan.lengthMin * 60,
    // Whole seconds, and never less than it takes.
    transitionSec: Math.ceil(plan.transitionSec),
    currentFirst: true,
    blocks: timeline.blocks.map(({ block, ms }) => {
      const sec = Math.ceil(toSec(ms))
      return { id: block.id, sec, minSec: leastSec(block, plan, sec), priority: block.priority }
    }),
  })
  let fitted = plan
  const changes: string[] = []
  timeline.blocks.forEach(({ block, ms }, b) => {
    const keptMs = (answer.blocks[b]?.sec ?? 0) * 1000
    if (keptMs >= ms) return
    if (keptMs === 0) {
      fitted = removeBlock(fitted, block.id)
      changes.push(`${block.title} is left out`)
      return
    }
    const { block: shorter, says } = fitBlock(block, plan, keptMs)
    fitted = { ...fitted, blocks: fitted.blocks.map((one) => (one.id === block.id ? shorter : one)) }
    changes.push(says)
  })
  return { plan: fitted, fits: answer.fits && layPlan(fitted).spareMs >= 0, changes }
}
