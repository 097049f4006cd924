import { z } from 'zod'
import { count, countSchema } from './count'
import type { DoseKind, DoseSetting } from './dose'
import { fixed, fixedSchema } from './fixed'
import { form, formSchema } from './form'
import { hold, holdSchema } from './hold'
import { ladderOf, ladderSchemaOf } from './ladder'
import { own, ownSchema } from './own'
import { rounds, roundsSchema } from './rounds'
import { routineOf, routineSchemaOf } from './routine'

/** The registry: what a stage or an entry may hold, each kind once with its schema. */
const plainKinds = { count, own, rounds, hold, form, fixed }
const plainSchemas = [countSchema, ownSchema, roundsSchema, holdSchema, formSchema, fixedSchema] as const

const KINDS = ['count', 'own', 'rounds', 'hold', 'form', 'ladder', 'routine', 'fixed'] as const
/** Doses made of others: none of them holds another. */
const COMPOSED = ['ladder', 'routine'] as const
type Composed = (typeof COMPOSED)[number]
export const isComposed = (kind: string): kind is Composed => COMPOSED.some((one) => one === kind)
const kindWanted = (kinds: readonly string[]) => (issue: { code?: string; input?: unknown }) =>
  issue.code === 'invalid_union'
    ? `must be one of ${kinds.join(', ')}`
    : issue.input === undefined
      ? 'is missing: it must be a dose'
      : 'must be a dose'

export const plainDoseSchema = z.discriminatedUnion('kind', plainSchemas, {
  error: kindWanted(KINDS.filter((kind) => !isComposed(kind))),
})
export type PlainDose = z.infer<typeof plainDoseSchema>

export const ladderSchema = ladderSchemaOf(plainDoseSchema)
export type LadderDose = z.infer<typeof ladderSchema>
export const routineSchema = routineSchemaOf(plainDoseSchema)
export type RoutineDose = z.infer<typeof routineSchema>

export const doseSchema = z.discriminatedUnion('kind', [...plainSchemas, ladderSchema, routineSchema], {
  error: kindWanted(KINDS),
})
export type Dose = z.infer<typeof doseSchema>
export type DoseName = Dose['kind']
export const DOSE_NAMES: readonly DoseName[] = KINDS

const plainKind = (dose: PlainDose) => plainKinds[dose.kind] as DoseKind<PlainDose>
const kinds = { ...plainKinds, ladder: ladderOf(plainKind), routine: routineOf(plainKind) }

export { withRounds } from './rounds'

/** A stage of a ladder or an entry of a routine. */
export type DoseStage = LadderDose['stages'][number]

/** The stages of a ladder, the entries of a routine; none of any other dose. */
export function stagesOf(dose: Dose | undefined): readonly DoseStage[] {
  return dose?.kind === 'ladder' ? dose.stages : dose?.kind === 'routine' ? dose.entries : []
}

/** The dose with its stages or entries changed one by one; one that has none as it is. */
export function withStages(dose: Dose, change: (stage: DoseStage, index: number) => DoseStage): Dose {
  if (dose.kind === 'ladder') return { ...dose, stages: dose.stages.map(change) }
  return dose.kind === 'routine' ? { ...dose, entries: dose.entries.map(change) } : dose
}

/** Whether a dose, or anything in it, is worked in two roles. */
export function hasRoles(dose: Dose): boolean {
  return ('roles' in dose && dose.roles === 2) || stagesOf(dose).some((stage) => hasRoles(stage.dose))
}

/** Whether a dose, or anything in it, goes from one side to the other. */
export function hasSides(dose: Dose): boolean {
  const own = ('sides' in dose && dose.sides === 2) || ('alternate' in dose && dose.alternate)
  return own || stagesOf(dose).some((stage) => hasSides(stage.dose))
}

/** The kind that knows a dose. The registry's key settles the dose's type, which TypeScript cannot follow. */
function kindOf(dose: Dose): DoseKind<Dose> {
  return kinds[dose.kind] as DoseKind<Dose>
}

/** The spans of a dose for one group, in order of time from 0. */
export function layDose(dose: Dose, setting: DoseSetting) {
  return kindOf(dose).lay(dose, setting)
}

/** The length of a dose, ms, told without laying it out. */
export function doseLengthMs(dose: Dose, setting: DoseSetting): number {
  return kindOf(dose).lengthMs(dose, setting)
}

/** At most so many calls and stretches a dose comes to. */
export function doseCalls(dose: Dose): number {
  return kindOf(dose).calls(dose)
}

/** What is worked, in a few words; empty for a fixed time. */
export function shortDose(dose: Dose): string {
  return kindOf(dose).short(dose)
}

/** The factors of a dose as the arithmetic sentence begins with them. */
export function doseFactors(dose: Dose): string {
  return kindOf(dose).factors(dose)
}

/** Whether groups of different pace work a dose differently. */
export function isPaced(dose: Dose): boolean {
  return kindOf(dose).paced(dose)
}
