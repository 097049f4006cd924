import { worthOf } from '../balance/worth'
import { checkPlan, isGrave, type ClubFacts, type Finding } from '../checks'
import { unreadyRegions } from '../checks/warmup/preparation'
import type { Item, Region } from '../curriculum/item'
import { chanceOf } from '../kernel/chance'
import { toSec } from '../kernel/units'
import type { Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import { arrange } from './arrange'
import { OPEN_PRACTICE, openPractice, writeDraft, type Why } from './boards'
import { draftGroups, floorM2, kitOf, type Candidate, type DraftGroup } from './candidates'
import { exercisesFor } from './exercises'
import { frameOf, type ClassFrame } from './frame'
import { draftModel, type Choice, type DraftModel } from './model'
import type { Programme, ProgrammeAnswer } from './programme'
import type { DraftRequest } from './request'

/**
 * A whole class drafted from what is due: the programme of `model.ts` chooses, `arrange.ts` orders, `boards.ts` writes down, and all checks
 * of a plan look at the outcome. What a check still finds is ruled out, and the programme is asked again.
 */

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

/** A programme to be solved, and what values for it would come to as a draft: to show the best so far. */
export interface Asked {
  programme: Programme
  draftOf(answer: ProgrammeAnswer): Draft | undefined
}

/** How often what a check found is ruled out before the plan stands as it is. */
const MOST_REPAIRS = 8
/** More waters than the fewest, where boards cannot be dealt out among the stretches. */
const MORE_WATERS = 3
/** How much of the floor and the kit is left to be dealt out, each time boards were too full. */
/** Where mending boards cost more than this share, the programme is asked for boards that need none. */
const MOST_MENDED = 0.018
const MOST_SHORT = 2
const ROOM_KEPT = 0.98
/** How much earlier there is water, in seconds, each time it was too late. */
const WATER_SOONER = 15

interface Ruled {
  /** A group's item, `group item`. */
  out: Set<string>
  fades: Set<Region>
  waters: number
  room: number
  soonerSec: number
}

/**
 * Drafts a class. It yields each programme that has to be solved and is given the answer; it returns the draft, or nothing where no class
 * of this length can be made at all.
 */
export function* draftClass(
  request: DraftRequest,
  club: ClubFacts,
): Generator<Asked, Draft | undefined, ProgrammeAnswer> {
  const ruled: Ruled = { out: new Set(), fades: new Set(), waters: 0, room: 1, soonerSec: 0 }
  let bound: number | undefined
  let short = 0
  let best: (Judged & { bound: number }) | undefined
  for (let repair = 0; repair <= MOST_REPAIRS; repair++) {
    const attempt = attemptOf(request, club, ruled)
    const answer: ProgrammeAnswer = yield {
      programme: attempt.model.programme,
      draftOf: ({ values, bound: so }) => {
        const judged = values && attempt.judge(values)
        return judged && finished(judged, request, club, bound ?? attempt.model.boundOf(so))
      },
    }
    if (!answer.values) {
      if (!answer.infeasible || ruled.waters >= MORE_WATERS) break
      // The boards do not go into the stretches: one water more makes them shorter.
      ruled.waters++
      continue
    }
    // What is ruled out later is still in what the first programme could form.
    bound ??= attempt.model.boundOf(answer.bound)
    const judged = attempt.judge(answer.values)
    const clear = withoutTrouble(judged, request, club)
    if (!best || isBetter(clear, best)) best = { ...clear, bound }
    const isGood = best.grave.length === 0 && best.value >= bound * (1 - MOST_MENDED)
    // What is ruled out makes nothing worth more: once no answer can be better than the best, it stands.
    if (isGood || (best.grave.length === 0 && attempt.model.boundOf(answer.bound) <= best.value)) break
    if (judged.grave.length === 0) {
      if (++short > MOST_SHORT) break
      ruled.room *= ROOM_KEPT
    } else if (!ruleOut(judged, attempt.groups, request, ruled)) break
  }
  return best && finished(best, request, club, best.bound)
}

const isBetter = (one: Judged, other: Judged): boolean =>
  one.grave.length < other.grave.length ||
  (one.grave.length === other.grave.length && one.value > other.value)

/** Where a drafted board still breaks a limit when all else was tried, there is open practice instead. */
function withoutTrouble(judged: Judged, request: DraftRequest, club: ClubFacts): Judged {
  if (judged.grave.length === 0) return judged
  const kept = new Set(request.pinned.map(({ id }) => id))
  const trouble = new Set(judged.grave.flatMap(({ blocks }) => blocks).filter((id) => !kept.has(id)))
  const timeline = layPlan(judged.plan)
  const blocks = timeline.blocks.map(({ block, ms }) =>
    trouble.has(block.id) && (block.tracks || block.technique) ? openPractice(block.id, toSec(ms)) : block,
  )
  const plan = { ...judged.plan, blocks }
  const { findings, ground } = checkPlan(plan, layPlan(plan), club)
  const grave = findings.filter(isGrave)
  if (grave.length >= judged.grave.length) return judged
  const { value } = worthOf(plan, club, new Set(request.theme))
  const why = judged.why.map((one) =>
    blocks.find(({ id }) => id === one.block)?.title === OPEN_PRACTICE
      ? { ...one, says: 'What was to be here asked for more than the hall or the class can give.' }
      : one,
  )
  return { plan, value, why, grave, unready: unreadyRegions(ground) }
}

interface Judged {
  plan: Plan
  value: number
  why: Why[]
  grave: Finding[]
  unready: ReturnType<typeof unreadyRegions>
}

interface Attempt {
  model: DraftModel
  groups: DraftGroup[]
  judge(values: ArrayLike<number>): Judged
}

function attemptOf(
  request: DraftRequest,
  club: ClubFacts,
  { out, fades, waters, room, soonerSec }: Ruled,
): Attempt {
  const exercises = exercisesFor(request, club)
  const groups = draftGroups(request, club, new Set(exercises.map(({ id }) => id))).map((group) => ({
    ...group,
    candidates: group.candidates.filter(({ item }) => !out.has(`${group.index} ${item.id}`)),
  }))
  const frame = frameOf(request, club, { waters, soonerSec })
  const model = draftModel({
    request,
    club,
    frame,
    groups,
    exercises,
    fades,
    room,
    chance: chanceOf(request.seed),
  })
  return {
    model,
    groups,
    judge(values) {
      const choice = model.read(values)
      const counted = new Set(Object.keys(request.most))
      const boards = arrange(choice, frame, groups, club, counted, chanceOf(request.seed + 1))
      const judge = (one: Choice): Judged => {
        const { plan, why } = writeDraft(request, club, frame, groups, one, boards)
        const { findings, ground } = checkPlan(plan, layPlan(plan), club)
        const { value } = worthOf(plan, club, new Set(request.theme))
        return { plan, value, why, grave: findings.filter(isGrave), unready: unreadyRegions(ground) }
      }
      const judged = judge(choice)
      const warmer = longerWarmup(choice, judged.unready, exercises, frame)
      const other = warmer && judge(warmer)
      return other && isBetter(other, judged) ? other : judged
    },
  }
}

/** A warm-up that is long enough for what faded as well, at the cost of the cool-down; nothing where that has not so much to spare. */
function longerWarmup(
  choice: Choice,
  unready: Judged['unready'],
  exercises: readonly Item[],
  { cooldown }: ClassFrame,
): Choice | undefined {
  const lacking = new Map<Region, number>()
  for (const { region, needs, has, unfaded } of unready)
    lacking.set(region, Math.max(lacking.get(region) ?? 0, needs * (has < unfaded ? 2 : 1) - unfaded))
  const seconds = new Map(choice.warmup.map(({ item, sec }) => [item, sec]))
  let added = 0
  for (const [region, units] of lacking) {
    const rate = (item: Item) => item.prepares[region] ?? 0
    const [best] = [...exercises].sort((a, b) => rate(b) - rate(a))
    if (!best || rate(best) === 0) continue
    const sec = Math.ceil(((units / rate(best)) * 60) / 5) * 5
    seconds.set(best, (seconds.get(best) ?? 0) + sec)
    added += sec
  }
  const cooldownSec = choice.cooldownSec - added
  if (added === 0 || cooldownSec < cooldown.askedSec) return undefined
  return { ...choice, cooldownSec, warmup: [...seconds].map(([item, sec]) => ({ item, sec })) }
}

/**
 * Rules out what findings are about; false where nothing more can be.
 */
function ruleOut(
  { plan, grave, unready }: Judged,
  groups: readonly DraftGroup[],
  request: DraftRequest,
  ruled: Ruled,
): boolean {
  const before = JSON.stringify([ruled.out.size, ruled.fades.size, ruled.room, ruled.soonerSec])
  const drafted = (id: string) => !request.pinned.some((block) => block.id === id)
  for (const { region, block } of unready) {
    // Prepared once it would have been enough: it faded. Twice as much does not.
    if (!ruled.fades.has(region)) ruled.fades.add(region)
    else
      ruleOutOn(
        { code: 'warmup.prepare', blocks: [block.block.id].filter(drafted), groups: [] },
        plan,
        groups,
        ruled.out,
        region,
      )
  }
  const codes = new Set(grave.map(({ code }) => code))
  if (codes.has('water.gap')) ruled.soonerSec += WATER_SOONER
  if (codes.has('space.short') || codes.has('kit.short')) ruled.room *= ROOM_KEPT
  for (const { code, blocks, groups: about } of grave)
    if (!SETTLED_OTHERWISE.has(code))
      ruleOutOn({ code, blocks: blocks.filter(drafted), groups: about }, plan, groups, ruled.out)
  return before !== JSON.stringify([ruled.out.size, ruled.fades.size, ruled.room, ruled.soonerSec])
}

/** What ruling out an item does not mend. */
const SETTLED_OTHERWISE = new Set(['warmup.prepare', 'water.gap', 'time.over', 'time.talk', 'time.closing'])

/** Rules out one group's item on some boards: what takes most of the floor and the kit, or what is missed least. */
function ruleOutOn(
  { code, blocks, groups: about }: Pick<Finding, 'code' | 'blocks' | 'groups'>,
  plan: Plan,
  groups: readonly DraftGroup[],
  out: Set<string>,
  region?: Region,
): void {
  const candidates = plan.blocks
    .filter(({ id }) => blocks.includes(id))
    .flatMap(({ tracks, technique }) => {
      const everyone = plan.groups.map(({ id }) => id)
      return (tracks ?? (technique ? [{ groups: everyone, technique }] : [])).flatMap((track) =>
        groups
          .filter(({ id }) => track.groups.includes(id) && (about.length === 0 || about.includes(id)))
          .flatMap(({ candidates: all }) => all.find(({ item }) => item.id === track.technique) ?? [])
          .filter(({ item }) => region === undefined || (item.demand[region] ?? 0) >= 2),
      )
    })
  const heads = ({ group }: Candidate) => groups[group]?.heads ?? 0
  const takes = (one: Candidate) =>
    code === 'space.short'
      ? floorM2(one.item, heads(one))
      : code === 'kit.short'
        ? kitOf(one.item, heads(one)).reduce((sum, [, units]) => sum + units, 0)
        : Number(code === 'falls.order' && one.item.category === 'throws')
  const [worst] = candidates.sort((a, b) => takes(b) - takes(a) || a.weight - b.weight)
  if (worst) out.add(`${worst.group} ${worst.item.id}`)
}

const toThree = (value: number) => Math.round(value * 1000) / 1000

function finished(
  { plan, why, grave }: Judged,
  request: DraftRequest,
  club: ClubFacts,
  bound: number,
): Draft {
  const worth = worthOf(plan, club, new Set(request.theme))
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
