import type { Dose } from './index'

/** What a dose's line in short has no words for; it stays when the line is changed. */

const UNSAID: Partial<Record<Dose['kind'], readonly string[]>> = {
  count: ['reversed', 'finish'],
  own: ['finish'],
  rounds: ['roundLayers', 'marks'],
  hold: ['marks'],
  fixed: ['marks'],
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
  const kept = (UNSAID[before.kind] ?? []).filter((field) => field in before && !(field in read))
  return { ...read, ...Object.fromEntries(kept.map((field) => [field, before[field as keyof Dose]])) } as Dose
}
