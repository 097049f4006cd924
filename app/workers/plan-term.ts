import load from 'highs'
import wasm from 'highs/runtime?url'
import type { Placed } from '~~/core/term/placed'
import { remediesFor, type Changes, type Remedies } from '~~/core/term/remedies'
import { planTerm, PROMPT, type TermFile, type TermPlan } from '~~/core/term/term'

/** Spreads a term off the page's thread, and looks for what would mend it. */
export interface TermAsked {
  /** Told again with the answer. */
  n: number
  term: TermFile
  placed: readonly Placed[]
  /** What would mend this group is looked for, rather than the plan. */
  mend?: { group: string; changes: Changes }
}
export type TermTold = { n: number } & ({ plan: TermPlan } | { remedies: Remedies } | { wrong: string })

const tell = (told: TermTold) => self.postMessage(told)
const now = () => performance.now() / 1000
const solver = load({ locateFile: () => wasm })

self.onmessage = async ({ data: { n, term, placed, mend } }: MessageEvent<TermAsked>) => {
  try {
    const highs = await solver
    if (mend) tell({ n, remedies: remediesFor(highs, term, mend.group, mend.changes, now, placed) })
    else tell({ n, plan: planTerm(highs, term, { ...PROMPT, now }, placed) })
  } catch (error) {
    tell({ n, wrong: error instanceof Error ? error.message : String(error) })
  }
}
