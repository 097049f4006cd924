import type { Plan } from '../plan/schema'
import type { CoverProblem } from './cover'
import type { Ground } from './ground'

/** How grave a finding is: *stop* hurts someone or cannot be run, *warn*, *hint*. */
export type Severity = 'stop' | 'warn' | 'hint'

/** Something an instructor would want to be told about a plan. */
export interface Finding {
  code: string
  severity: Severity
  /** One sentence an instructor would say. */
  says: string
  /** The figures behind it. */
  figures: string
  blocks: string[]
  groups: string[]
}

/** A change that would mend a finding: the plan as it would be, to be looked at before it is taken. */
export interface Fix {
  /** What the button says: `Water after Kicks`. */
  does: string
  /** What changed, in a sentence, once it is done. */
  says: string
  plan: Plan
}

/** A fix that a solver has to work out first; `cover.ts` reads its answer. */
export interface SolvedFix {
  does: string
  cover: CoverProblem
}

/** One check: a new one is a file with this shape and a line in the registry. */
export interface Check {
  /** Its stable code, as `docs/checks.md` lists it. */
  code: string
  find(ground: Ground): Finding[]
  /** The change that mends one of its findings; nothing where none is known. */
  fix?(finding: Finding, ground: Ground): Fix | SolvedFix | undefined
}

/** Findings of one check, written short: its code and severity are filled in. */
export function telling(code: string, severity: Severity) {
  return (
    says: string,
    figures: string,
    about: { blocks?: string[]; groups?: string[]; severity?: Severity } = {},
  ): Finding => ({
    code,
    severity: about.severity ?? severity,
    says,
    figures,
    blocks: about.blocks ?? [],
    groups: about.groups ?? [],
  })
}
