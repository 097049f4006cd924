import type { Highs } from 'highs'
import { toSparse, type Programme, type ProgrammeAnswer } from './programme'

/** Solving a mixed-integer programme with HiGHS, whoever has loaded it: the command, a server or a worker. */

export interface SolveLimits {
  timeLimitSec: number
  /** Good enough: the share of the bound that may be missing. It ends the search sooner than the time, so that the same question has one answer. */
  gap: number
  /** Nothing is looked for by trial: where a question is easy, that takes longer than the answer. */
  isQuick?: boolean
}

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
