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
}

/** A large class is as good as done a little sooner. */
const LARGE = 600

/** What may be missing of the bound when the search for a class of so many groups and minutes ends. */
export const goodEnough = (groups: number, lengthMin: number): number =>
  groups * lengthMin > LARGE ? 0.025 : 0.01

/**
 * @param onBetter told of every better answer that is found on the way
 * @returns the best values and the bound; no values where there are none, or none were found in time
 */
export function solveProgramme(
  highs: Highs,
  programme: Programme,
  { timeLimitSec, gap }: SolveLimits,
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
    let best: ArrayLike<number> | undefined
    const { callbackType, modelStatus } = highs.constants
    const { modelStatus: status } = model.run({
      [callbackType.mipImprovingSolution]({ data }) {
        if (!data.mip_solution) return
        best = data.mip_solution
        onBetter?.({ values: data.mip_solution, bound: data.mip_dual_bound ?? Infinity })
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

/** Of the time there is, what the first search may take: the rest is for what the checks find. */
const FIRST_SHARE = 0.66
/** What arranging the last answer and making it fit takes, and what of the time is left for solving all the same. */
const FITTING_SEC = 1.8
const LEAST_SHARE = 0.6
/** With a smaller share of the time left, nothing is asked any more: arranging the answer would be late. */
const LEAST_LEFT = 0.1
/** What asking again may take of what is left. */
const AGAIN_SHARE = 0.55
/** With less than this left it is asked once more only. */
const SPARE_SEC = 3
/** What a question without the hall may take of what is left: its answer is made to fit in any case. */
const WITHOUT_HALL_SHARE = 0.8
/** What dealing out the boards of a length may take, of what is left and at most; it is solved when not one item more can have its place. */
const DEALING_SHARE = 0.3
const DEALING_SEC = 2
const DEALING_GAP = 0.005

/**
 * Drafts a class from beginning to end.
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
  const gap = goodEnough(request.groups.length, request.lengthMin)
  const solvingSec = Math.max(request.timeLimitSec * LEAST_SHARE, request.timeLimitSec - FITTING_SEC)
  const drafting = draftClass(request, club)
  let step = drafting.next()
  for (let first = true; !step.done; first = false) {
    const { programme, draftOf, about, isUrgent = false } = step.value
    const left = solvingSec - (now() - began)
    const timeLimitSec = secondsFor(about, left, first, isUrgent)
    step = drafting.next(
      first || left > request.timeLimitSec * LEAST_LEFT
        ? solveProgramme(
            highs,
            programme,
            { timeLimitSec, gap: about === 'dealing' ? DEALING_GAP : gap },
            (answer) => onBetter?.(() => draftOf(answer)),
          )
        : { values: undefined, bound: Infinity },
    )
  }
  return step.value
}

function secondsFor(about: Asked['about'], left: number, isFirst: boolean, isUrgent: boolean): number {
  if (about === 'dealing') return Math.min(DEALING_SEC, left * DEALING_SHARE)
  if (about === 'class without hall') return left * WITHOUT_HALL_SHARE
  if (isFirst) return left * FIRST_SHARE
  return left * (isUrgent || left < SPARE_SEC ? 1 : AGAIN_SHARE)
}
