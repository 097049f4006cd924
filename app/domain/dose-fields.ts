import type { Dose, DoseName, DoseStage } from '~~/core/plan/doses'

/** The numeric fields of each kind of dose, in the order an instructor thinks of them. */
export interface DoseField {
  key: string
  label: string
  min: number
  max: number
  step: number
  unit?: string
  keys?: [string, string]
  /** What holds when the field is left out. */
  otherwise?: (dose: Record<string, unknown>) => number
}

const LONGEST = 3600
const seconds = (key: string, label: string, step: number, min = 0): DoseField => ({
  key,
  label,
  min,
  max: LONGEST,
  step,
  unit: 's',
})
const many = (key: string, label: string, keys?: [string, string]): DoseField => ({
  key,
  label,
  min: 1,
  max: 999,
  step: 1,
  keys,
})

const SETS: [string, string] = ['[', ']']
const REPS: [string, string] = ['{', '}']
const setup = seconds('setupSec', 'To show it', 5)
const asRest = (field: DoseField): DoseField => ({ ...field, otherwise: (dose) => Number(dose.restSec) })

export const DOSE_FIELDS: Record<DoseName, DoseField[]> = {
  count: [
    many('sets', 'Sets', SETS),
    many('reps', 'Reps', REPS),
    seconds('tempoSec', 'Each rep', 0.5, 0.1),
    seconds('restSec', 'Rest a set', 5),
    seconds('switchSec', 'Side change', 5),
    seconds('swapSec', 'Role swap', 5),
    setup,
  ],
  own: [
    many('sets', 'Sets', SETS),
    many('reps', 'Reps', REPS),
    seconds('tempoSec', 'Each rep', 0.5, 0.1),
    seconds('restSec', 'Rest a set', 5),
    seconds('switchSec', 'Side change', 5),
    seconds('swapSec', 'Role swap', 5),
    setup,
  ],
  rounds: [
    many('rounds', 'Rounds', SETS),
    seconds('workSec', 'Work', 5, 1),
    seconds('restSec', 'Rest', 5),
    asRest(seconds('switchSec', 'Side change', 5)),
    asRest(seconds('swapSec', 'Role swap', 5)),
    setup,
  ],
  hold: [
    many('sets', 'Holds', SETS),
    seconds('holdSec', 'Hold for', 5, 1),
    seconds('restSec', 'Rest', 5),
    seconds('switchSec', 'Side change', 5),
    setup,
  ],
  form: [seconds('resetSec', 'Reset', 5), setup],
  ladder: [seconds('bridgeSec', 'Bridge', 5), setup],
  routine: [
    many('laps', 'Laps', SETS),
    seconds('gapSec', 'Between', 5),
    seconds('lapRestSec', 'Rest a lap', 5),
    setup,
  ],
  fixed: [seconds('sec', 'Time', 15)],
}

/** How a run of a form is meant to be gone through. */
export const MEANT = [
  { value: undefined, name: 'as it is' },
  { value: 'steps', name: 'step by step' },
  { value: 'slow', name: 'slow' },
  { value: 'flowing', name: 'flowing' },
] as const

export const DOSE_TITLES: Record<DoseName, string> = {
  count: 'On the count',
  own: 'Own pace',
  rounds: 'Timed rounds',
  hold: 'Holds',
  form: 'Form runs',
  ladder: 'Ladder',
  routine: 'Routine',
  fixed: 'Fixed time',
}

/** A dose as the only stage or entry of one made of several; what is made of several keeps them. */
function within(dose: Dose, title: string): DoseStage[] {
  if (dose.kind === 'ladder') return dose.stages
  return dose.kind === 'routine' ? dose.entries : [{ title, dose }]
}

/** A dose of another kind, keeping what the two have in common. */
export function withKind(dose: Dose, kind: DoseName): Dose {
  if (dose.kind === kind) return dose
  const had = dose as unknown as Record<string, number | undefined>
  const setupSec = had.setupSec ?? 30
  const sides = (had.sides ?? 1) as 1 | 2
  const roles = (had.roles ?? 1) as 1 | 2
  const sets = had.sets ?? had.rounds ?? 2
  switch (kind) {
    case 'count':
      return {
        kind,
        sets,
        reps: had.reps ?? 10,
        tempoSec: had.tempoSec ?? 1.5,
        restSec: had.restSec ?? 15,
        sides,
        roles,
        switchSec: 5,
        swapSec: 5,
        alternate: false,
        setupSec,
      }
    case 'own':
      return {
        kind,
        sets,
        reps: had.reps ?? 10,
        tempoSec: had.tempoSec ?? 1.5,
        restSec: had.restSec ?? 10,
        sides,
        roles,
        switchSec: 5,
        swapSec: 5,
        alternate: false,
        setupSec,
      }
    case 'rounds':
      return { kind, rounds: sets, workSec: 60, restSec: 30, sides, roles, setupSec }
    case 'hold':
      return { kind, sets, holdSec: 30, restSec: 10, sides, switchSec: 5, setupSec }
    case 'form':
      return {
        kind,
        sections: [{ id: 'section-1', sec: 30 }],
        runs: [{ from: 1, to: 1, times: 3, tempo: 1 }],
        resetSec: 5,
        setupSec,
      }
    case 'ladder':
      return {
        kind,
        stages: within(dose, 'Held right'),
        bridgeSec: 15,
        setupSec,
      }
    case 'routine':
      return { kind, entries: within(dose, 'First exercise'), gapSec: 0, laps: 1, lapRestSec: 0, setupSec }
    case 'fixed':
      return { kind, sec: 120 }
  }
}
