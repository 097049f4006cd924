import type { Plan } from '../plan/schema'
import type { Timeline } from '../plan/timeline'

/** How grave a finding is: *stop* hurts someone or cannot be run, *warn*, *hint*. */
export type Severity = 'stop' | 'warn' | 'hint'

/** Something an instructor would want to be told about a plan (page 3). */
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

/** One check: a new one is a file with this shape and a line in the registry. */
export type Check = (plan: Plan, timeline: Timeline) => Finding[]
