import { calledDose } from '~~/core/floor/called'
import type { FloorNow } from '~~/core/floor/now'
import type { Item } from '~~/core/curriculum/item'
import { stagesOf } from '~~/core/plan/doses'
import { workedOf } from '~/domain/doing'

/** What the plan knows of this very moment beside the item: the rung and who does what in it, the focus of the round, the sections of the run. */
export interface NowSays {
  /** `Rung 2 of 4: moving`, with what the partner does in it. */
  rung: string
  /** What the round is about. */
  focus: string
  /** Which sections of the form this run goes through. */
  sections: string
  /** What goes wrong as a rule, and what to say to it. */
  fault: string
}

const NOTHING: NowSays = { rung: '', focus: '', sections: '', fault: '' }

/** The names of the sections that a run goes through; all of them is the whole form. */
function sectionNames(item: Item | undefined, all: readonly string[], run: readonly string[]): string {
  if (run.length === all.length && all.length > 1) return 'The whole form'
  const names = run.map((id) => {
    const at = all.indexOf(id)
    return item?.sections.find(({ name }) => name === id)?.name ?? item?.sections[at]?.name ?? id
  })
  return names.join(', then ')
}

/** @param itemOf the library's item of an id */
export function nowSays(now: FloorNow, itemOf: (id: string) => Item | undefined): NowSays {
  const { called } = now
  if (!called || now.inTransition) return NOTHING
  const { span } = called
  const dose = calledDose(now.placed?.block, called)
  const stages = stagesOf(dose)
  const stage = span.stage === undefined ? undefined : stages[span.stage]
  const worked = now.groups.flatMap((group) => workedOf(group) ?? [])[0]
  const item = worked && itemOf(worked.technique)
  const inner = stage?.dose ?? dose
  const focus = inner?.kind === 'rounds' && span.round ? inner.focus : undefined
  const rung = stage && item?.ladder.find(({ title }) => title === stage.title)
  const fault = item?.faults[0]
  return {
    rung: stage
      ? [
          `${dose?.kind === 'routine' ? 'Exercise' : 'Rung'} ${(span.stage ?? 0) + 1} of ${stages.length}: ${stage.title}`,
          rung ? `${rung.does}; partner: ${rung.partner}` : '',
        ]
          .filter(Boolean)
          .join('. ')
      : '',
    focus: focus?.length ? (focus[((span.round ?? 1) - 1) % focus.length] ?? '') : '',
    sections: span.sections ? sectionNames(item, span.sections.all, span.sections.run) : '',
    fault: fault ? `${fault.fault}: ${fault.correction}` : '',
  }
}
