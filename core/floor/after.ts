import type { Plan } from '../plan/schema'
import type { TimeClass } from '../plan/spans'
import { layPlan } from '../plan/timeline'
import type { Phase } from '../plan/phases'
import { withHeirs } from './heirs'
import type { Leg } from './legs'
import type { Run } from './run'

/** What a class came to, against its plan. All times in ms. */
export interface After {
  boards: BoardAfter[]
  groups: GroupAfter[]
  /** From the first bow to the last, without what follows. */
  wallMs: number
  /** The class was held, or stood and waited for a word. */
  heldMs: number
  /** Reps that were called aloud, by the clock or by word. */
  called: number
}

export interface BoardAfter {
  id: string
  title: string
  phase: Phase
  /** Nothing: it came in on the floor. */
  plannedMs: number | undefined
  /** As long as it took by the clock on the wall. */
  tookMs: number
  /** `shorter`: not all of it was done; `quicker`: all of it, in less time, as a count by word may be. */
  how: 'as planned' | 'longer' | 'shorter' | 'quicker' | 'left out' | 'came in'
}

/** Where a group's time went, by the clock on the wall. */
export type GroupAfter = { group: string; name: string } & Record<TimeClass, number>

const NO_TIME: Record<TimeClass, number> = {
  work: 0,
  rest: 0,
  talk: 0,
  holding: 0,
  idle: 0,
  transition: 0,
}

/** Less than this is no difference. */
const ABOUT_MS = 10_000

/** How much of a leg lies between two moments of the plan, by the wall. */
export function onTheWall({ from, to, planFrom, planTo }: Leg, start: number, end: number): number {
  const within = Math.min(planTo, end) - Math.max(planFrom, start)
  return within > 0 ? (within * (to - from)) / (planTo - planFrom) : 0
}

/** @param planned the plan that the class was begun with */
export function afterClass(planned: Plan, run: Run): After {
  const { startedAt, finishedAt, legs } = run
  const wallMs = startedAt === undefined || finishedAt === undefined ? 0 : finishedAt - startedAt
  const ranMs = legs.reduce((sum, { from, to }) => sum + to - from, 0)
  return {
    boards: boardsAfter(planned, run),
    groups: groupsAfter(run),
    wallMs,
    heldMs: Math.max(0, wallMs - ranMs),
    called: calledIn(run),
  }
}

function boardsAfter(planned: Plan, run: Run): BoardAfter[] {
  const took = new Map<string, number>()
  for (const { block, at, ms } of run.timeline.blocks)
    took.set(
      block.id,
      run.legs.reduce((sum, leg) => sum + onTheWall(leg, at, at + ms), 0),
    )
  /** Plan time of a board that was not lived through, ms. */
  const undone = new Map(
    run.timeline.blocks.map(({ block, at, ms }) => [
      block.id,
      ms -
        run.legs.reduce(
          (sum, { planFrom, planTo }) =>
            sum + Math.max(0, Math.min(planTo, at + ms) - Math.max(planFrom, at)),
          0,
        ),
    ]),
  )
  const heirs = new Set(run.heirs.values())
  const sumOf = (ids: readonly string[]) => ids.reduce((sum, id) => sum + (took.get(id) ?? 0), 0)
  const before = new Map(layPlan(planned).blocks.map(({ block, ms }) => [block.id, ms]))
  return run.plan.blocks
    .filter(({ id }) => !heirs.has(id))
    .map(({ id, title, phase }) => {
      const plannedMs = before.get(id)
      const tookMs = sumOf(withHeirs(run.heirs, id))
      const isDone = withHeirs(run.heirs, id).every((one) => (undone.get(one) ?? 0) < ABOUT_MS)
      return { id, title, phase, plannedMs, tookMs, how: howOf(plannedMs, tookMs, isDone) }
    })
}

function howOf(plannedMs: number | undefined, tookMs: number, isDone: boolean): BoardAfter['how'] {
  if (plannedMs === undefined) return 'came in'
  if (tookMs === 0) return 'left out'
  if (Math.abs(tookMs - plannedMs) < ABOUT_MS) return 'as planned'
  return tookMs > plannedMs ? 'longer' : isDone ? 'quicker' : 'shorter'
}

export function groupsAfter({ plan, timeline, legs }: Run): GroupAfter[] {
  return plan.groups.map(({ id, name }, g) => {
    const times = { ...NO_TIME }
    for (const { at, lanes } of timeline.blocks)
      for (const stretch of lanes[g] ?? [])
        for (const span of stretch.spans) {
          const start = at + stretch.at + span.at
          for (const leg of legs) times[span.cls] += onTheWall(leg, start, start + span.ms)
        }
    return { group: id, name, ...times }
  })
}

/** A rep on the clock was called where all of it was lived through. */
function calledIn({ timeline, legs }: Run): number {
  let called = legs.filter((leg) => leg.called && !leg.part).length
  const onTheClock = legs.filter((leg) => !leg.called)
  for (const placed of timeline.blocks)
    for (const stretch of placed.calls)
      for (const span of stretch.spans) {
        if (span.kind !== 'reps' || !span.repMs) continue
        const start = placed.at + stretch.at + span.at
        for (const { planFrom, planTo } of onTheClock) {
          const first = Math.ceil(Math.max(0, planFrom - start) / span.repMs)
          const last = Math.floor(Math.min(span.ms, planTo - start) / span.repMs)
          called += Math.max(0, last - first)
        }
      }
  return called
}
