import type { ClubFacts } from '../checks'
import type { Item, Region } from '../curriculum/item'
import { chanceOf } from '../kernel/chance'
import { arrange } from './arrange'
import { lateSec, sooner } from './before-water'
import { writeDraft } from './boards'
import { draftGroups, type DraftGroup } from './candidates'
import { deal, dealWhatFits, type Dealing } from './deal'
import type { DraftBoard } from './draft-board'
import { exercisesFor } from './exercises'
import { fit, type Walk } from './fit'
import { frameOf, type ClassFrame } from './frame'
import { finished, isBetter, judgePlan, withoutTrouble, type Draft, type Judged } from './judge'
import { draftModel, type Choice, type DraftModel } from './model'
import type { Programme, ProgrammeAnswer } from './programme'
import type { DraftRequest } from './request'
import { ROOM_KEPT, ruleOut, type Ruled } from './rule-out'
import { scarceIn } from './scarce'

/**
 * A whole class drafted from what is due: the programme of `model.ts` chooses, `arrange.ts` orders, `boards.ts` writes down, and all checks
 * of a plan look at the outcome. What a check still finds is ruled out, and the programme is asked again.
 */

export type { Draft } from './judge'

/** A programme to be solved, and what values for it would come to as a draft: to show the best so far. */
export interface Asked {
  programme: Programme
  /** What is asked: a class; one in a hall without walls, where no other was found; or only which boards the items of an answer come to. */
  about: 'class' | 'class without hall' | 'dealing'
  /** There is no class yet that stands before all checks: it may take all the time there is. */
  isUrgent?: boolean
  draftOf(answer: ProgrammeAnswer): Draft | undefined
}

/** How often what a check found is ruled out before the plan stands as it is. */
const MOST_REPAIRS = 8
/** More waters than the fewest, where boards cannot be dealt out among the stretches. */
const MORE_WATERS = 3
/** Where mending boards cost more than this share, the programme is asked for boards that need none. */
const MOST_MENDED = 0.018
const MOST_SHORT = 2
/** How the boards of an answer are made to fit, as long as what comes of it is not good enough. The first answer is the best there is to begin from: it is worth more than one walk. */
const FIRST_WALKS: readonly Walk[] = ['near', 'far', 'far']
const WALKS: readonly Walk[] = ['near']

/**
 * Drafts a class. It yields each programme that has to be solved and is given the answer; it returns the draft, or nothing where no class
 * of this length can be made at all.
 */
export function* draftClass(
  request: DraftRequest,
  club: ClubFacts,
): Generator<Asked, Draft | undefined, ProgrammeAnswer> {
  const ruled: Ruled = { out: new Set(), fades: new Set(), waters: 0, room: 1, soonerSec: 0, hall: 'kept' }
  const known = knownOf(request, club)
  let bound: number | undefined
  let short = 0
  let best: (Judged & { bound: number }) | undefined
  for (let repair = 0; repair <= MOST_REPAIRS; repair++) {
    const attempt = attemptOf(request, club, known, ruled)
    const answer: ProgrammeAnswer = yield {
      programme: attempt.model.programme,
      isUrgent: !best || best.grave.length > 0,
      about: ruled.hall === 'kept' ? 'class' : 'class without hall',
      draftOf: ({ values, bound: so }) => {
        const judged = values && attempt.judge(values)
        return judged && finished(judged, bound ?? attempt.model.boundOf(so))
      },
    }
    if (!answer.values && !answer.infeasible && repair === 0) {
      // Nothing was found in time: a full hall is what makes it hard, and boards can be made to fit afterwards.
      if (Number.isFinite(answer.bound)) bound = attempt.model.boundOf(answer.bound)
      ruled.hall = 'left out'
      continue
    }
    ruled.hall = 'kept'
    if (!answer.values) {
      if (!answer.infeasible || ruled.waters >= MORE_WATERS) break
      // The boards do not go into the stretches: one water more makes them shorter.
      ruled.waters++
      continue
    }
    // What is ruled out later is still in what the first programme could form.
    bound ??= attempt.model.boundOf(answer.bound)
    const isGoodEnough = ({ grave, worth }: Judged) =>
      grave.length === 0 && worth.value >= (bound ?? 0) * (1 - MOST_MENDED)
    const take = (one: Judged) => {
      const clear = withoutTrouble(one, request, club)
      if (!best || isBetter(clear, best)) best = { ...clear, bound: bound ?? 0 }
      return isGoodEnough(clear)
    }
    let judged = attempt.judge(answer.values)
    let isGood = take(judged)
    const tryAlso = (one: Judged) => {
      isGood = take(one)
      if (isBetter(one, judged)) judged = one
    }
    // Only where something is in the way of something: else the answer itself is not worth more.
    if (!isGood && judged.grave.length > 0) tryAlso(yield* dealtAnew(attempt, answer.values))
    for (const [n, walk] of (repair === 0 ? FIRST_WALKS : WALKS).entries())
      if (!isGood) tryAlso(attempt.fit(answer.values, walk, n))
    if (!best) break
    // What is ruled out makes nothing worth more: once no answer can be better than the best, it stands.
    if (
      isGoodEnough(best) ||
      (best.grave.length === 0 && attempt.model.boundOf(answer.bound) <= best.worth.value)
    )
      break
    if (judged.grave.length === 0) {
      if (++short > MOST_SHORT) break
      ruled.room *= ROOM_KEPT
    } else if (!ruleOut(judged, known.groups, request, ruled)) break
  }
  return best && finished(best, best.bound)
}

/** Boards as they have to be for everything to fit, asked length by length. */
function* dealtAnew(attempt: Attempt, values: ArrayLike<number>): Generator<Asked, Judged, ProgrammeAnswer> {
  const { dealings, judge } = attempt.dealAnew(values)
  for (const { programme, put } of dealings) {
    const isOpen = programme.worth.length > 0
    const answer = isOpen ? yield { programme, about: 'dealing', draftOf: () => undefined } : undefined
    put(answer?.values)
  }
  return judge()
}

/** What is the same however often the programme is asked. */
interface Known {
  exercises: readonly Item[]
  groups: readonly DraftGroup[]
}

function knownOf(request: DraftRequest, club: ClubFacts): Known {
  const exercises = exercisesFor(request, club)
  return { exercises, groups: draftGroups(request, club, new Set(exercises.map(({ id }) => id))) }
}

interface Attempt {
  model: DraftModel
  judge(values: ArrayLike<number>): Judged
  /** Its items dealt out once more: what has to be asked for that, and what comes of it then. */
  dealAnew(values: ArrayLike<number>): { dealings: readonly Dealing[]; judge(): Judged }
  /** The boards that came of it last, made to fit: another number, another walk. */
  fit(values: ArrayLike<number>, walk: Walk, n: number): Judged
}

function attemptOf(
  request: DraftRequest,
  club: ClubFacts,
  { exercises, groups: all }: Known,
  ruled: Ruled,
): Attempt {
  const { out, fades, waters, room, soonerSec, hall } = ruled
  const groups = all.map((group) => ({
    ...group,
    candidates: group.candidates.filter(({ item }) => !out.has(`${group.index} ${item.id}`)),
  }))
  const frame = frameOf(request, club, { waters, soonerSec })
  const chance = chanceOf(request.seed)
  const model = draftModel({ request, club, frame, groups, exercises, fades, room, hall, chance })
  const counted = new Set(Object.keys(request.most))
  const order = (choice: Choice, boards: readonly DraftBoard[]) =>
    arrange(boards, choice, frame, model.base, groups, club, chanceOf(request.seed + 1))
  function judge(choice: Choice, boards: readonly DraftBoard[]): Judged {
    const judgeWith = (one: Choice, on = boards) => {
      const { plan, why } = writeDraft(request, club, frame, groups, one, on)
      return judgePlan(plan, why, request, club)
    }
    const better = (one: Judged, other: Judged) => (isBetter(other, one) ? other : one)
    const judged = judgeWith(choice)
    const warmer = longerWarmup(choice, judged.unready, exercises, frame)
    if (!warmer) return judged
    const warm = judgeWith(warmer)
    if (warm.grave.length === 0) return better(judged, warm)
    // A longer warm-up can be more than there is time for before the first water: boards of that time are set up quicker then, or one
    // of them is shorter.
    return sooner(boards, lateSec(warm.plan, frame))
      .map((on) => judgeWith(warmer, on))
      .reduce(better, better(judged, warm))
  }
  let known: { of: ArrayLike<number>; choice: Choice; boards: DraftBoard[] } | undefined
  const arranged = (values: ArrayLike<number>) => {
    if (known?.of === values) return known
    const choice = model.read(values)
    return (known = { of: values, choice, boards: order(choice, deal(choice, groups)) })
  }
  return {
    model,
    judge(values) {
      const { choice, boards } = arranged(values)
      return judge(choice, boards)
    },
    dealAnew(values) {
      const { choice } = arranged(values)
      const { boards, dealings } = dealWhatFits(choice, groups, scarceIn(club, groups))
      return {
        dealings,
        judge() {
          known = { of: values, choice, boards: order(choice, boards) }
          return judge(choice, known.boards)
        },
      }
    },
    fit(values, walk, n) {
      const { choice, boards } = arranged(values)
      const question = { club, groups, base: model.base, choice, frame, boards, counted }
      const fitted = fit({ ...question, chance: chanceOf(request.seed + 2 + n) }, walk)
      return judge(choice, order(choice, fitted.boards))
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
