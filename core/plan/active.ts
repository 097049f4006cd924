import { stagesOf, withStages, type Dose, type PlainDose } from './doses'
import { changeDoses } from './edit-doses'
import { PHASES, type Phase } from './phases'
import type { Block } from './schema'

/**
 * Whether plain time is work. A file that does not say goes by the phase (work in warm-up, conditioning and games); every board that is made here
 * says so itself, so that a timed cool-down or shadow work is not taken for a talk.
 */

/** Phases in which time without anything counted is spent listening, standing or drinking. */
const NOT_WORKED: ReadonlySet<Phase> = new Set(['opening', 'talk', 'water', 'closing'])

const isUnsaid = (dose: Dose): boolean =>
  dose.kind === 'fixed' ? dose.active === undefined : stagesOf(dose).some((stage) => isUnsaid(stage.dose))

/** Whether a board has plain time of which nobody said whether it is work, in a phase where that matters. */
export function leavesActiveOpen({ phase, dose, tracks = [] }: Block | Omit<Block, 'id'>): boolean {
  if (NOT_WORKED.has(phase) || PHASES[phase].active) return false
  return [dose, ...tracks.map((track) => track.dose)].some((one) => one !== undefined && isUnsaid(one))
}

function said(dose: Dose, active: boolean): Dose {
  if (dose.kind === 'fixed') return dose.active === undefined ? { ...dose, active } : dose
  return isUnsaid(dose)
    ? withStages(dose, (stage) => ({ ...stage, dose: said(stage.dose, active) as PlainDose }))
    : dose
}

/** The board with its plain time said to be work, or not, wherever it is not said; in phases where nobody works it stays as it is. */
export function sayActive<B extends Block | Omit<Block, 'id'>>(block: B, active = true): B {
  if (NOT_WORKED.has(block.phase)) return block
  return changeDoses(block, (dose) => said(dose, active))
}
