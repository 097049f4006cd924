import { fault, type Fault } from '../kernel/faults'
import { toMs } from '../kernel/units'
import { doseCalls, doseLengthMs, stagesOf, type Dose } from './doses'
import { callsOfTimed } from './doses/turns'
import { DEFAULT_LAPS, DEFAULT_MOVE_SEC } from './modes/stations'
import type { Place } from './places'
import { blockSchema, type Block } from './schema'

/**
 * What no class needs and no machine should have to lay out: a board of more than 50,000 calls or twelve hours. Counted from the
 * figures of the dose, without laying it out.
 */
export const MOST_CALLS = 50_000
export const MOST_HOURS = 12
const MOST_MS = MOST_HOURS * 3_600_000
/** More boards than a plan may have are told as such, and not looked into. */
export const MOST_BOARDS = 120
/** So many that nobody wants each of their faults told. */
const BEYOND_MEASURE = 4 * MOST_BOARDS

export const isBeyondMeasure = (document: unknown): boolean => {
  const { blocks } = (document ?? {}) as { blocks?: unknown }
  return Array.isArray(blocks) && blocks.length > BEYOND_MEASURE
}

interface Part {
  path: PropertyKey[]
  calls: number
  ms: number
}

/** At most so many links are called in a rep of a dose at some places; 1 where a rep is one call. */
const linksPerRep = (dose: Dose, places: readonly Place[]): number =>
  Math.max(1, ...[...places, ...stagesOf(dose)].map(({ links = [] }) => links.length))

function partOf(dose: Dose, places: readonly Place[], path: PropertyKey[], slowest: number): Part {
  const setting = { firstSide: 'R', pace: slowest, slowest, activePhase: false } as const
  return { path, calls: doseCalls(dose) * linksPerRep(dose, places), ms: doseLengthMs(dose, setting) }
}

function partsOf(block: Block, slowest: number): Part[] {
  if (block.mode === 'stations' && block.stations && block.workSec !== undefined) {
    const rotations = (block.laps ?? DEFAULT_LAPS) * block.stations.length
    const eachMs = toMs(block.workSec) + toMs(block.moveSec ?? DEFAULT_MOVE_SEC)
    return [{ path: ['laps'], calls: rotations * (callsOfTimed(undefined) + 1), ms: rotations * eachMs }]
  }
  const tracks = (block.tracks ?? []).flatMap((track, t) =>
    (['dose', 'then'] as const).flatMap((field) => {
      const dose = track[field]
      return dose ? [partOf(dose, [track], ['tracks', t, field], slowest)] : []
    }),
  )
  return block.dose
    ? [partOf(block.dose, [block, ...(block.tracks ?? [])], ['dose'], slowest), ...tracks]
    : tracks
}

function faultsOfBoard(block: Block, path: PropertyKey[], slowest: number): Fault[] {
  return partsOf(block, slowest).flatMap((part) =>
    part.calls > MOST_CALLS
      ? [
          fault(
            [...path, ...part.path],
            `comes to more than ${MOST_CALLS.toLocaleString('en')} calls, more than any class needs`,
          ),
        ]
      : part.ms > MOST_MS
        ? [fault([...path, ...part.path], `comes to more than ${MOST_HOURS} hours, more than any class has`)]
        : [],
  )
}

/** The pace of the slowest group, as far as the groups can be read. */
function slowestOf(groups: unknown): number {
  const paces = (Array.isArray(groups) ? groups : []).slice(0, MOST_BOARDS).map((group) => {
    const { pace } = (group ?? {}) as { pace?: unknown }
    return typeof pace === 'number' && pace <= 2 ? pace : 1
  })
  return Math.max(1, ...paces)
}

/** The faults of boards beyond all measure. Boards whose fields are at fault are left to the schema. */
export function limitFaults(document: unknown): Fault[] {
  const { blocks, groups } = (document ?? {}) as { blocks?: unknown; groups?: unknown }
  if (!Array.isArray(blocks) || blocks.length > MOST_BOARDS) return []
  const slowest = slowestOf(groups)
  return blocks.flatMap((raw, b) => {
    const read = blockSchema.safeParse(raw)
    return read.success ? faultsOfBoard(read.data, ['blocks', b], slowest) : []
  })
}
