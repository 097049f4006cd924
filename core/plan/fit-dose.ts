import { stagesOf, withRounds, withStages, type Dose, type PlainDose } from './doses'
import type { Block, Plan, Track } from './schema'
import { layBlock } from './modes'
import { nudgeSets } from './nudge'
import { counted, minutes } from '../kernel/time-text'
import { toSec } from '../kernel/units'

/**
 * Making a block as long as there is time for, as an instructor would: whole sets or rounds go first, then reps, then the
 * explanation. A block is never longer than the time given unless it cannot be shorter.
 */

/** The next smaller dose, or nothing when it is as small as it gets. */
function smaller(dose: Dose): Dose | undefined {
  switch (dose.kind) {
    case 'count':
    case 'own':
      if (dose.sets > 1) return { ...dose, sets: dose.sets - 1 }
      if (dose.reps > 1) return { ...dose, reps: dose.reps - 1 }
      return lessSetup(dose)
    case 'rounds':
      if (dose.rounds > 1) return withRounds(dose, dose.rounds - 1)
      if (dose.workSec > 15) return { ...dose, workSec: Math.max(15, dose.workSec - 5) }
      return lessSetup(dose)
    case 'hold':
      if (dose.sets > 1) return { ...dose, sets: dose.sets - 1 }
      if (dose.holdSec > 10) return { ...dose, holdSec: Math.max(10, dose.holdSec - 5) }
      return lessSetup(dose)
    case 'form': {
      const longest = dose.runs.reduce((most, { times }) => Math.max(most, times), 0)
      if (longest > 1) {
        const at = dose.runs.findLastIndex(({ times }) => times === longest)
        return {
          ...dose,
          runs: dose.runs.map((run, r) => (r === at ? { ...run, times: run.times - 1 } : run)),
        }
      }
      return dose.runs.length > 1 ? { ...dose, runs: dose.runs.slice(0, -1) } : lessSetup(dose)
    }
    case 'routine':
      if (dose.laps > 1) return { ...dose, laps: dose.laps - 1 }
      return smallerInside(dose)
    case 'ladder':
      return smallerInside(dose)
    case 'fixed':
      return dose.sec > 5 ? { ...dose, sec: Math.max(5, dose.sec - 5) } : undefined
  }
}

/** Of the stages or entries, the longest that can still shrink gives first. */
function smallerInside(dose: Extract<Dose, { kind: 'ladder' | 'routine' }>): Dose | undefined {
  const had = stagesOf(dose)
  const stages = had.map((stage) => smaller(stage.dose) as PlainDose | undefined)
  const at = had.reduce(
    (best, { dose: one }, s) => (stages[s] && volume(one) > volume(had[best]?.dose) ? s : best),
    stages.findIndex(Boolean),
  )
  const shrunk = stages[at]
  if (!shrunk) return lessSetup(dose)
  return withStages(dose, (stage, s) => (s === at ? { ...stage, dose: shrunk } : stage))
}

/** A rough size, to choose which stage gives first. */
function volume(dose: Dose | undefined): number {
  if (!dose) return 0
  if (dose.kind === 'count' || dose.kind === 'own') return dose.sets * dose.reps * dose.tempoSec
  if (dose.kind === 'rounds') return dose.rounds * dose.workSec
  if (dose.kind === 'hold') return dose.sets * dose.holdSec
  return dose.kind === 'fixed' ? dose.sec : 0
}

function lessSetup<D extends Exclude<Dose, { kind: 'fixed' }>>(dose: D): D | undefined {
  return dose.setupSec > 0 ? { ...dose, setupSec: Math.max(0, dose.setupSec - 5) } : undefined
}

type Step = (dose: Dose) => Dose | undefined

/** One step on every dose of a block; nothing when no dose can take it. */
function stepBlock(block: Block, step: Step): Block | undefined {
  if (block.mode === 'stations') return undefined
  const dose = block.dose && step(block.dose)
  const tracks = block.tracks?.map((track): Track => {
    const own = track.dose && step(track.dose)
    return own ? { ...track, dose: own } : track
  })
  const changed = dose ?? (tracks?.some((track, t) => track !== block.tracks?.[t]) ? tracks : undefined)
  if (!changed) return undefined
  return { ...block, ...(dose ? { dose } : {}), ...(tracks ? { tracks } : {}) }
}

function smallerStations(block: Block): Block | undefined {
  const laps = block.laps ?? 1
  const work = block.workSec ?? 60
  if (laps > 1) return { ...block, laps: laps - 1 }
  return work > 20 ? { ...block, workSec: Math.max(20, work - 5) } : undefined
}

const smallerBlock = (block: Block): Block | undefined =>
  block.mode === 'stations' ? smallerStations(block) : stepBlock(block, smaller)

/** Of the block's doses, the longer ones first: a layer that ends early has no need to give. */
function smallerWhereLongest(block: Block, plan: Plan): Block | undefined {
  if (block.mode !== 'layers' || !block.tracks) return smallerBlock(block)
  const lengths = block.tracks.map((track) => layBlock({ ...block, tracks: [track] }, plan).ms)
  const most = Math.max(...lengths)
  const longest = new Set(block.tracks.filter((_, t) => lengths[t] === most))
  const shared = block.tracks.some((track) => longest.has(track) && !track.dose)
  const tracks = block.tracks.map((track) => {
    const own = track.dose && longest.has(track) ? smaller(track.dose) : undefined
    return own ? { ...track, dose: own } : track
  })
  const dose = shared && block.dose ? smaller(block.dose) : undefined
  const any = dose ?? (tracks.some((track, t) => track !== block.tracks?.[t]) || undefined)
  return any ? { ...block, tracks, ...(dose ? { dose } : {}) } : undefined
}

/** A dose cut down to one rep of one set, without a word before it. */
function smallest(dose: Dose): Dose {
  switch (dose.kind) {
    case 'count':
    case 'own':
      return { ...dose, sets: 1, reps: 1, setupSec: 0 }
    case 'rounds':
      return { ...dose, rounds: 1, workSec: Math.min(15, dose.workSec), setupSec: 0 }
    case 'hold':
      return { ...dose, sets: 1, holdSec: Math.min(10, dose.holdSec), setupSec: 0 }
    case 'form':
      return { ...dose, runs: dose.runs.slice(0, 1).map((run) => ({ ...run, times: 1 })), setupSec: 0 }
    case 'ladder':
    case 'routine':
      return withStages(
        { ...dose, setupSec: 0, ...(dose.kind === 'routine' ? { laps: 1 } : {}) },
        (stage) => ({ ...stage, dose: smallest(stage.dose) as PlainDose }),
      )
    case 'fixed':
      return { ...dose, sec: Math.min(5, dose.sec) }
  }
}

/** The shortest that `fitBlock` can make a block, in ms. */
export function shortestMs(block: Block, plan: Plan): number {
  if (block.mode === 'stations') {
    const { laps: _, ...once } = block
    return layBlock({ ...once, workSec: Math.min(20, block.workSec ?? 60) }, plan).ms
  }
  return layBlock(stepBlock(block, smallest) ?? block, plan).ms
}

const MOST_STEPS = 2000

/** A block made smaller step by step, each step as an instructor would take it; from the block as it is to as small as it gets. */
export function* smallerAndSmaller(block: Block, plan: Plan): Generator<Block> {
  let one: Block | undefined = block
  for (let n = 0; one && n < MOST_STEPS; n++) {
    yield one
    one = smallerWhereLongest(one, plan)
  }
}

/**
 * The block at most `ms` long, and as near to it as whole sets allow; in words what became of it.
 *
 * @example fitBlock(kicks, plan, 240_000).says // 'Kicks: 2 sets instead of 3'
 */
export function fitBlock(block: Block, plan: Plan, ms: number): { block: Block; says: string } {
  const lengthOf = (one: Block) => layBlock(one, plan).ms
  let fitted = block
  if (fitted.dose?.kind === 'fixed' && fitted.mode === 'together') {
    fitted = { ...fitted, dose: { ...fitted.dose, sec: Math.max(1, toSec(ms)) } }
    return { block: fitted, says: saysOf(block, fitted, plan) }
  }
  for (let n = 0; n < MOST_STEPS && fitted.mode !== 'stations'; n++) {
    const more = stepBlock(fitted, (dose) => nudgeSets(dose, 1))
    if (!more || lengthOf(more) > ms || lengthOf(more) === lengthOf(fitted)) break
    fitted = more
  }
  for (let n = 0; n < MOST_STEPS && lengthOf(fitted) > ms; n++) {
    const less = smallerWhereLongest(fitted, plan)
    if (!less) break
    fitted = less
  }
  return { block: fitted, says: saysOf(block, fitted, plan) }
}

/** What became of a block: `Kicks: 2 sets instead of 3`. */
export function saysOf(before: Block, after: Block, plan: Plan): string {
  const [was, is] = [leadDose(before), leadDose(after)]
  const plainly = `${minutes(layBlock(after, plan).ms)} instead of ${minutes(layBlock(before, plan).ms)}`
  const how =
    !was || !is || was.kind !== is.kind
      ? plainly
      : 'rounds' in was && 'rounds' in is && was.rounds !== is.rounds
        ? `${counted(is.rounds, 'round')} instead of ${was.rounds}`
        : 'sets' in was && 'sets' in is && was.sets !== is.sets
          ? `${counted(is.sets, 'set')} instead of ${was.sets}`
          : 'reps' in was && 'reps' in is && was.reps !== is.reps
            ? `${counted(is.reps, 'rep')} instead of ${was.reps}`
            : plainly
  return `${before.title}: ${how}`
}

const leadDose = (block: Block): Dose | undefined =>
  block.dose ?? block.tracks?.find(({ dose }) => dose)?.dose
