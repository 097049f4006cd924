import { stagesOf, withStages, type Dose, type DoseStage, type PlainDose } from './index'

/** What a dose's line in short has no words for; it stays when the line is changed. */

const UNSAID: Partial<Record<Dose['kind'], readonly string[]>> = {
  count: ['reversed', 'finish'],
  own: ['finish'],
  rounds: ['roundLayers', 'marks'],
  hold: ['marks'],
  fixed: ['marks'],
}

/** A stage or entry of the same name at the same item keeps its links and what is done instead. */
function keptStage(read: DoseStage, before: DoseStage | undefined): DoseStage {
  if (!before || before.title !== read.title || before.technique !== read.technique) return read
  const { links, instead } = before
  return {
    ...read,
    ...(links && !read.parts ? { links } : {}),
    ...(instead ? { instead } : {}),
    dose: keepUnsaid(before.dose, read.dose) as PlainDose,
  }
}

/** A dose that was read from a line, with what the one that stood there says beside it, where both are of one kind. */
export function keepUnsaid(before: Dose, read: Dose): Dose {
  if (before.kind !== read.kind) return read
  if (before.kind === 'form' && read.kind === 'form')
    return {
      ...read,
      sections: read.sections.map((section, s) => {
        const moves = before.sections[s]?.moves
        return moves ? { ...section, moves } : section
      }),
      runs: read.runs.map((run, r) => {
        const meant = before.runs[r]?.meant
        return meant ? { ...run, meant } : run
      }),
    }
  if (read.kind === 'ladder' || read.kind === 'routine') {
    const stages = stagesOf(before)
    return withStages(read, (stage, s) => keptStage(stage, stages[s]))
  }
  const kept = (UNSAID[before.kind] ?? []).filter((field) => field in before && !(field in read))
  return { ...read, ...Object.fromEntries(kept.map((field) => [field, before[field as keyof Dose]])) } as Dose
}
