import { worthOf, type Worth } from '../balance/worth'
import { checkPlan, isGrave, type ClubFacts, type Finding } from '../checks'
import { unreadyRegions } from '../checks/warmup/preparation'
import { toSec } from '../kernel/units'
import type { Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import { OPEN_PRACTICE, openPractice, type Why } from './boards'
import type { DraftRequest } from './request'

/** What a plan that was drafted comes to: its worth, and what all checks find on it. */

export interface Draft {
  plan: Plan
  /** What `balance` prints for the plan with the request. */
  value: number
  /** No plan of the draft's model is worth more. */
  bound: number
  gap: number
  served: { group: string; served: number; of: number }[]
  why: Why[]
}

export interface Judged {
  plan: Plan
  worth: Worth
  why: readonly Why[]
  grave: Finding[]
  unready: ReturnType<typeof unreadyRegions>
}

export function judgePlan(plan: Plan, why: readonly Why[], { theme }: DraftRequest, club: ClubFacts): Judged {
  const { findings, ground } = checkPlan(plan, layPlan(plan), club)
  return {
    plan,
    worth: worthOf(plan, club, new Set(theme)),
    why,
    grave: findings.filter(isGrave),
    unready: unreadyRegions(ground),
  }
}

/** Fewer limits broken first, then worth. */
export const isBetter = (one: Judged, other: Judged): boolean =>
  one.grave.length < other.grave.length ||
  (one.grave.length === other.grave.length && one.worth.value > other.worth.value)

/** Where a drafted board still breaks a limit when all else was tried, there is open practice instead. */
export function withoutTrouble(judged: Judged, request: DraftRequest, club: ClubFacts): Judged {
  if (judged.grave.length === 0) return judged
  const kept = new Set(request.pinned.map(({ id }) => id))
  const trouble = new Set(judged.grave.flatMap(({ blocks }) => blocks).filter((id) => !kept.has(id)))
  const timeline = layPlan(judged.plan)
  const blocks = timeline.blocks.map(({ block, ms }) =>
    trouble.has(block.id) && (block.tracks || block.technique) ? openPractice(block.id, toSec(ms)) : block,
  )
  const why = judged.why.map((one) =>
    blocks.find(({ id }) => id === one.block)?.title === OPEN_PRACTICE
      ? { ...one, says: 'What was to be here asked for more than the hall or the class can give.' }
      : one,
  )
  const clear = judgePlan({ ...judged.plan, blocks }, why, request, club)
  return clear.grave.length < judged.grave.length ? clear : judged
}

const toThree = (value: number) => Math.round(value * 1000) / 1000

/** @param bound what no plan of the model is worth more than, as the solver says */
export function finished({ plan, worth, why, grave }: Judged, bound: number): Draft {
  // A bound is never told as less than what is there: the solver's figures are good to a millionth.
  const most = Math.max(worth.value, Math.ceil(bound * 1000 - 1e-3) / 1000)
  return {
    plan,
    value: worth.value,
    bound: toThree(most),
    gap: most > 0 ? Math.round(((most - worth.value) / most) * 1e6) / 1e6 : 0,
    served: worth.groups.map(({ group, served, of }) => ({ group, served, of })),
    why: withFindings(why, grave),
  }
}

/** What no change could avoid is said at the board it is about. */
function withFindings(why: readonly Why[], grave: readonly Finding[]): Why[] {
  return why.map(({ block, says }, w) => {
    const about = grave.filter(({ blocks }) => (blocks.length ? blocks[0] === block : w === 0))
    return {
      block,
      says: [says, ...about.map((finding) => `Could not be avoided: ${finding.says}`)].join(' '),
    }
  })
}
