import type { SolverAnswer } from '~~/core/checks/cover'
import type { SolveTold } from '~/workers/solve'

const GIVES_UP_AFTER_MS = 20_000

/** Solves a model in a worker of its own. Ends the worker when it is done, stopped, or too long at it. */
export function useSolver() {
  let worker: Worker | undefined
  const busy = ref(false)

  function stop() {
    worker?.terminate()
    worker = undefined
    busy.value = false
  }

  /** @throws when the solver fails or does not finish in twenty seconds */
  async function solve(model: string): Promise<SolverAnswer> {
    stop()
    busy.value = true
    const mine = (worker = new Worker(new URL('../workers/solve.ts', import.meta.url), { type: 'module' }))
    try {
      return await new Promise<SolverAnswer>((resolve, reject) => {
        const late = setTimeout(() => reject(new Error('It took too long.')), GIVES_UP_AFTER_MS)
        mine.onmessage = ({ data }: MessageEvent<SolveTold>) => {
          clearTimeout(late)
          if ('wrong' in data) reject(new Error(data.wrong))
          else resolve(data.answer)
        }
        mine.onerror = (event) => {
          clearTimeout(late)
          reject(new Error(event.message || 'The solver did not start.'))
        }
        mine.postMessage(model)
      })
    } finally {
      if (worker === mine) stop()
    }
  }

  onScopeDispose(stop)
  return { solve, stop, busy }
}
