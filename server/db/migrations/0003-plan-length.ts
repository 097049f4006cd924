/**
 * How long a plan of that day was: what 0003 writes into the list of versions. It reads stored documents as they are and stays as it is, whatever
 * plans can say later. What it does not know is 0 long.
 */

type Fields = Record<string, unknown>
const fields = (value: unknown): Fields =>
  typeof value === 'object' && value !== null ? (value as Fields) : {}
const list = (value: unknown): Fields[] => (Array.isArray(value) ? value.map(fields) : [])
const number = (value: unknown, otherwise = 0) => (typeof value === 'number' ? value : otherwise)

/** Seconds of work in one turn, and what lies between turns. */
function turns(dose: Fields, turnSec: number, gapSec: number): number {
  const sides = number(dose.sides, 1)
  const roles = number(dose.roles, 1)
  const [swap, change] = [number(dose.swapSec, gapSec), number(dose.switchSec, gapSec)]
  return number(dose.setupSec) + sides * roles * turnSec + sides * (roles - 1) * swap + (sides - 1) * change
}

function doseSec(value: unknown, pace: number): number {
  const dose = fields(value)
  const sets = number(dose.sets, 1)
  const setup = number(dose.setupSec)
  switch (dose.kind) {
    case 'count':
      return turns(
        dose,
        sets * number(dose.reps) * number(dose.tempoSec, 1.5) + (sets - 1) * number(dose.restSec),
        5,
      )
    case 'own': {
      const rep = number(dose.tempoSec, 1.5) * pace
      const whole = turns(dose, sets * number(dose.reps) * rep + (sets - 1) * number(dose.restSec), 5)
      return Math.min(whole, number(dose.capSec, Infinity))
    }
    case 'rounds': {
      const [rounds, rest] = [number(dose.rounds, 1), number(dose.restSec, 30)]
      return turns(dose, rounds * number(dose.workSec) + (rounds - 1) * rest, rest)
    }
    case 'hold':
      return turns(dose, sets * number(dose.holdSec) + (sets - 1) * number(dose.restSec, 10), 5)
    case 'form': {
      const runs = list(dose.runs)
      const times = runs.reduce((sum, run) => sum + number(run.times, 1), 0)
      const sections = list(dose.sections)
      const ran = runs.reduce((sum, run) => {
        const some = sections.slice(number(run.from, 1) - 1, number(run.to))
        return (
          sum +
          number(run.times, 1) * number(run.tempo, 1) * some.reduce((sec, one) => sec + number(one.sec), 0)
        )
      }, 0)
      return setup + ran + (times - 1) * number(dose.resetSec, 5)
    }
    case 'ladder': {
      const stages = list(dose.stages)
      const worked = stages.reduce((sum, stage) => sum + doseSec(stage.dose, pace), 0)
      return setup + worked + (stages.length - 1) * number(dose.bridgeSec, 15)
    }
    case 'fixed':
      return number(dose.sec)
    default:
      return 0
  }
}

function blockSec(block: Fields, groups: Fields[]): number {
  const paceOf = (ids?: unknown) =>
    Math.max(
      ...groups
        .filter(({ id }) => !Array.isArray(ids) || ids.includes(id))
        .map(({ pace }) => number(pace, 1)),
      0,
    ) || 1
  const tracks = list(block.tracks)
  const lengths = tracks.map((track) => doseSec(track.dose ?? block.dose, paceOf(track.groups)))
  switch (block.mode) {
    case 'layers':
      return Math.max(0, ...lengths)
    case 'turns':
      return lengths.reduce((sum, sec) => sum + sec, 0) + (tracks.length - 1) * number(block.handoverSec, 10)
    case 'stations': {
      const rotations = number(block.laps, 1) * list(block.stations).length
      return (
        number(block.setupSec) +
        rotations * number(block.workSec) +
        (rotations - 1) * number(block.moveSec, 15)
      )
    }
    default:
      return doseSec(block.dose, paceOf())
  }
}

/** Milliseconds from the first bow to the last, 0 where the document is none. */
export function planLengthMs(document: unknown): number {
  const plan = fields(document)
  const blocks = list(plan.blocks)
  const worked = blocks.reduce((sum, block) => sum + blockSec(block, list(plan.groups)), 0)
  const ms = Math.round((worked + Math.max(0, blocks.length - 1) * number(plan.transitionSec, 10)) * 1000)
  return Number.isFinite(ms) && ms > 0 ? ms : 0
}

/** The items a plan speaks of: every `technique` in it, wherever it stands. */
export function itemsIn(document: unknown, found = new Set<string>()): Set<string> {
  if (Array.isArray(document)) for (const entry of document) itemsIn(entry, found)
  else if (typeof document === 'object' && document !== null)
    for (const [name, value] of Object.entries(document)) {
      if (name === 'technique' && typeof value === 'string') found.add(value)
      else itemsIn(value, found)
    }
  return found
}
