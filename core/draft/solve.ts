import type { Highs } from 'highs'
import type { ClubFacts } from '../checks'
import { draftClass, type Asked, type Draft } from './draft'
import type { DraftRequest } from './request'
import { toSparse, type Programme, type ProgrammeAnswer } from './programme'

/** Solving a programme with HiGHS, whoever has loaded it: the command, a server or a worker. */

export interface SolveLimits {
  timeLimitSec: number
  /** Good enough: the share of the bound that may be missing. It ends the search sooner than the time, so that the same question has one answer. */
  gap: number
  /** Nothing is looked for by trial: where a question is easy, that takes longer than the answer. */
  isQuick?: boolean
}

/** A large class is as good as done a little sooner. */
const LARGE = 600

/** What may be missing of the bound when the search for a class of so many groups and minutes ends. */
export const goodEnough = (groups: number, lengthMin: number): number =>
  groups * lengthMin > LARGE ? 0.025 : 0.01

/**
 * @param onBetter told of every better answer that is found on the way, and of every bound that is known better
 * @returns the best values and the bound; no values where there are none, or none were found in time
 */
export function solveProgramme(
  highs: Highs,
  programme: Programme,
  { timeLimitSec, gap, isQuick = false }: SolveLimits,
  onBetter?: (answer: ProgrammeAnswer) => void,
): ProgrammeAnswer {
  const { worth, lower, upper, whole, rows, anyway } = programme
  const { starts, indices, values } = toSparse(programme)
  const model = highs.createModel({
    numCols: worth.length,
    numRows: rows.length,
    sense: highs.constants.objectiveSense.maximize,
    offset: anyway,
    colCost: worth,
    colLower: lower,
    colUpper: upper,
    rowLower: rows.map(({ least }) => least),
    rowUpper: rows.map(({ most }) => most),
    matrix: { format: 'csr', numRows: rows.length, numCols: worth.length, starts, indices, values },
    integrality: whole.map((one) => (one ? 1 : 0)),
  })
  try {
    model.options.set('output_flag', false)
    model.options.set('time_limit', timeLimitSec)
    model.options.set('mip_rel_gap', gap)
    model.options.set('mip_heuristic_run_feasibility_jump', !isQuick)
    let best: ArrayLike<number> | undefined
    let known = Infinity
    const { callbackType, modelStatus } = highs.constants
    const { modelStatus: status } = model.run({
      [callbackType.mipImprovingSolution]({ data }) {
        if (!data.mip_solution) return
        best = data.mip_solution
        onBetter?.({ values: data.mip_solution, bound: data.mip_dual_bound ?? Infinity })
      },
      [callbackType.mipInterrupt]({ data: { mip_dual_bound: bound = Infinity } }) {
        if (bound >= known) return
        known = bound
        onBetter?.({ values: undefined, bound })
      },
    })
    if (status === modelStatus.infeasible) return { values: undefined, bound: -Infinity, infeasible: true }
    return {
      values: status === modelStatus.optimal ? model.getSolution().colValue : best,
      bound: Number(model.info.get('mip_dual_bound')),
    }
  } finally {
    model.dispose()
  }
}

/** What arranging the last answer and making it fit takes, and what of the time is left for solving all the same. */
const FITTING_SEC = 1.8
const LEAST_SHARE = 0.6
const WALK_SEC = 1.2
/** With a smaller share of the time left, nothing is asked any more: arranging the answer would be late. */
const LEAST_LEFT = 0.1
/** With less than this left the class is asked for once more only. */
const SPARE_SEC = 3

/** How long a question may take, of the seconds left, and what it may miss of its own best. */
const QUESTIONS: Record<
  Asked['about'],
  { limit: (left: number, isUrgent: boolean) => number; gap?: number; isQuick?: boolean }
> = {
  // Soon something that can be used; the rest of the time is for what is better.
  'a first class': { limit: (left) => left * 0.4, gap: 0.08, isQuick: true },
  'the class': { limit: (left) => left * 0.66 },
  'the class again': { limit: (left, isUrgent) => left * (isUrgent || left < SPARE_SEC ? 1 : 0.55) },
  // Solved when not one item more can have its place.
  dealing: { limit: (left) => Math.min(2, left * 0.5), gap: 0.005 },
  'a quick class': { limit: (left) => left * 0.8, gap: 0.03, isQuick: true },
  // Beyond the time there was, and far beyond it where there is none.
  'any class': { limit: (_, isUrgent) => (isUrgent ? 120 : 10), gap: 0.1 },
}

/**
 * Drafts a class from beginning to end. On a machine on which there is no class when the time is up, or none that is good for anything, it
 * goes on until there is one.
 *
 * @param now seconds of a clock that goes on evenly
 * @param onBetter told of every better draft on the way; working one out takes about a fifth of a second
 */
export function solveAll(
  highs: Highs,
  request: DraftRequest,
  club: ClubFacts,
  now: () => number,
  onBetter?: (draft: () => Draft | undefined) => void,
): Draft | undefined {
  const began = now()
  const usual = goodEnough(request.groups.length, request.lengthMin)
  const solvingSec = Math.max(request.timeLimitSec * LEAST_SHARE, request.timeLimitSec - FITTING_SEC)
  const hasTime = () => now() - began < request.timeLimitSec - WALK_SEC
  const drafting = draftClass(request, club, { hasTime, onBetter })
  let step = drafting.next()
  while (!step.done) {
    const { programme, draftOf, about, isUrgent = false } = step.value
    const left = solvingSec - (now() - began)
    const { limit, gap = usual, isQuick = false } = QUESTIONS[about]
    const limits = { timeLimitSec: limit(left, isUrgent), gap, isQuick }
    step = drafting.next(
      about === 'any class' || left > request.timeLimitSec * LEAST_LEFT
        ? solveProgramme(highs, programme, limits, (answer) => onBetter?.(() => draftOf(answer)))
        : { values: undefined, bound: Infinity },
    )
  }
  return step.value
}
