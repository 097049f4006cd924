import { fault, type Fault } from '../kernel/faults'
import {
  blocksOf,
  dosesOf,
  fieldsOf,
  isFields,
  listOf,
  modeOf,
  MODES_WITH_TRACKS,
  type Block,
  type Fields,
  type Path,
} from './raw-plan'
import { INSIDE_RULES } from './rules-inside'

/**
 * What the fields of a plan ask of one another. The rules read the raw document, so that they are checked, and told,
 * even when other fields are at fault; where a value has the wrong type they keep silent, since the schema speaks.
 */

const STATION_FIELDS = ['stations', 'teams', 'workSec', 'moveSec', 'laps', 'setupSec']
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
  formRuns,
  ...INSIDE_RULES,
  layersAndLeads,
  acknowledgedNames,
]

/** Every rule's faults over a plan as it was read from a file. */
export function ruleFaults(document: unknown): Fault[] {
  return isFields(document) ? RULES.flatMap((rule) => rule(document)) : []
}
