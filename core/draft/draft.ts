import type { ClubFacts } from '../checks'
import type { Item, Region } from '../curriculum/item'
import { chanceOf } from '../kernel/chance'
import { arrange } from './arrange'
import { lateSec, sooner } from './before-water'
import { writeDraft } from './boards'
import { WORK_LENGTHS, type WorkLength } from './beats'
import { draftGroups, type DraftGroup } from './candidates'
import { deal, dealWhatFits, type Dealing } from './deal'
import type { DraftBoard } from './draft-board'
import { exercisesFor } from './exercises'
import { fit, type Walk } from './fit'
import { frameOf, type ClassFrame } from './frame'
import { amissIn, finished, isBetter, judgePlan, withoutTrouble, type Draft, type Judged } from './judge'
import { draftModel, type Choice, type DraftModel } from './model'
import type { DraftQuestion } from './model-parts'
import { worthOf, type Programme, type ProgrammeAnswer } from './programme'
import type { DraftRequest } from './request'
import { ROOM_KEPT, ruleOut, type Ruled } from './rule-out'
import { scarceIn } from './scarce'

/**
 * A whole class drafted from what is due: the programme of `model.ts` chooses, `arrange.ts` orders, `boards.ts` writes down, and all checks
 * of a plan look at the outcome. What a check still finds is ruled out, and the programme is asked again. Where the whole question takes too
 * long, there is a quick class at least.
 */

export type { Draft } from './judge'

/** A programme to be solved, and what values for it would come to as a draft: to show the best so far. */
export interface Asked {
  programme: Programme
  /**
   * The class, and once more with what was ruled out. Only which boards the items of an answer come to. Where time is short, a quick
   * class: boards of one length in a hall without walls, made to fit afterwards. Or any class of such boards, for there is none yet that is
   * good for anything.
   */
  about: 'the class' | 'the class again' | 'dealing' | 'a quick class' | 'any class'
  /** There is no class yet, or none that stands before all checks: it may take all the time there is. */
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
/** With less than this share of what could be, a class is none that anybody should be shown. */
const LEAST = 0.85
/** How long the boards of a quick class are: without a choice of it the question is easy, and comes close all the same. */
const QUICK_LENGTHS: readonly WorkLength[] = [180]

/**
 * Drafts a class. It yields each programme that has to be solved and is given the answer; it returns the draft, or nothing where no class
 * of this length can be made at all.
 *
 * @param hasTime whether there is time for another walk, about a second
 */
export function* draftClass(
  request: DraftRequest,
  club: ClubFacts,
  hasTime: () => boolean = () => true,
): Generator<Asked, Draft | undefined, ProgrammeAnswer> {
  const ruled: Ruled = { out: new Set(), fades: new Set(), waters: 0, room: 1, soonerSec: 0 }
  const known = knownOf(request, club)
  let best: Judged | undefined
  let bound: number | undefined
  const isGoodEnough = (one: Judged, most: number) =>
    amissIn(one) === 0 && one.worth.value >= most * (1 - MOST_MENDED)
  /** Takes what is the best so far; whether it is good enough for what it could have been. */
  const taker = (most: number) => (one: Judged) => {
    const clear = withoutTrouble(one, request, club, known.groups)
    if (!best || isBetter(clear, best)) best = clear
    return isGoodEnough(clear, most)
  }
  const soFar = (most: number) => best && finished(best, most)
  const everything = servedAtMost(known.groups)

  const isPoor = (most: number) => !best || best.worth.value < most * LEAST
  /** Where time is short: a class that is quick to find, and if need be however long that takes. */
  function* quickly(most: number): Generator<Asked, void, ProgrammeAnswer> {
    let lengths = QUICK_LENGTHS
    for (const [about, hall] of [
      ['a quick class', 'left out'],
      ['any class', 'kept'],
    ] as const) {
      const attempt = attemptOf(request, club, known, ruled, { hall, lengths })
      const {
        values,
        bound: so,
        infeasible,
      } = yield {
        programme: attempt.model.programme,
        about,
        isUrgent: !best,
        draftOf: () => soFar(most),
      }
      const could = Math.min(most, attempt.model.boundOf(so))
      if (values) yield* mended(attempt, values, ['near', 'far'], taker(could), hasTime)
      if (!isPoor(infeasible ? most : could)) return
      if (infeasible) lengths = WORK_LENGTHS
    }
  }

  let short = 0
  for (let repair = 0; repair <= MOST_REPAIRS; repair++) {
    const attempt = attemptOf(request, club, known, ruled, { hall: 'kept', lengths: WORK_LENGTHS })
    const { programme } = attempt.model
    const answer: ProgrammeAnswer = yield {
      programme,
      about: repair === 0 ? 'the class' : 'the class again',
      isUrgent: !best || amissIn(best) > 0,
      draftOf({ values, bound: so }) {
        const most = bound ?? attempt.model.boundOf(so)
        if (!values || (best && attempt.model.boundOf(worthOf(programme, values)) < best.worth.value))
          return soFar(most)
        const judged = attempt.judge(values)
        return best && !isBetter(judged, best) ? soFar(most) : finished(judged, most)
      },
    }
    if (answer.infeasible) {
      if (ruled.waters >= MORE_WATERS) break
      // The boards do not go into the stretches: one water more makes them shorter.
      ruled.waters++
      continue
    }
    // What is ruled out later is still in what the first programme could form.
    bound ??= Math.min(everything, attempt.model.boundOf(answer.bound))
    /** The search ended before there was an answer that is good enough: no walk from it goes far. */
    const isCut =
      !answer.values || attempt.model.boundOf(worthOf(programme, answer.values)) < bound * (1 - MOST_MENDED)
    const walks: readonly Walk[] = repair === 0 && !isCut ? ['near', 'far', 'far'] : ['near']
    const judged = answer.values && (yield* mended(attempt, answer.values, walks, taker(bound), hasTime))
    if (isPoor(bound) || (repair === 0 && isCut && hasTime())) yield* quickly(bound)
    // What is ruled out makes nothing worth more: once no answer can be better than the best, it stands.
    if (
      !best ||
      !judged ||
      isGoodEnough(best, bound) ||
      (amissIn(best) === 0 && attempt.model.boundOf(answer.bound) <= best.worth.value)
    )
      break
    if (judged.grave.length === 0) {
      if (++short > MOST_SHORT) break
      ruled.room *= ROOM_KEPT
    } else if (!ruleOut(judged, known.groups, request, ruled)) break
  }
  return soFar(bound ?? everything)
}

/** What no class can be worth more than: all that is due for everybody. */
function servedAtMost(groups: readonly DraftGroup[]): number {
  const due = groups.map(({ of }) => of).filter((of) => of > 0)
  return due.length ? due.reduce((sum, of) => sum + of, 0) + due.length * Math.min(...due) : 0
}

/** What comes of an answer: put in order, where that is not good enough dealt out anew, and then made to fit. */
function* mended(
  attempt: Attempt,
  values: ArrayLike<number>,
  walks: readonly Walk[],
  take: (one: Judged) => boolean,
  hasTime: () => boolean,
): Generator<Asked, Judged, ProgrammeAnswer> {
  let judged = attempt.judge(values)
  let isGood = take(judged)
  const tryAlso = (one: Judged) => {
    isGood = take(one)
    if (isBetter(one, judged)) judged = one
  }
  // Only where something is in the way of something: else the answer itself is not worth more.
  if (!isGood && amissIn(judged) > 0) tryAlso(yield* dealtAnew(attempt, values))
  for (const [n, walk] of walks.entries())
    if (!isGood && (walk === 'near' || amissIn(judged) > 0 || hasTime()))
      tryAlso(attempt.fit(values, walk, n))
  return judged
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
  { out, fades, waters, room, soonerSec }: Ruled,
  { hall, lengths }: Pick<DraftQuestion, 'hall' | 'lengths'>,
): Attempt {
  const groups = all.map((group) => ({
    ...group,
    candidates: group.candidates.filter(({ item }) => !out.has(`${group.index} ${item.id}`)),
  }))
  const frame = frameOf(request, club, { waters, soonerSec })
  const chance = chanceOf(request.seed)
  const model = draftModel({ request, club, frame, groups, exercises, fades, room, hall, lengths, chance })
  const counted = new Set(Object.keys(request.most))
  const order = (choice: Choice, boards: readonly DraftBoard[]) =>
    arrange(boards, choice, frame, model.base, groups, club, chanceOf(request.seed + 1))
  function judge(choice: Choice, boards: readonly DraftBoard[]): Judged {
    const judgeWith = (one: Choice, on = boards) => {
      const { plan, why } = writeDraft(request, club, frame, groups, one, on)
      return judgePlan(plan, why, request, club, groups)
    }
    const better = (one: Judged, other: Judged) => (isBetter(other, one) ? other : one)
    const judged = judgeWith(choice)
    const warmer = longerWarmup(choice, judged.unready, exercises, frame)
    if (!warmer) return judged
    const warm = judgeWith(warmer)
    if (amissIn(warm) === 0) return better(judged, warm)
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
      return { ...judge(choice, order(choice, fitted.boards)), isMisfit: !fitted.fits }
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
