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
  /** Whom it is about, where it is about one student: their id, without one their name. */
  student?: string
  /** What sets it apart from others of its code about the same boards and groups: an item, a piece of kit. */
  about?: string
}

/** An acceptance of a finding, as the plan keeps it. */
export type Accepted = NonNullable<Plan['acknowledged']>[number]

/** What makes a finding the same finding: not its wording, whose figures change. */
export const identityOf = ({
  code,
  blocks,
  groups,
  student,
  about,
}: Omit<Finding, 'severity' | 'says' | 'figures'>) =>
  JSON.stringify([code, blocks, groups, student ?? '', about ?? ''])

/** The acceptance of exactly what a finding shows. */
export function acceptanceOf({ code, blocks, groups, student, about }: Finding, reason: string): Accepted {
  return {
    code,
    reason,
    ...(blocks.length ? { blocks } : {}),
    ...(groups.length ? { groups } : {}),
    ...(student === undefined ? {} : { student }),
    ...(about === undefined ? {} : { about }),
  }
}

/**
 * Whether an acceptance holds for a finding: it names at least the finding's boards and groups, and the same student and subject. One that
 * names nothing but the code (a file's way to say "never mind those") holds for all of them; one that leaves out the groups, for any.
 * What is about one student is never accepted by what does not name them.
 */
export function accepts(entry: Accepted, { code, blocks, groups, student, about }: Finding): boolean {
  if (entry.code !== code) return false
  const { blocks: forBlocks, groups: forGroups, student: forStudent, about: forSubject } = entry
  if (!forBlocks && !forGroups && forStudent === undefined && forSubject === undefined) return true
  return (
    (!forBlocks || blocks.every((id) => forBlocks.includes(id))) &&
    (!forGroups || groups.every((id) => forGroups.includes(id))) &&
    forStudent === student &&
    (forSubject === undefined || forSubject === about)
  )
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
  /**
   * The change that mends one of its findings; nothing where none is known.
   *
   * @param gravesOf names what is grave about a plan, for a fix that must bring nothing of the kind
   */
  fix?(finding: Finding, ground: Ground, gravesOf: (plan: Plan) => Set<string>): Fix | SolvedFix | undefined
}

/** Findings of one check, written short: its code and severity are filled in. */
export function telling(code: string, severity: Severity) {
  return (
    says: string,
    figures: string,
    of: { blocks?: string[]; groups?: string[]; student?: string; about?: string; severity?: Severity } = {},
  ): Finding => ({
    code,
    severity: of.severity ?? severity,
    says,
    figures,
    blocks: of.blocks ?? [],
    groups: of.groups ?? [],
    ...(of.student === undefined ? {} : { student: of.student }),
    ...(of.about === undefined ? {} : { about: of.about }),
  })
}
