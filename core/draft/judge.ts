import { worthOf, type Worth } from '../balance/worth'
import { checkPlan, isGrave, type ClubFacts, type Finding } from '../checks'
import { unreadyRegions } from '../checks/warmup/preparation'
import { toSec } from '../kernel/units'
import type { Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import { OPEN_PRACTICE, openPractice, type Why } from './boards'
import type { DraftGroup } from './candidates'
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
  /** Boards, by id, on which more is new to somebody than one teacher can show. */
  untaught: string[]
  /** When it was made to fit, a limit was left broken of which no check knows: an item comes too often, say. */
  isMisfit?: boolean
  unready: ReturnType<typeof unreadyRegions>
}

/** How much there is amiss with it. */
export const amissIn = ({ grave, untaught, isMisfit = false }: Judged): number =>
  grave.length + untaught.length + Number(isMisfit)

export function judgePlan(
  plan: Plan,
  why: readonly Why[],
  { theme, pinned }: DraftRequest,
  club: ClubFacts,
  groups: readonly DraftGroup[],
): Judged {
  const { findings, ground } = checkPlan(plan, layPlan(plan), club)
  return {
    plan,
    worth: worthOf(plan, club, new Set(theme)),
    why,
    grave: findings.filter(isGrave),
    untaught: untaughtOn(plan, groups).filter((id) => pinned.every((block) => block.id !== id)),
    unready: unreadyRegions(ground),
  }
}

/** What is new to a group is shown to it the first time it is worked, one thing a board. */
function untaughtOn({ blocks, groups: of }: Plan, groups: readonly DraftGroup[]): string[] {
  const isNew = new Set(
    groups.flatMap(({ id, candidates }) =>
      candidates.flatMap((one) => (one.isNew ? [`${id} ${one.item.id}`] : [])),
    ),
  )
  return blocks.flatMap(({ id, technique, tracks }) => {
    const works = tracks ?? (technique ? [{ technique, groups: of.map((group) => group.id) }] : [])
    const shown = works.filter((one) => one.groups.some((group) => isNew.delete(`${group} ${one.technique}`)))
    return new Set(shown.map((one) => one.technique)).size > 1 ? [id] : []
  })
}

/** Fewer limits broken first, then worth. */
export const isBetter = (one: Judged, other: Judged): boolean =>
  amissIn(one) < amissIn(other) || (amissIn(one) === amissIn(other) && one.worth.value > other.worth.value)

/** Where a drafted board still breaks a limit when all else was tried, there is open practice instead. */
export function withoutTrouble(
  judged: Judged,
  request: DraftRequest,
  club: ClubFacts,
  groups: readonly DraftGroup[],
): Judged {
  if (amissIn(judged) === 0) return judged
  const kept = new Set(request.pinned.map(({ id }) => id))
  const found = [...judged.grave.flatMap(({ blocks }) => blocks), ...judged.untaught]
  const trouble = new Set(found.filter((id) => !kept.has(id)))
  const timeline = layPlan(judged.plan)
  const blocks = timeline.blocks.map(({ block, ms }) =>
    trouble.has(block.id) && (block.tracks || block.technique) ? openPractice(block.id, toSec(ms)) : block,
  )
  const why = judged.why.map((one) =>
    blocks.find(({ id }) => id === one.block)?.title === OPEN_PRACTICE
      ? { ...one, says: 'What was to be here asked for more than the hall or the class can give.' }
      : one,
  )
  const clear = judgePlan({ ...judged.plan, blocks }, why, request, club, groups)
  return amissIn(clear) < amissIn(judged) ? { ...clear, isMisfit: judged.isMisfit } : judged
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
