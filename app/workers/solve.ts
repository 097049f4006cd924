import load from 'highs'
import wasm from 'highs/runtime?url'
import type { SolverAnswer } from '~~/core/checks/cover'

/** Solves a linear programme in LP format off the page's thread, exactly (HiGHS). */
export type SolveTold = { answer: SolverAnswer } | { wrong: string }

self.onmessage = async ({ data }: MessageEvent<string>) => {
  let told: SolveTold
  try {
    const highs = await load({ locateFile: () => wasm })
    const { Status, Columns } = highs.solve(data)
    const columns = Object.fromEntries(
      Object.entries(Columns).map(([name, column]) => [name, 'Primal' in column ? Number(column.Primal) : 0]),
    )
    told = { answer: { status: Status, columns } }
  } catch (error) {
    told = { wrong: error instanceof Error ? error.message : String(error) }
  }
  self.postMessage(told)
}
