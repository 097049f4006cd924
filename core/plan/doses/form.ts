import type { z } from 'zod'
import {
  between,
  list,
  many,
  oneOf,
  positiveSeconds,
  record,
  seconds,
  slug,
  whole,
} from '../../kernel/fields'
import { MOST_LINKS, moveSchema } from '../places'
import { beatTimes } from '../beats'
import { span, type Span, type Step } from '../spans'
import { counted } from '../../kernel/time-text'
import { by, product } from './turns'
import { scaleMs, toMs } from '../../kernel/units'
import type { DoseKind } from './dose'

/** More sections, or more runs of them, than any form has. */
const MOST_SECTIONS = 400

/** A set sequence, section by section. Runs count sections from 1, `from` and `to` inclusive. */
export const formSchema = record({
  kind: oneOf(['form']),
  sections: list(
    record({
      id: slug(),
      sec: positiveSeconds(),
      moves: list(moveSchema, 1, MOST_LINKS).optional(),
    }),
    1,
    MOST_SECTIONS,
  ),
  runs: list(
    record({
      from: whole(1, 999).default(1),
      to: whole(1, 999),
      times: many().default(1),
      tempo: between(0.1, 10).default(1),
      /** How it is meant to be gone through. */
      meant: oneOf(['steps', 'slow', 'flowing']).optional(),
    }),
    1,
    MOST_SECTIONS,
  ),
  resetSec: seconds().default(5),
  setupSec: seconds().default(0),
  by: by(),
})
export type FormDose = z.infer<typeof formSchema>
type Run = FormDose['runs'][number]

/** The sum of the sections run, times the tempo, rounded once to the millisecond. */
function runMs(dose: FormDose, run: Run): number {
  const sections = dose.sections.slice(run.from - 1, run.to)
  return scaleMs(
    sections.reduce((sum, section) => sum + toMs(section.sec), 0),
    run.tempo,
  )
}

/**
 * The moves of a run in order. A section's share of the run begins where those before it end, rounded each time; its moves share that by their
 * beats.
 */
function stepsOf(dose: FormDose, run: Run): Step[] {
  const sections = dose.sections.slice(run.from - 1, run.to)
  let before = 0
  return sections.flatMap(({ id, sec, moves = [] }) => {
    const from = scaleMs(before, run.tempo)
    before += toMs(sec)
    const ms = scaleMs(before, run.tempo) - from
    const ats = beatTimes(moves, ms)
    return moves.map((says, m) => ({ at: from + (ats[m] ?? 0), section: id, move: m + 1, says }))
  })
}

const sectionsOf = ({ from, to }: Run) => (from === to ? `section ${from}` : `sections ${from} to ${to}`)

function numbered(round: number, s: Span): Span {
  s.round = round
  return s
}

export const form: DoseKind<FormDose> = {
  lengthMs(dose) {
    let ms = toMs(dose.setupSec)
    let runs = 0
    for (const run of dose.runs) {
      ms += run.times * runMs(dose, run)
      runs += run.times
    }
    return ms + (runs - 1) * toMs(dose.resetSec)
  },
  short(dose) {
    const runs = dose.runs.reduce((sum, run) => sum + run.times, 0)
    return `${counted(runs, 'run')}, ${counted(dose.sections.length, 'section')}`
  },
  factors: (dose) =>
    dose.runs
      .map(
        (run) =>
          `${product(run.times, sectionsOf(run))}${run.tempo === 1 ? '' : ` at ${Number(run.tempo.toFixed(2))} × its time`}`,
      )
      .join(' + '),
  paced: () => false,
  calls: (dose) => dose.runs.reduce((sum, run) => sum + run.times * (2 + stepsOf(dose, run).length), 0),
  lay(dose) {
    const out: Span[] = []
    const resetMs = toMs(dose.resetSec)
    let at = toMs(dose.setupSec)
    if (at > 0) out.push(span('setup', 0, at))
    let round = 0
    const all = dose.sections.map(({ id }) => id)
    for (const run of dose.runs) {
      const sections = { all, run: all.slice(run.from - 1, run.to) }
      const ms = runMs(dose, run)
      const steps = stepsOf(dose, run)
      for (let n = 0; n < run.times; n++) {
        round++
        if (round > 1) {
          if (resetMs > 0) out.push(numbered(round, span('reset', at, resetMs)))
          at += resetMs
        }
        const work = numbered(round, span('run', at, ms))
        work.begins = true
        work.word = dose.by === 'word'
        work.sections = sections
        work.meant = run.meant
        if (steps.length) work.steps = steps
        out.push(work)
        at += ms
      }
    }
    return out
  },
}
