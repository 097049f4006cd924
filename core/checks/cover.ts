import { spokenName, type Item, type Region } from '../curriculum/item'
import { insertBlocks } from '../plan/edit'
import { MOST_PARTS } from '../kernel/fields'
import type { RoutineDose } from '../plan/doses'
import type { Block, Plan } from '../plan/schema'
import { minutes } from '../kernel/time-text'
import type { Fix } from './check'
import type { Ground } from './ground'
import { IN_SCHOOL, isGentle } from './warmup/exercises'
import { FADES_AFTER_MS, unreadyRegions } from './warmup/preparation'

/**
 * Closing every gap in the warm-up in the least added time: a covering problem. Which exercises, and how long each, is settled
 * by a solver (HiGHS); here the problem is written down, and its answer turned back into boards.
 */

/** An exercise that may be added, with the units a minute of it gives each region. */
export interface CoverExercise {
  item: string
  name: string
  rates: Partial<Record<Region, number>>
}

/** A gap to be closed: units of a region still wanted. `factor` is ½ where they fade before they are needed. */
export interface CoverGap {
  region: Region
  units: number
  factor: number
  /** What it is for, in words: the block's title. */
  of: string
}

export interface CoverProblem {
  exercises: CoverExercise[]
  gaps: CoverGap[]
  /** Each exercise added costs this much time beside its own, in seconds. */
  transitionSec: number
  /** Where in the plan they go. */
  at: number
  plan: Plan
  /** Regions that nothing in the library prepares. */
  hopeless: Region[]
}

/** Whole steps in which an exercise is timed, and the longest it is worth doing on end, in seconds. */
const STEP_SEC = 5
const MOST_SEC = 300

/** Exercises in the school of the club's warm-up; all of them where the school leaves a region without any. */
function exercisesFor(ground: Ground, regions: ReadonlySet<Region>): CoverExercise[] {
  const gentle = [...ground.club.items.values()].filter(
    (item) => isGentle(item) && [...regions].some((region) => (item.prepares[region] ?? 0) > 0),
  )
  const school = gentle.filter(IN_SCHOOL[ground.club.settings.warmup])
  const reached = (items: Item[]) =>
    [...regions].filter((region) => items.some((item) => (item.prepares[region] ?? 0) > 0)).length
  return (reached(school) === reached(gentle) ? school : gentle).map((item) => ({
    item: item.id,
    name: spokenName(item),
    rates: Object.fromEntries(
      [...regions].flatMap((region) => (item.prepares[region] ? [[region, item.prepares[region]]] : [])),
    ),
  }))
}

/** The gaps of a class as a covering problem; nothing when there are none. */
export function coverProblem(ground: Ground): CoverProblem | undefined {
  const unready = unreadyRegions(ground)
  const [first] = [...unready].sort((a, b) => a.block.index - b.block.index)
  if (!first) return undefined
  const lastWarmup = ground.plan.blocks.findLastIndex(
    ({ phase }, b) => phase === 'warmup' && b < first.block.index,
  )
  const at = lastWarmup >= 0 ? lastWarmup + 1 : first.block.index
  const from = ground.blocks[at]?.at ?? 0
  const regions = new Set(unready.map(({ region }) => region))
  const exercises = exercisesFor(ground, regions)
  const reachable = (region: Region) => exercises.some(({ rates }) => (rates[region] ?? 0) > 0)
  const gaps = new Map<string, CoverGap>()
  for (const { block, region, needs, unfaded, lastWork } of unready) {
    if (!reachable(region)) continue
    // What is added ends at `from`; the time until the block is the same before and after it is put in.
    const last = Math.max(lastWork, from)
    const factor = block.at - last > FADES_AFTER_MS ? 0.5 : 1
    const units = needs / factor - unfaded
    const known = gaps.get(region)
    if (units > 0 && (!known || known.units < units))
      gaps.set(region, { region, units, factor, of: block.block.title })
  }
  return {
    exercises,
    gaps: [...gaps.values()],
    // An entry of a routine needs no transition.
    transitionSec: routineBefore(ground.plan, at) ? 0 : ground.plan.transitionSec,
    at,
    plan: ground.plan,
    hopeless: [...regions].filter((region) => !reachable(region)),
  }
}

/**
 * The problem as the text of a linear programme in LP format: steps `s0…` of five seconds each (whole numbers) and whether an
 * exercise is done at all `d0…` (0 or 1). The least is sought of all their seconds and the transitions between them; among equals,
 * fewer exercises.
 */
export function coverModel({ exercises, gaps, transitionSec }: CoverProblem): string {
  const most = MOST_SEC / STEP_SEC
  const sum = (terms: string[]) => terms.join(' + ')
  const figure = (value: number) => String(Math.round(value * 1e9) / 1e9)
  return [
    'Minimize',
    ` time: ${sum(exercises.map((_, e) => `${STEP_SEC} s${e} + ${figure(transitionSec + 0.001)} d${e}`))}`,
    'Subject To',
    ...gaps.map(({ region, units }, g) => {
      const terms = exercises.flatMap(({ rates }, e) =>
        rates[region] ? [`${figure((rates[region] * STEP_SEC) / 60)} s${e}`] : [],
      )
      return ` gap${g}: ${sum(terms)} >= ${figure(units)}`
    }),
    ...exercises.map((_, e) => ` done${e}: s${e} - ${most} d${e} <= 0`),
    'Bounds',
    ...exercises.map((_, e) => ` 0 <= s${e} <= ${most}`),
    'General',
    ` ${exercises.map((_, e) => `s${e}`).join(' ')}`,
    'Binary',
    ` ${exercises.map((_, e) => `d${e}`).join(' ')}`,
    'End',
  ].join('\n')
}

/** The solver's answer: a value a column of the model, or why there is none. */
export interface SolverAnswer {
  status: string
  columns: Readonly<Record<string, number>>
}

interface Added {
  exercise: CoverProblem['exercises'][number]
  sec: number
}

/** The warm-up routine, gone through once, that ends at `at`. */
function routineBefore(plan: Plan, at: number): { block: Block; dose: RoutineDose } | undefined {
  const block = plan.blocks[at - 1]
  if (block?.phase !== 'warmup' || block.mode !== 'together') return undefined
  const { dose } = block
  return dose?.kind === 'routine' && dose.laps === 1 ? { block, dose } : undefined
}

/** A warm-up that is a routine already takes the exercises as entries, where it stands right before them and has room. */
function intoRoutine({ plan, at }: CoverProblem, added: readonly Added[]): Plan | undefined {
  const found = routineBefore(plan, at)
  if (!found) return undefined
  const { block, dose: routine } = found
  const entries = [
    ...routine.entries,
    ...added.map(({ exercise, sec }) => ({
      title: exercise.name,
      technique: exercise.item,
      dose: { kind: 'fixed' as const, sec, active: true },
    })),
  ]
  if (entries.length > MOST_PARTS) return undefined
  const dose = { ...routine, entries }
  return { ...plan, blocks: plan.blocks.map((one) => (one === block ? { ...one, dose } : one)) }
}

/** The plan with the exercises put in, and why each is there; nothing when there is no answer. */
export function coverFix(problem: CoverProblem, answer: SolverAnswer): Fix | undefined {
  if (answer.status !== 'Optimal') return undefined
  const added = problem.exercises
    .map((exercise, e) => ({ exercise, sec: Math.round(answer.columns[`s${e}`] ?? 0) * STEP_SEC }))
    .filter(({ sec }) => sec > 0)
  if (added.length === 0) return undefined
  const plan =
    intoRoutine(problem, added) ??
    insertBlocks(
      problem.plan,
      problem.at,
      added.map(({ exercise, sec }) => ({
        title: exercise.name,
        phase: 'warmup' as const,
        priority: 'should' as const,
        mode: 'together' as const,
        layer: 1,
        technique: exercise.item,
        dose: { kind: 'fixed' as const, sec, active: true },
        notes: `Prepares ${Object.keys(exercise.rates)
          .filter((region) => problem.gaps.some((gap) => gap.region === region))
          .map((region) => `${region} for ${problem.gaps.find((gap) => gap.region === region)?.of ?? ''}`)
          .join(', ')}.`,
      })),
    ).plan
  const total = added.reduce((sum, { sec }) => sum + sec, 0) + added.length * problem.transitionSec
  return {
    does: `Add ${minutes(total * 1000)} of warm-up`,
    says: `${added.map(({ exercise, sec }) => `${exercise.name} ${minutes(sec * 1000)}`).join(', ')}: the least that prepares what follows${problem.hopeless.length ? `; nothing in the library prepares ${problem.hopeless.join(', ')}` : ''}`,
    plan,
  }
}
