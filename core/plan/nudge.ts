import { withRounds, type Dose } from './doses'

/** Small whole steps by which an instructor changes a dose. */

const clamp = (n: number) => Math.max(1, Math.min(999, n))

/** One set or round fewer or more; a fixed time by a quarter of a minute. The same dose when it has none. */
export function nudgeSets(dose: Dose, by: number): Dose {
  switch (dose.kind) {
    case 'count':
    case 'own':
    case 'hold':
      return { ...dose, sets: clamp(dose.sets + by) }
    case 'rounds':
      return withRounds(dose, clamp(dose.rounds + by))
    case 'fixed':
      return { ...dose, sec: Math.max(15, dose.sec + 15 * by) }
    case 'form':
      return {
        ...dose,
        runs: dose.runs.map((run, r) =>
          r === dose.runs.length - 1 ? { ...run, times: clamp(run.times + by) } : run,
        ),
      }
    case 'routine':
      return { ...dose, laps: clamp(dose.laps + by) }
    case 'ladder':
      return dose
  }
}

/** One rep fewer or more. */
export function nudgeReps(dose: Dose, by: number): Dose {
  return dose.kind === 'count' || dose.kind === 'own' ? { ...dose, reps: clamp(dose.reps + by) } : dose
}

/** Makes a drill one of two roles, or one again. */
export function togglePartner(dose: Dose): Dose {
  return dose.kind === 'count' || dose.kind === 'own' || dose.kind === 'rounds'
    ? { ...dose, roles: dose.roles === 2 ? 1 : 2 }
    : dose
}
