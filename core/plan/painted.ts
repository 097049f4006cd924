import { doseLengthMs, hasRoles, hasSides, withRounds, withStages, type Dose } from './doses'
import type { DoseSetting } from './doses/dose'
import { withMode } from './edit'
import { settlePlaces, type Made } from './edit-places'
import { paintOnto } from './edit-tracks'
import { firstSideOf } from './modes/mode'
import { PHASES } from './phases'
import type { Block, Plan } from './schema'

/** An item put on one group of a board that others work too: what of the shared dose is not for it. */

type InRoles = Extract<Dose, { kind: 'count' | 'own' | 'rounds' }>
/** The same in one role: nobody is there to trade with. */
function aloneFrom(dose: InRoles): InRoles {
  if (dose.kind !== 'count') return { ...dose, roles: 1 }
  const { exchange: _e, ...rest } = dose
  return { ...rest, roles: 1 }
}

/** The dose in one role, with as many sets or rounds as fit into the time of both. */
function inOneRole(dose: Dose, setting: DoseSetting): Dose {
  if (!hasRoles(dose)) return dose
  if (dose.kind === 'ladder' || dose.kind === 'routine')
    return withStages(dose, ({ receives: _r, ...stage }) => ({
      ...stage,
      dose: inOneRole(stage.dose, setting) as typeof stage.dose,
    }))
  if (dose.kind !== 'count' && dose.kind !== 'own' && dose.kind !== 'rounds') return dose
  const { roleNames: _n, ...alone } = aloneFrom(dose)
  const whole = doseLengthMs(dose, setting)
  const times = (n: number): Dose =>
    alone.kind === 'rounds' ? withRounds(alone, n * alone.rounds) : { ...alone, sets: n * alone.sets }
  const most = alone.kind === 'rounds' ? 2 * alone.rounds : 2 * alone.sets
  const least = most / 2
  for (let n = most; n > least; n--) {
    const longer = times(n / least)
    if (n <= 999 && doseLengthMs(longer, setting) <= whole) return longer
  }
  return alone
}

/**
 * One group of a board in two roles works an item that is done alone: its track has a dose in one role, so that nothing is received. A count that
 * all share is cut into tracks with doses of their own for it; a board in one role stays as it is.
 */
export function aloneBeside(block: Block, plan: Plan, group: string): Block {
  const own = (one: Block) => one.tracks?.find(({ groups }) => groups.includes(group))?.dose ?? one.dose
  const shared = own(block)
  if (!shared || !hasRoles(shared)) return block
  const apart = block.mode === 'oneCount' ? withMode(block, 'layers', plan) : block
  const { pace = 1 } = plan.groups.find(({ id }) => id === group) ?? {}
  const setting: DoseSetting = {
    firstSide: firstSideOf(block, plan),
    pace,
    slowest: pace,
    activePhase: PHASES[block.phase].active,
  }
  const dose = inOneRole(shared, setting)
  return {
    ...apart,
    tracks: apart.tracks?.map((track) => {
      if (!track.groups.includes(group)) return track
      const { receives: _r, ...alone } = track
      return { ...alone, dose }
    }),
  }
}

/** An item as it is put on one group. */
export interface Painted {
  technique: string
  /** 1 unless given. */
  layer?: number | undefined
  made?: Made | undefined
  /** It is done without a partner. */
  solo?: boolean | undefined
  /** It has no right and left. */
  noSides?: boolean | undefined
}

/**
 * Puts an item on one group of a board; the others keep what they have. What is done alone takes one role of a board in two, and the reps of what
 * has no sides go to none, whichever side the others are on.
 */
export function paintItem(
  block: Block,
  plan: Plan,
  group: string,
  { technique, layer = 1, made, solo = false, noSides = false }: Painted,
): Block {
  const painted = paintOnto(block, plan, group, technique, layer, made)
  return settlePlaces(onNoSides(solo ? aloneBeside(painted, plan, group) : painted, group, noSides))
}

/** Says of a group's track that its item has no sides, where its dose has two. */
export function onNoSides(block: Block, group: string, noSides: boolean): Block {
  return {
    ...block,
    tracks: block.tracks?.map((track) => {
      if (!track.groups.includes(group)) return track
      const { noSides: _had, ...rest } = track
      const dose = track.dose ?? block.dose
      return noSides && dose && hasSides(dose) ? { ...rest, noSides: true as const } : rest
    }),
  }
}
