import type { ClubFacts } from '../checks'
import { attemptOf, knownOf, type Attempt, type Known } from './attempt'
import { WORK_LENGTHS, type WorkLength } from './beats'
import type { DraftGroup } from './candidates'
import type { Walk } from './fit'
import { amissIn, finished, isBetter, withoutTrouble, type Draft, type Judged } from './judge'
import type { DraftQuestion } from './model-parts'
import { worthOf, type Programme, type ProgrammeAnswer } from './programme'
import type { DraftRequest } from './request'
import { ROOM_KEPT, ruleOut, type Ruled } from './rule-out'

/**
 * A whole class drafted from what is due: the programme of `model.ts` chooses, `attempt.ts` makes a plan of the answer, and all checks of a
 * plan look at it. What a check still finds is ruled out, and the programme is asked again. Before all that comes a quick class, which can
 * be used after a second, and is what there is where the whole question takes too long.
 */

export type { Draft } from './judge'

/** A programme to be solved, and what values for it would come to as a draft: to show the best so far. */
export interface Asked {
  programme: Programme
  /**
   * First a quick class: boards of one length in a hall without walls, made to fit afterwards. The class, and once more with what was
   * ruled out. Only which boards the items of an answer come to. Where time is short a better quick class, or any class of boards of one
   * length, for there is none yet that is good for anything.
   */
  about: 'a first class' | 'the class' | 'the class again' | 'dealing' | 'a quick class' | 'any class'
  /** There is no class yet, or none that stands before all checks: it may take all the time there is. */
  isUrgent?: boolean
  /** @returns the best there is, if any, whether or not it comes of these values */
  draftOf(answer: ProgrammeAnswer): Draft | undefined
}

type Asking<T> = Generator<Asked, T, ProgrammeAnswer>

/** How often what a check found is ruled out before the plan stands as it is. */
const MOST_REPAIRS = 8
/** More waters than the fewest, where boards cannot be dealt out among the stretches. */
const MORE_WATERS = 3
/** Where mending boards costs more than this share, the programme is asked for boards that need none. */
const MOST_MENDED = 0.018
const MOST_SHORT = 2
/** With less than this share of what could be, a class is none that anybody should be given. */
const LEAST = 0.85
/** How long the boards of a quick class are: without a choice of it the question is easy, and comes close all the same. */
const QUICK_LENGTHS: readonly WorkLength[] = [180]

/** Whoever waits for the draft. */
export interface Waiting {
  /** Whether there is time for another walk, about a second. */
  hasTime?: () => boolean
  /** Told of every better draft between two questions. */
  onBetter?: (draft: () => Draft | undefined) => void
}

/**
 * Drafts a class. It yields each programme that has to be solved and is given the answer; it returns the draft, or nothing where no class
 * of this length can be made at all.
 */
export function draftClass(
  request: DraftRequest,
  club: ClubFacts,
  waiting: Waiting = {},
): Asking<Draft | undefined> {
  return new Drafting(request, club, waiting).draft()
}

/** What was asked and answered. */
interface Found extends ProgrammeAnswer {
  attempt: Attempt
  /** What the values are worth before anything is in the way of anything. */
  worth: number
  /** What they could have been worth at most. */
  could: number
}

class Drafting {
  private readonly ruled: Ruled = { out: new Set(), fades: new Set(), waters: 0, room: 1, soonerSec: 0 }
  private readonly known: Known
  private readonly everything: number
  private best: Judged | undefined
  /** What no class is worth more than, once the class was asked for. */
  private bound: number | undefined

  constructor(
    private readonly request: DraftRequest,
    private readonly club: ClubFacts,
    private readonly waiting: Waiting,
  ) {
    this.known = knownOf(request, club)
    this.everything = servedAtMost(this.known.groups)
  }

  *draft(): Asking<Draft | undefined> {
    const first = yield* this.quickly()
    let short = 0
    for (let repair = 0; repair <= MOST_REPAIRS; repair++) {
      const attempt = this.attemptAt('kept', WORK_LENGTHS)
      const found = yield* this.ask(repair === 0 ? 'the class' : 'the class again', attempt)
      if (found.infeasible) {
        if (this.ruled.waters >= MORE_WATERS) break
        // The boards do not go into the stretches: one water more makes them shorter.
        this.ruled.waters++
        continue
      }
      // What is ruled out later is still in what the first programme could form.
      const bound = (this.bound ??= found.could)
      /** The search ended before there was an answer that is good enough: no walk from it goes far. */
      const isCut = !found.values || found.worth < bound * (1 - MOST_MENDED)
      const walks: readonly Walk[] = repair === 0 && !isCut ? ['near', 'far', 'far'] : ['near']
      const judged = yield* this.mend(found, bound, walks)
      if (this.isPoor(bound) || (repair === 0 && isCut && this.hasTime())) yield* this.goFurther(first, bound)
      const { best } = this
      // What is ruled out makes nothing worth more: once no answer can be better than the best, it stands.
      if (
        !best ||
        !judged ||
        isGoodEnough(best, bound) ||
        (amissIn(best) === 0 && attempt.model.boundOf(found.bound) <= best.worth.value)
      )
        break
      if (judged.grave.length === 0) {
        if (++short > MOST_SHORT) break
        this.ruled.room *= ROOM_KEPT
      } else if (!ruleOut(judged, this.known.groups, this.request, this.ruled)) break
    }
    return this.soFar()
  }

  /** A class that can be used soon; what time is left makes it better. */
  private *quickly(): Asking<Found> {
    const first = yield* this.ask('a first class', this.attemptAt('left out', QUICK_LENGTHS))
    yield* this.mend(first, first.worth, ['near'], { deals: false })
    return first
  }

  /** Where time is short: more of what was quick to find, and if there still is nothing, however long that takes. */
  private *goFurther(first: Found, bound: number): Asking<void> {
    const isBest = first.infeasible || first.worth >= first.could * (1 - MOST_MENDED)
    const again = isBest ? first : yield* this.ask('a quick class', first.attempt)
    const quick = again.values ? again : first
    const could = Math.min(bound, quick.could)
    yield* this.mend(quick, could, ['near', 'far'])
    if (!this.isPoor(could)) return
    const lengths = quick.infeasible ? WORK_LENGTHS : QUICK_LENGTHS
    const any = yield* this.ask('any class', this.attemptAt('kept', lengths))
    yield* this.mend(any, Math.min(bound, any.could), ['near', 'far'])
  }

  private attemptAt(hall: DraftQuestion['hall'], lengths: readonly WorkLength[]): Attempt {
    return attemptOf(this.request, this.club, this.known, this.ruled, { hall, lengths })
  }

  private *ask(about: Asked['about'], attempt: Attempt): Asking<Found> {
    const { programme, boundOf } = attempt.model
    const worth = (values: ArrayLike<number>) => boundOf(worthOf(programme, values))
    const answer = yield {
      programme,
      about,
      isUrgent: !this.best || amissIn(this.best) > 0,
      draftOf: ({ values, bound }) => {
        const { best } = this
        const most = Math.min(this.everything, boundOf(bound))
        // Not one of a quick class: there is soon a better one, and working out what it comes to takes as long.
        if (!values || about === 'a first class' || (best && worth(values) < best.worth.value))
          return this.soFar(most)
        const judged = attempt.judge(values)
        return best && !isBetter(judged, best) ? this.soFar(most) : finished(judged, this.bound ?? most)
      },
    }
    const { values, bound, infeasible } = answer
    return {
      attempt,
      ...answer,
      worth: values ? worth(values) : 0,
      could: infeasible ? this.everything : Math.min(this.everything, boundOf(bound)),
    }
  }

  /** What comes of an answer: put in order, where that is not good enough dealt out anew, and then made to fit. */
  private *mend(
    { attempt, values }: Found,
    most: number,
    walks: readonly Walk[],
    { deals = true } = {},
  ): Asking<Judged | undefined> {
    if (!values) return undefined
    let judged = attempt.judge(values)
    let isGood = this.take(judged, most)
    const tryAlso = (one: Judged) => {
      isGood = this.take(one, most)
      if (isBetter(one, judged)) judged = one
    }
    // Only where something is in the way of something: else the answer itself is not worth more.
    if (deals && !isGood && amissIn(judged) > 0) tryAlso(yield* dealtAnew(attempt, values))
    for (const [n, walk] of walks.entries())
      if (!isGood && (walk === 'near' || amissIn(judged) > 0 || this.hasTime()))
        tryAlso(attempt.fit(values, walk, n))
    return judged
  }

  /** Takes what is the best so far; whether it is good enough for what it could have been. */
  private take(one: Judged, most: number): boolean {
    const clear = withoutTrouble(one, this.request, this.club, this.known.groups)
    if (!this.best || isBetter(clear, this.best)) {
      this.best = clear
      this.waiting.onBetter?.(() => this.soFar())
    }
    return isGoodEnough(clear, most)
  }

  private hasTime(): boolean {
    return this.waiting.hasTime?.() ?? true
  }

  private soFar(most = this.everything): Draft | undefined {
    return this.best && finished(this.best, this.bound ?? most)
  }

  private isPoor(most: number): boolean {
    return !this.best || this.best.worth.value < most * LEAST
  }
}

const isGoodEnough = (one: Judged, most: number) =>
  amissIn(one) === 0 && one.worth.value >= most * (1 - MOST_MENDED)

/** What no class can be worth more than: all that is due for everybody. */
function servedAtMost(groups: readonly DraftGroup[]): number {
  const due = groups.map(({ of }) => of).filter((of) => of > 0)
  return due.length ? due.reduce((sum, of) => sum + of, 0) + due.length * Math.min(...due) : 0
}

/** Boards as they have to be for everything to fit, asked length by length. */
function* dealtAnew(attempt: Attempt, values: ArrayLike<number>): Asking<Judged> {
  const { dealings, judge } = attempt.dealAnew(values)
  for (const { programme, put } of dealings) {
    const isOpen = programme.worth.length > 0
    const answer = isOpen ? yield { programme, about: 'dealing', draftOf: () => undefined } : undefined
    put(answer?.values)
  }
  return judge()
}
