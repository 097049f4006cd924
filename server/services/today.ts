import { replay } from '../../core/floor/run'
import { layPlan } from '../../core/plan/timeline'
import { inHall, readRegister } from '../../core/people/register'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { dayIn, momentOf } from './calendar'
import { eventsOf, marksOf, planOfClass } from './classes'

async function summary(club: Club, row: ClassRow) {
  const teacher = row.teacherId ? await club.users.one({ id: row.teacherId }) : undefined
  const plan = (await club.plans.all({ id: row.planId }, { limit: 1, columns: ['title', 'version'] }))[0]
  return {
    id: row.id,
    planId: row.planId,
    planVersion: plan?.version ?? 0,
    day: row.day,
    startTime: row.startTime,
    lengthMin: row.lengthMin,
    state: row.state,
    teacher: teacher?.name ?? '',
    /** Ms since 1970 of the planned first bow. */
    startsAt: momentOf(club.settings.zone, row.day, row.startTime),
    title: plan?.title ?? '',
  }
}
export type ClassSummary = Awaited<ReturnType<typeof summary>>

/** The class that runs now, else the next one, else nothing. */
function nextOf(rows: ClassRow[], today: string): ClassRow | undefined {
  return (
    rows.find(({ state }) => state === 'running') ??
    rows.find(({ state, day }) => state === 'planned' && day >= today)
  )
}

/** What happened in a class that was run: how much of it, who came, what was left out. */
async function lookBack(club: Club, row: ClassRow) {
  const plan = await planOfClass(club, row)
  const timeline = layPlan(plan)
  const events = await eventsOf(club, row.id)
  const run = replay(timeline, events, Math.max(0, ...events.map(({ at }) => at)))
  const ran = (at: number, ms: number) =>
    run.legs.reduce((sum, leg) => {
      const end = leg.planFrom + leg.to - leg.from
      return sum + Math.max(0, Math.min(end, at + ms) - Math.max(leg.planFrom, at))
    }, 0)
  const register = readRegister(await marksOf(club, row.id))
  return {
    ...(await summary(club, row)),
    title: plan.title,
    boards: timeline.blocks.length,
    cut: timeline.blocks
      .map(({ block, at, ms }) => ({ title: block.title, phase: block.phase, ms, ranMs: ran(at, ms) }))
      .filter(({ ms, ranMs }) => ranMs < ms),
    startedAt: run.startedAt ?? null,
    finishedAt: run.finishedAt ?? null,
    ranMs: run.legs.reduce((sum, leg) => sum + leg.to - leg.from, 0),
    came: [...register].filter(([, line]) => inHall(line) || line.state === 'left').map(([id]) => id),
    late: [...register].filter(([, line]) => line.state === 'late').length,
  }
}

export async function today(club: Club, now: number) {
  const day = dayIn(club.settings.zone, now)
  const rows = await club.classes.all(
    {},
    {
      order: [
        ['day', 'ASC'],
        ['startTime', 'ASC'],
      ],
      // The plans that were run are large, and only two of them are wanted.
      columns: ['id', 'day', 'state'],
    },
  )
  const whole = async (row: ClassRow | undefined) => (row ? club.classes.one({ id: row.id }) : undefined)
  const next = await whole(nextOf(rows, day))
  const last = await whole(rows.filter(({ state }) => state === 'finished').at(-1))
  return {
    today: day,
    next: next ? { ...(await summary(club, next)), plan: await planOfClass(club, next) } : null,
    last: last ? await lookBack(club, last) : null,
    nextGrading: club.settings.settings.nextGrading ?? null,
  }
}

/** Everything the floor and the register of one class need, in one answer that the device keeps. */
export async function classView(club: Club, row: ClassRow) {
  const plan = await planOfClass(club, row)
  return {
    ...(await summary(club, row)),
    plan,
    events: await eventsOf(club, row.id),
    marks: await marksOf(club, row.id),
  }
}

export async function listClasses(club: Club) {
  const rows = await club.classes.all(
    {},
    {
      order: [
        ['day', 'DESC'],
        ['startTime', 'DESC'],
      ],
      limit: 100,
      columns: ['id', 'planId', 'day', 'startTime', 'lengthMin', 'teacherId', 'state'],
    },
  )
  return Promise.all(rows.map((row) => summary(club, row)))
}
