import { worthOf, type Worth } from '../balance/worth'
import { checkPlan, isGrave, type ClubFacts, type Finding } from '../checks'
import { unreadyRegions } from '../checks/warmup/preparation'
import { spokenName } from '../curriculum/item'
import { standingOf } from '../curriculum/syllabus'
import { toSec } from '../kernel/units'
import type { Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import type { DraftGroup } from './candidates'
import type { DraftRequest } from './request'
import { OPEN_PRACTICE, openPractice, type Why } from './write'

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
export function finished(
  { plan, worth, why, grave }: Judged,
  bound: number,
  about: { request: DraftRequest; club: ClubFacts; groups: readonly DraftGroup[] },
): Draft {
  // A bound is never told as less than what is there: the solver's figures are good to a millionth.
  const most = Math.max(worth.value, Math.ceil(bound * 1000 - 1e-3) / 1000)
  return {
    plan,
    value: worth.value,
    bound: toThree(most),
    gap: most > 0 ? Math.round(((most - worth.value) / most) * 1e6) / 1e6 : 0,
    served: worth.groups.map(({ group, served, of }) => ({ group, served, of })),
    why: [...withFindings(why, grave), ...notKept(worth, about)],
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

/** What of the rules of a class with a thread could not be kept. */
function notKept(
  worth: Worth,
  { request, club, groups }: { request: DraftRequest; club: ClubFacts; groups: readonly DraftGroup[] },
): Why[] {
  const found: Why[] = []
  const works = (item: string, g: number) =>
    worth.groups[g]?.items.some((one) => one.item === item && one.workSec > 0) ?? false
  for (const id of request.theme) {
    const item = club.items.get(id)
    if (!item || request.banned.includes(id)) continue
    const concerned = request.groups.flatMap(({ ranks }, g) =>
      ranks.some((rank) =>
        ['new', 'current', 'review'].includes(standingOf(id, rank, club.ladder, club.syllabus)),
      )
        ? [g]
        : [],
    )
    if (concerned.length > 0 && !concerned.some((g) => works(id, g)))
      found.push({
        block: null,
        says: `${spokenName(item)} is of the theme, and had no place: no group whom it concerns could work it beside the rest.`,
      })
  }
  for (const group of groups) {
    const learns = group.candidates.some(({ helping, weight }) => helping === 'learn' && weight > 0)
    const threads = worth.groups[group.index]?.items.some(
      ({ helping, thread, workSec }) => helping === 'learn' && thread && workSec >= 240,
    )
    if (learns && !threads)
      found.push({
        block: null,
        says: `${group.name} have no thread of their own: nothing they learn goes beside what the others work.`,
      })
  }
  return found
}
