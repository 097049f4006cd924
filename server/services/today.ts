import { daysBetween } from '../../core/kernel/days'
import { ranOfPlanned } from '../../core/floor/ran'
import { replay } from '../../core/floor/run'
import { inHall, readRegister } from '../../core/people/register'
import type { Today } from '../../shared/answers'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { UnreadablePlan } from '../db/stored-plan'
import { dayIn } from './calendar'
import { summary } from './class-list'
import { CLASS_HEAD, planOfClass } from './classes'
import { eventsOf, marksOf } from './events'
import { noticesFrom } from './notices'
import { programmeOn } from './programmes'

/** A class left running is still the one that is on until the day after it; then it no longer stands in anybody's way. */
const RUNS_FOR_DAYS = 1

/** The class that runs now, else the next one, else nothing. */
async function nextOf(club: Club, today: string): Promise<ClassRow | undefined> {
  const order: [keyof ClassRow & string, 'ASC' | 'DESC'][] = [
    ['day', 'ASC'],
    ['startTime', 'ASC'],
  ]
  const running = await club.classes.all(
    { state: 'running', putAway: false },
    { order, columns: ['id', 'day'] },
  )
  const on = running.find(({ day }) => daysBetween(day, today) <= RUNS_FOR_DAYS)
  if (on) return club.classes.one({ id: on.id })
  const [next] = await club.select<{ id: string }>(
    `SELECT id FROM classes WHERE club_id = :club AND state IN ('planned', 'running') AND NOT put_away AND day >= :today
      ORDER BY day, start_time LIMIT 1`,
    { today },
  )
  return next && club.classes.one({ id: next.id })
}

/** What happened in a class that was run: how much of it, who came, what was left out. */
async function lookBack(club: Club, row: ClassRow): Promise<Today['last']> {
  const plan = await planOfClass(club, row)
  const events = await eventsOf(club, row.id)
  const run = replay(plan, events, Math.max(0, ...events.map(({ at }) => at)))
  const register = readRegister(await marksOf(club, row.id))
  return {
    ...(await summary(club, row)),
    title: plan.title,
    boards: plan.blocks.length,
    cut: ranOfPlanned(plan, run)
      .map(({ placed: { block, ms }, ranMs }) => ({
        id: block.id,
        title: block.title,
        phase: block.phase,
        ms,
        ranMs,
      }))
      .filter(({ ms, ranMs }) => ranMs < ms),
    startedAt: run.startedAt ?? null,
    finishedAt: run.finishedAt ?? null,
    ranMs: run.legs.reduce((sum, leg) => sum + leg.to - leg.from, 0),
    came: [...register]
      .filter(([, line]) => inHall(line) || ['left', 'home'].includes(line.state))
      .map(([id]) => id),
    late: [...register].filter(([, line]) => line.state === 'late').length,
  }
}

const LOOKED_BACK = 5

/** The last class that was. One whose stored plan cannot be read is passed over: the head is told of it apart, and Today stands for everybody. */
async function lastOf(club: Club): Promise<Today['last']> {
  const heads = await club.classes.all(
    { state: 'finished' },
    {
      order: [
        ['day', 'DESC'],
        ['startTime', 'DESC'],
      ],
      limit: LOOKED_BACK,
      columns: [...CLASS_HEAD],
    },
  )
  for (const { id } of heads) {
    try {
      const row = await club.classes.one({ id })
      if (row) return await lookBack(club, row)
    } catch (error) {
      if (!(error instanceof UnreadablePlan)) throw error
    }
  }
  return null
}

/** The evening as everybody sees it first: the class that is on or comes next, and the last that was. */
export async function today(club: Club, now: number): Promise<Omit<Today, 'roster' | 'setAside'>> {
  const row = await club.row()
  const day = dayIn(row.zone, now)
  const [next, last] = await Promise.all([nextOf(club, day), lastOf(club)])
  return {
    today: day,
    next: next ? { ...(await summary(club, next)), plan: await planOfClass(club, next) } : null,
    last,
    nextGrading: row.settings.nextGrading ?? null,
    notices: await noticesFrom(club, day),
    ...(await programmeOn(club, next?.day ?? day)),
  }
}
