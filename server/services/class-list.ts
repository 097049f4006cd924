import { CLASSES_PAGE, type ClassSummary } from '../../shared/answers'
import type { Club } from '../db/in-club'
import type { ClassRow, PlanRow } from '../db/rows'
import { momentOf } from './calendar'
import { CLASS_HEAD, registeredOf } from './classes'

type Head = Pick<ClassRow, (typeof CLASS_HEAD)[number]>

/** What a list of classes says of each, with one question for all their plans and one for their teachers. */
export async function summaries(club: Club, rows: readonly Head[]): Promise<ClassSummary[]> {
  const { zone } = await club.row()
  const plans = rows.length
    ? await club.plans.all(
        { id: [...new Set(rows.map(({ planId }) => planId))] },
        { columns: ['id', 'title', 'version', 'seriesId', 'lesson'] },
      )
    : []
  const planOf = new Map(plans.map((plan) => [plan.id, plan]))
  const names = new Map(
    (await club.users.all({}, { columns: ['id', 'name'] })).map(({ id, name }) => [id, name]),
  )
  const registered = await registeredOf(
    club,
    rows.filter(({ state }) => state === 'planned').map(({ id }) => id),
  )
  return rows.map((row) => ({
    id: row.id,
    planId: row.planId,
    planVersion: planOf.get(row.planId)?.version ?? 0,
    day: row.day,
    startTime: row.startTime,
    lengthMin: row.lengthMin,
    state: row.state,
    putAway: row.putAway,
    uid: row.calendarUid ?? row.id,
    teacher: names.get(row.teacherId ?? '') ?? '',
    startsAt: momentOf(zone, row.day, row.startTime),
    title: planOf.get(row.planId)?.title ?? '',
    lesson: lessonOf(planOf.get(row.planId)),
    registered: registered[row.id] ?? 0,
  }))
}

const lessonOf = (plan: Pick<PlanRow, 'seriesId' | 'lesson'> | undefined) =>
  plan?.seriesId && plan.lesson ? { series: plan.seriesId, lesson: plan.lesson } : null

export async function summary(club: Club, row: Head): Promise<ClassSummary> {
  const [only] = await summaries(club, [row])
  if (!only) throw new Error('no summary of a class')
  return only
}

/**
 * Classes, those of the latest day first.
 *
 * @param after the class a page comes after: the last of the page before
 * @returns at most `CLASSES_PAGE`; fewer are the last page
 */
export async function listClasses(club: Club, after?: string): Promise<ClassSummary[]> {
  const ids = await club.select<{ id: string }>(
    `SELECT c.id FROM classes c
      ${after ? 'JOIN classes last ON last.club_id = c.club_id AND last.id = :after' : ''}
      WHERE c.club_id = :club
      ${after ? 'AND (c.day, c.start_time, c.id) < (last.day, last.start_time, last.id)' : ''}
      ORDER BY c.day DESC, c.start_time DESC, c.id DESC LIMIT ${CLASSES_PAGE}`,
    { after: after ?? null },
  )
  const rows = await club.classes.all(
    { id: ids.map(({ id }) => id) },
    {
      order: [
        ['day', 'DESC'],
        ['startTime', 'DESC'],
        ['id', 'DESC'],
      ],
      columns: [...CLASS_HEAD],
    },
  )
  return summaries(club, rows)
}
