import { stagesOf, withRounds, withStages, type Dose, type PlainDose } from './doses'
import { linksAt, type Place } from './places'

/** Where a dose is worked. */
interface Above {
  /** The places that work it: a block, or the tracks that share it. */
  places: readonly Place[]
  /** Plain time counts as work there unless it says otherwise. */
  active: boolean
}

/** Taken out where they say nothing any more. */
type Odd = 'exchange' | 'sidesBy' | 'side' | 'reversed' | 'marks'

function without(dose: Dose, fields: readonly Odd[]): Dose {
  const gone = fields.filter((field) => field in dose)
  if (gone.length === 0) return dose
  const next = { ...dose }
  for (const field of gone) Reflect.deleteProperty(next, field)
  return next
}

function settledAlone(dose: Dose, hasLinks: boolean, active: boolean): Dose {
  const odd: Odd[] = []
  const trades = 'exchange' in dose && dose.exchange !== undefined
  if (trades && dose.roles !== 2) odd.push('exchange')
  if ('sidesBy' in dose && dose.sidesBy === 'set' && (dose.sides !== 2 || trades)) odd.push('sidesBy')
  if ('side' in dose && dose.side && (dose.sides === 2 || ('alternate' in dose && dose.alternate)))
    odd.push('side')
  if ('reversed' in dose && dose.reversed && !hasLinks) odd.push('reversed')
  if (dose.kind === 'fixed' && dose.marks && !(dose.active ?? active)) odd.push('marks')
  const next = without(dose, odd)
  const isUneven = next.kind === 'rounds' && (next.roundLayers?.length ?? next.rounds) !== next.rounds
  return isUneven ? withRounds(next, next.rounds) : next
}

/**
 * A dose without what its own fields cannot say any more: trading without a second role, sides in every set of one side, links backwards where none
 * are called, marks of a time that is talk; rounds have as many layers as there are of them. The same dose where all of it holds.
 */
export function settleDose(dose: Dose, { places, active }: Above): Dose {
  const stages = stagesOf(dose)
  if (stages.length === 0)
    return settledAlone(
      dose,
      places.some((place) => linksAt(place)),
      active,
    )
  const settled = stages.map((stage) =>
    settledAlone(
      stage.dose,
      (places.length ? places : [{}]).some((place) => linksAt(place, stage)),
      active,
    ),
  )
  if (settled.every((one, s) => one === stages[s]?.dose)) return dose
  return withStages(dose, (stage, s) => ({ ...stage, dose: settled[s] as PlainDose }))
}
