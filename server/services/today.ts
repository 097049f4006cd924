import { layPlan } from '../../core/plan/timeline'
import { replay } from '../../core/floor/run'
import { inHall, readRegister } from '../../core/people/register'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { dayIn, daysBetween, momentOf } from './calendar'
import { CLASS_HEAD, planOfClass } from './classes'
import { asMark, asRunEvent, eventsOf, markRowsOf, marksOf, runRowsOf } from './events'

type Head = Pick<ClassRow, (typeof CLASS_HEAD)[number]>

/** What a list of classes says of each, with one question for all their plans and one for their teachers. */
async function summaries(club: Club, rows: readonly Head[]) {
  const { zone } = await club.row()
  const plans = rows.length
    ? await club.plans.all(
        { id: [...new Set(rows.map(({ planId }) => planId))] },
        { columns: ['id', 'title', 'version'] },
      )
    : []
  const planOf = new Map(plans.map((plan) => [plan.id, plan]))
  const names = new Map(
    (await club.users.all({}, { columns: ['id', 'name'] })).map(({ id, name }) => [id, name]),
  )
  return rows.map((row) => ({
    id: row.id,
    planId: row.planId,
    planVersion: planOf.get(row.planId)?.version ?? 0,
    day: row.day,
    startTime: row.startTime,
    lengthMin: row.lengthMin,
    state: row.state,
    teacher: names.get(row.teacherId ?? '') ?? '',
    /** Ms since 1970 of the planned first bow. */
    startsAt: momentOf(zone, row.day, row.startTime),
    title: planOf.get(row.planId)?.title ?? '',
  }))
}
export type ClassSummary = Awaited<ReturnType<typeof summaries>>[number]

async function summary(club: Club, row: Head): Promise<ClassSummary> {
  const [only] = await summaries(club, [row])
  if (!only) throw new Error('no summary of a class')
  return only
}

/** A class left running is still the one that is on until the day after it; then it no longer stands in anybody's way. */
const RUNS_FOR_DAYS = 1

/** The class that runs now, else the next one, else nothing. */
async function nextOf(club: Club, today: string): Promise<ClassRow | undefined> {
  const order: [keyof ClassRow & string, 'ASC' | 'DESC'][] = [
    ['day', 'ASC'],
    ['startTime', 'ASC'],
  ]
  const running = await club.classes.all({ state: 'running' }, { order, columns: ['id', 'day'] })
  const on = running.find(({ day }) => daysBetween(day, today) <= RUNS_FOR_DAYS)
  if (on) return club.classes.one({ id: on.id })
  const [next] = await club.select<{ id: string }>(
    `SELECT id FROM classes WHERE club_id = :club AND state IN ('planned', 'running') AND day >= :today
      ORDER BY day, start_time LIMIT 1`,
    { today },
  )
  return next && club.classes.one({ id: next.id })
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
  const row = await club.row()
  const day = dayIn(row.zone, now)
  const [next, [last]] = await Promise.all([
    nextOf(club, day),
    club.classes.all(
      { state: 'finished' },
      {
        order: [
          ['day', 'DESC'],
          ['startTime', 'DESC'],
        ],
        limit: 1,
      },
    ),
  ])
  return {
    today: day,
    next: next ? { ...(await summary(club, next)), plan: await planOfClass(club, next) } : null,
    last: last ? await lookBack(club, last) : null,
    nextGrading: row.settings.nextGrading ?? null,
  }
}

/** What was written down of a class: acts, taps, and those of them whose time is doubted. */
export async function classEvents(club: Club, classId: string) {
  const [run, marks] = [await runRowsOf(club, classId), await markRowsOf(club, classId)]
  return {
    events: run.map(asRunEvent),
    marks: marks.map(asMark),
    /** Ids of the acts and taps whose time cannot be right as it was sent. */
    doubted: [...run, ...marks].flatMap(({ id, doubt }) => (doubt ? [{ id, doubt }] : [])),
  }
}
export type ClassEvents = Awaited<ReturnType<typeof classEvents>>

/** Everything the floor and the register of one class need, in one answer that the device keeps. */
export async function classView(club: Club, row: ClassRow) {
  return {
    ...(await summary(club, row)),
    plan: await planOfClass(club, row),
    ...(await classEvents(club, row.id)),
  }
}

const CLASSES_LISTED = 100

export async function listClasses(club: Club): Promise<ClassSummary[]> {
  const rows = await club.classes.all(
    {},
    {
      order: [
        ['day', 'DESC'],
        ['startTime', 'DESC'],
      ],
      limit: CLASSES_LISTED,
      columns: [...CLASS_HEAD],
    },
  )
  return summaries(club, rows)
}
