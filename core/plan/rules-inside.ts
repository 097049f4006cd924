import { fault, type Fault } from '../kernel/faults'
import { PHASE_NAMES, PHASES, type Phase } from './phases'
import {
  blocksOf,
  dosesIn,
  dosesOf,
  fieldsOf,
  listOf,
  modeOf,
  MODES_WITH_TRACKS,
  stagesIn,
  type Block,
  type Fields,
  type Path,
} from './raw-plan'

/** What doses and places ask of where they stand: trading, sides in sets, what comes after a turn, answers, parts and links. */

/** What a group may do by itself after its turn. */
export const FOLLOWS_A_TURN: unknown[] = ['count', 'own', 'rounds', 'hold']

/** After one's turn comes what can be done by oneself, and only where there are turns. */
function afterTurns(plan: Fields): Fault[] {
  return blocksOf(plan).flatMap(({ fields, path }) =>
    listOf(fields.tracks).flatMap((track, t) => {
      const { then } = fieldsOf(track)
      if (then === undefined) return []
      const where = [...path, 'tracks', t, 'then']
      if (modeOf(fields) !== 'turns') return [fault(where, 'belongs to mode turns only')]
      const { kind } = fieldsOf(then)
      return typeof kind === 'string' && !FOLLOWS_A_TURN.includes(kind)
        ? [fault([...where, 'kind'], `must be one of ${FOLLOWS_A_TURN.join(', ')}`)]
        : []
    }),
  )
}

/** Trading, sides in every set, rising rounds and marks stand only in doses that have them. */
function dosesHold(plan: Fields): Fault[] {
  return blocksOf(plan).flatMap((block) =>
    dosesOf(block).flatMap(({ fields, path }) => {
      const faults: Fault[] = []
      const deny = (field: string, why: string) => faults.push(fault([...path, field], why))
      if (fields.exchange !== undefined && fields.roles !== 2) deny('exchange', 'needs two roles to trade')
      if (fields.sidesBy === 'set' && (fields.sides !== 2 || fields.exchange !== undefined))
        deny('sidesBy', 'needs two sides, and partners who do not trade')
      const { roundLayers, rounds = 1 } = fields
      if (Array.isArray(roundLayers) && typeof rounds === 'number' && roundLayers.length !== rounds)
        deny('roundLayers', `must be as many as there are rounds, ${rounds}`)
      if (fields.kind === 'fixed' && fields.marks !== undefined && !isActive(fields, block.fields.phase))
        deny('marks', 'needs a time that is active')
      return faults
    }),
  )
}

const isActive = ({ active }: Fields, phase: unknown): boolean =>
  typeof active === 'boolean'
    ? active
    : (PHASE_NAMES as readonly unknown[]).includes(phase) && PHASES[phase as Phase].active

/** The longest wait between two calls is not shorter than the shortest. */
function callsApart(plan: Fields): Fault[] {
  return blocksOf(plan).flatMap(({ fields, path }) => {
    const [least, most] = listOf(fieldsOf(fields.calls).everySec)
    return typeof least === 'number' && typeof most === 'number' && most < least
      ? [fault([...path, 'calls', 'everySec', 1], `must be at least ${least}`)]
      : []
  })
}

const hasTwoRoles = (dose: Block): boolean =>
  dose.fields.roles === 2 ||
  stagesIn(dose).some(({ fields, path }) =>
    hasTwoRoles({ fields: fieldsOf(fields.dose), path: [...path, 'dose'] }),
  )

/** What links ask of where they stand: an item, no parts beside them, and a second role for what the other does. */
function linkFaults({ fields, path }: Block, doses: readonly Block[], technique: boolean): Fault[] {
  if (fields.links === undefined) return []
  const where = [...path, 'links']
  const both = doses.length === 0 || doses.some(hasTwoRoles)
  return [
    ...(fields.parts !== undefined
      ? [fault(where, 'stand instead of parts: a place has one or the other')]
      : []),
    ...(technique ? [] : [fault(where, 'needs an item that is worked here')]),
    ...listOf(fields.links).flatMap((link, l) => {
      const { by, technique: item, oneOf } = fieldsOf(link)
      return [
        ...((by === 'B' || by === 'both') && !both
          ? [fault([...where, l, 'by'], 'needs a dose with two roles in it')]
          : []),
        ...(item !== undefined && oneOf !== undefined
          ? [fault([...where, l, 'oneOf'], 'stands instead of one technique')]
          : []),
      ]
    }),
  ]
}

/** What a place says of the other role and of what a rep is made of, under the doses that are worked there. */
function placeFaults(place: Block, doses: readonly Block[], technique: boolean): Fault[] {
  const { fields, path } = place
  const faults: Fault[] = linkFaults(place, doses, technique)
  const stages = doses.flatMap(stagesIn)
  const worked = technique || stages.some((stage) => stage.fields.technique !== undefined)
  if (fields.receives !== undefined) {
    const where = [...path, 'receives']
    if (!worked) faults.push(fault(where, 'needs an item that is worked here'))
    else if (doses.length && !doses.some(hasTwoRoles))
      faults.push(fault(where, 'needs a dose with two roles in it'))
  }
  if (fields.parts !== undefined && !technique)
    faults.push(fault([...path, 'parts'], 'needs an item that is worked here'))
  return faults
}

/** The places of a dose: its stages or entries, each of which works its own item or that of what it stands in. */
function stagePlaces(doses: readonly Block[], technique: boolean): Fault[] {
  return doses
    .flatMap(stagesIn)
    .flatMap((stage) => placeFaults(stage, dosesIn(stage), technique || stage.fields.technique !== undefined))
}

/** The other role's item and the parts of a rep stand only where something is worked that has them. */
function placesHold(plan: Fields): Fault[] {
  return blocksOf(plan).flatMap((block) => {
    const mode = modeOf(block.fields)
    const own = dosesIn(block)
    const technique = block.fields.technique !== undefined
    if (mode === 'together') return [...placeFaults(block, own, technique), ...stagePlaces(own, technique)]
    if (!MODES_WITH_TRACKS.includes(mode)) return []
    const tracks = listOf(block.fields.tracks).flatMap((raw, t) => {
      const track = { fields: fieldsOf(raw), path: [...block.path, 'tracks', t] }
      const doses = dosesIn(track)
      const under = doses.length ? doses : mode === 'turns' ? [] : own
      return [...placeFaults(track, under, true), ...stagePlaces(doses, true)]
    })
    return mode === 'turns' ? tracks : [...stagePlaces(own, true), ...tracks]
  })
}

/** Whether links hold where a dose is worked, by what stands above it. */
interface Above {
  technique: unknown
  links: boolean
}

/** The counts at or under a dose, each with whether links hold there. */
function countsUnder(dose: Block, above: Above): { dose: Block; links: boolean }[] {
  const stages = stagesIn(dose)
  if (stages.length === 0) return [{ dose, links: above.links }]
  return stages.flatMap((stage) => {
    const { technique = above.technique, links, parts } = stage.fields
    const own = parts === undefined && technique === above.technique && above.links
    return dosesIn(stage).flatMap((within) =>
      countsUnder(within, { technique, links: links !== undefined || own }),
    )
  })
}

/** Links are called backwards only where some are called. */
function reversedLinks(plan: Fields): Fault[] {
  return blocksOf(plan).flatMap((block) => {
    const mode = modeOf(block.fields)
    const aboveOf = ({ technique, links }: Fields): Above => ({ technique, links: links !== undefined })
    const tracks = listOf(block.fields.tracks).map((raw, t) => ({
      fields: fieldsOf(raw),
      path: [...block.path, 'tracks', t],
    }))
    // On one count the links of a track are nobody's call; those of a stage are.
    const ofBlock: Above[] =
      mode === 'together'
        ? [aboveOf(block.fields)]
        : mode === 'layers'
          ? tracks.filter(({ fields }) => fields.dose === undefined).map(({ fields }) => aboveOf(fields))
          : [{ technique: undefined, links: false }]
    const found = [
      ...dosesIn(block).flatMap((dose) => ofBlock.flatMap((above) => countsUnder(dose, above))),
      ...tracks.flatMap((track) =>
        dosesIn(track).flatMap((dose) => countsUnder(dose, aboveOf(track.fields))),
      ),
    ]
    const holds = new Map<string, { path: Path; links: boolean }>()
    for (const { dose, links } of found) {
      if (dose.fields.reversed !== true) continue
      const key = dose.path.join('.')
      holds.set(key, { path: dose.path, links: links || (holds.get(key)?.links ?? false) })
    }
    return [...holds.values()]
      .filter(({ links }) => !links)
      .map(({ path }) => fault([...path, 'reversed'], 'needs links that are called here'))
  })
}

export const INSIDE_RULES = [dosesHold, afterTurns, callsApart, placesHold, reversedLinks]
