import { fault, type Fault } from '../kernel/faults'
import { PHASE_NAMES, PHASES, type Phase } from './phases'

/**
 * What the fields of a plan ask of one another. The rules read the raw document, so that they are checked, and told,
 * even when other fields are at fault; where a value has the wrong type they keep silent, since the schema speaks.
 */

type Path = readonly PropertyKey[]
type Fields = Record<string, unknown>
interface Block {
  fields: Fields
  path: Path
}

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const fieldsOf = (value: unknown): Fields => (isFields(value) ? value : {})
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : [])
const blocksOf = (plan: Fields): Block[] =>
  listOf(plan.blocks).map((block, i) => ({ fields: fieldsOf(block), path: ['blocks', i] }))
const modeOf = (block: Fields): unknown => block.mode ?? 'together'

const STATION_FIELDS = ['stations', 'teams', 'workSec', 'moveSec', 'laps', 'setupSec']
const MODES_WITH_TRACKS: unknown[] = ['oneCount', 'layers', 'turns']

/** Ids are unique in their list; the later of two is at fault. */
function repeatedIds(items: unknown, path: Path): Fault[] {
  const seen = new Set<unknown>()
  return listOf(items).flatMap((item, i) => {
    const { id } = fieldsOf(item)
    if (typeof id !== 'string') return []
    if (seen.has(id))
      return [fault([...path, i, 'id'], `repeats the id "${id}": ids are unique in their list`)]
    seen.add(id)
    return []
  })
}

function uniqueIds(plan: Fields): Fault[] {
  return [...repeatedIds(plan.groups, ['groups']), ...repeatedIds(plan.blocks, ['blocks'])]
}

/** Tracks name groups of the plan, and a group stands in one track of a block at most. */
function trackGroups(plan: Fields): Fault[] {
  const known = new Set(listOf(plan.groups).map((group) => fieldsOf(group).id))
  return blocksOf(plan).flatMap(({ fields, path }) => {
    const taken = new Set<unknown>()
    return listOf(fields.tracks).flatMap((track, t) =>
      listOf(fieldsOf(track).groups).flatMap((id, g) => {
        if (typeof id !== 'string') return []
        const where = [...path, 'tracks', t, 'groups', g]
        if (!known.has(id)) return [fault(where, `names no group of the plan: "${id}"`)]
        if (taken.has(id)) return [fault(where, `"${id}" already stands in a track of this block`)]
        taken.add(id)
        return []
      }),
    )
  })
}

const MISSING = 'is missing:'

/** What a mode must have. */
function modeNeeds(plan: Fields): Fault[] {
  return blocksOf(plan).flatMap(({ fields, path }) => {
    const mode = modeOf(fields)
    const out: Fault[] = []
    const need = (field: string, wanted: string) => {
      if (fields[field] === undefined) out.push(fault([...path, field], `${MISSING} ${wanted}`))
    }
    if (mode === 'together' || mode === 'oneCount') need('dose', `a block in mode ${mode} has a dose`)
    if (MODES_WITH_TRACKS.includes(mode)) need('tracks', `a block in mode ${String(mode)} has tracks`)
    if (mode === 'stations')
      for (const field of ['stations', 'teams', 'workSec'])
        need(field, `a block in mode stations has ${field}`)
    if (mode === 'turns' || (mode === 'layers' && fields.dose === undefined))
      listOf(fields.tracks).forEach((track, t) => {
        if (isFields(track) && track.dose === undefined)
          out.push(
            fault(
              [...path, 'tracks', t, 'dose'],
              mode === 'turns'
                ? `${MISSING} each track of a block in turns has a dose`
                : `${MISSING} the block has no dose to fall back on`,
            ),
          )
      })
    return out
  })
}

/** What belongs to another mode. */
function modeForbids(plan: Fields): Fault[] {
  return blocksOf(plan).flatMap(({ fields, path }) => {
    const mode = modeOf(fields)
    const out: Fault[] = []
    const deny = (field: string, belongs: string) => {
      if (fields[field] !== undefined) out.push(fault([...path, field], `belongs to mode ${belongs} only`))
    }
    if (mode === 'together' || mode === 'stations') deny('tracks', 'oneCount, layers or turns')
    if (mode === 'together' || MODES_WITH_TRACKS.includes(mode))
      for (const field of STATION_FIELDS) deny(field, 'stations')
    if (mode === 'oneCount')
      listOf(fields.tracks).forEach((track, t) => {
        if (fieldsOf(track).dose !== undefined)
          out.push(fault([...path, 'tracks', t, 'dose'], 'a track on one count has the dose of its block'))
      })
    return out
  })
}

function teamsFit(plan: Fields): Fault[] {
  return blocksOf(plan).flatMap(({ fields, path }) => {
    const stations = listOf(fields.stations).length
    const { teams } = fields
    return modeOf(fields) === 'stations' && stations > 0 && typeof teams === 'number' && teams > stations
      ? [fault([...path, 'teams'], `must be at most the number of stations, ${stations}`)]
      : []
  })
}

/** The stages of a ladder, the entries of a routine. */
function stagesIn({ fields, path }: Block): Block[] {
  const field = fields.kind === 'ladder' ? 'stages' : fields.kind === 'routine' ? 'entries' : undefined
  return field
    ? listOf(fields[field]).map((stage, s) => ({ fields: fieldsOf(stage), path: [...path, field, s] }))
    : []
}

/** Every dose of a block with its path: its own, its tracks', and those of stages and entries. */
function dosesOf({ fields, path }: Block): Block[] {
  const found: Block[] = []
  const add = (dose: unknown, at: Path) => {
    if (!isFields(dose)) return
    found.push({ fields: dose, path: at })
    for (const { fields: stage, path: where } of stagesIn({ fields: dose, path: at }))
      add(stage.dose, [...where, 'dose'])
  }
  add(fields.dose, [...path, 'dose'])
  listOf(fields.tracks).forEach((track, t) => {
    add(fieldsOf(track).dose, [...path, 'tracks', t, 'dose'])
    add(fieldsOf(track).then, [...path, 'tracks', t, 'then'])
  })
  return found
}

const FOLLOWS_A_TURN: unknown[] = ['count', 'own', 'rounds', 'hold']

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

/** Reps that alternate have no second side to switch to. */
function alternateSides(plan: Fields): Fault[] {
  return blocksOf(plan)
    .flatMap(dosesOf)
    .filter(
      ({ fields }) =>
        (fields.kind === 'count' || fields.kind === 'own') && fields.alternate === true && fields.sides === 2,
    )
    .map(({ path }) => fault([...path, 'alternate'], 'needs sides 1: the reps already go from side to side'))
}

/** One side is named where just one is worked, and reps do not go to and fro. */
function oneSideOnly(plan: Fields): Fault[] {
  return blocksOf(plan)
    .flatMap(dosesOf)
    .filter(({ fields }) => fields.side !== undefined && (fields.sides === 2 || fields.alternate === true))
    .map(({ path }) => fault([...path, 'side'], 'needs sides 1 and reps that do not alternate'))
}

/** Runs of a form stay inside its sections. */
function formRuns(plan: Fields): Fault[] {
  return blocksOf(plan)
    .flatMap(dosesOf)
    .filter(({ fields }) => fields.kind === 'form')
    .flatMap(({ fields, path }) => {
      const count = listOf(fields.sections).length
      const faults = repeatedIds(fields.sections, [...path, 'sections'])
      listOf(fields.runs).forEach((run, r) => {
        const { from = 1, to } = fieldsOf(run)
        const where = [...path, 'runs', r]
        if (typeof from === 'number' && count > 0 && from > count)
          faults.push(fault([...where, 'from'], `must be at most the number of sections, ${count}`))
        if (typeof to !== 'number') return
        if (count > 0 && to > count)
          faults.push(fault([...where, 'to'], `must be at most the number of sections, ${count}`))
        else if (typeof from === 'number' && to < from)
          faults.push(fault([...where, 'to'], `must not come before from, ${from}`))
      })
      return faults
    })
}

/** Whoever is ready goes above the layer of all, and teaching notes name groups of the plan. */
function layersAndLeads(plan: Fields): Fault[] {
  const known = new Set(listOf(plan.groups).map((group) => fieldsOf(group).id))
  const above = ({ fields, path }: Block) => {
    const { layer = 1, layerUpTo } = fields
    return typeof layer === 'number' && typeof layerUpTo === 'number' && layerUpTo <= layer
      ? [fault([...path, 'layerUpTo'], `must be above its layer, ${layer}`)]
      : []
  }
  return blocksOf(plan).flatMap(({ fields, path }) => [
    ...above({ fields, path }),
    ...listOf(fields.tracks).flatMap((track, t) =>
      above({ fields: fieldsOf(track), path: [...path, 'tracks', t] }),
    ),
    ...listOf(fieldsOf(fields.teaching).leads).flatMap((lead, l) => {
      const { group } = fieldsOf(lead)
      return typeof group === 'string' && !known.has(group)
        ? [fault([...path, 'teaching', 'leads', l, 'group'], `names no group of the plan: "${group}"`)]
        : []
    }),
  ])
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

/** The doses that stand right in a block, a track or a stage: its own, and what comes after its turn. */
const dosesIn = ({ fields, path }: Block): Block[] =>
  ['dose', 'then'].flatMap((field) => {
    const dose = fields[field]
    return isFields(dose) ? [{ fields: dose, path: [...path, field] }] : []
  })

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

function acknowledgedNames(plan: Fields): Fault[] {
  const blocks = new Set(blocksOf(plan).map(({ fields }) => fields.id))
  const groups = new Set(listOf(plan.groups).map((group) => fieldsOf(group).id))
  const unknown = (ids: unknown, field: string, what: string, known: Set<unknown>, a: number) =>
    listOf(ids).flatMap((id, i) =>
      typeof id === 'string' && !known.has(id)
        ? [fault(['acknowledged', a, field, i], `names no ${what} of the plan: "${id}"`)]
        : [],
    )
  return listOf(plan.acknowledged).flatMap((entry, a) => [
    ...unknown(fieldsOf(entry).blocks, 'blocks', 'block', blocks, a),
    ...unknown(fieldsOf(entry).groups, 'groups', 'group', groups, a),
  ])
}

const RULES = [
  uniqueIds,
  trackGroups,
  modeNeeds,
  modeForbids,
  teamsFit,
  alternateSides,
  oneSideOnly,
  dosesHold,
  afterTurns,
  callsApart,
  formRuns,
  placesHold,
  reversedLinks,
  layersAndLeads,
  acknowledgedNames,
]

/** Every rule's faults over a plan as it was read from a file. */
export function ruleFaults(document: unknown): Fault[] {
  return isFields(document) ? RULES.flatMap((rule) => rule(document)) : []
}
