import { readSeries, type HeldLesson, type Series } from '../../core/curriculum/series'
import { fault } from '../../core/kernel/faults'
import type { SeriesPage } from '../../shared/answers'
import type { Club } from '../db/in-club'
import { itemsOf } from './library'
import { keepNamed } from './named-document'
import { badFields, notFound } from './refusal'

async function checkSeries(club: Club, document: unknown): Promise<Series> {
  const [items, shapes] = await Promise.all([itemsOf(club), club.shapes.all({}, { columns: ['id'] })])
  const read = readSeries(document, {
    items: new Map(items.map((item) => [item.id, item])),
    shapes: new Set(shapes.map(({ id }) => id)),
  })
  if (!read.ok) throw badFields(read.faults)
  const plans = read.series.lessons.flatMap(({ plan }) => plan ?? [])
  const known = new Set((await club.plans.all({ id: plans }, { columns: ['id'] })).map(({ id }) => id))
  const missing = read.series.lessons.findIndex(({ plan }) => plan !== undefined && !known.has(plan))
  if (missing >= 0) throw badFields([fault(['lessons', missing, 'plan'], 'is not a plan of the club')])
  return read.series
}

/** Keeps a series over the version it was made from. */
export async function saveSeries(
  club: Club,
  userId: string,
  id: string,
  { base, series: document }: { base: number; series?: unknown },
): Promise<{ version: number }> {
  await club.lock()
  const series = await checkSeries(club, document)
  if (series.id !== id) throw badFields([fault(['id'], `must be "${id}"`)])
  const kept = await keepNamed(club, 'series', 'series', series, base)
  await club.changed('library', 'series', 'saved', userId)
  return kept
}

export async function removeSeries(club: Club, userId: string, id: string): Promise<void> {
  if ((await club.series.remove({ id })) === 0) throw notFound('series')
  await club.changed('library', 'series', 'removed', userId)
}

/** More classes of one series than anybody holds in three years. */
const MOST_HELD = 300

/** The classes in which lessons of a series were held, and who practised in them. */
async function heldLessons(club: Club, seriesId: string): Promise<(HeldLesson & { classId: string })[]> {
  const classes = await club.select<{ classId: string; day: string; lesson: number }>(
    `SELECT c.id AS classId, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, p.lesson FROM plans p
      JOIN classes c ON c.club_id = p.club_id AND c.plan_id = p.id AND c.state = 'finished'
      WHERE p.club_id = :club AND p.series_id = :seriesId ORDER BY c.day DESC, c.start_time DESC LIMIT ${MOST_HELD}`,
    { seriesId },
  )
  if (classes.length === 0) return []
  const present = await club.select<{ classId: string; studentId: string }>(
    `SELECT DISTINCT class_id AS classId, student_id AS studentId FROM practice
      WHERE club_id = :club AND class_id IN (:classes)`,
    { classes: classes.map(({ classId }) => classId) },
  )
  return classes.map(({ classId, day, lesson }) => ({
    classId,
    day,
    lesson: Number(lesson),
    students: present.filter((row) => row.classId === classId).map(({ studentId }) => studentId),
  }))
}

/** A series with what was held of it, and what the active students have had of all that its lessons ask for. */
export async function seriesPage(club: Club, id: string): Promise<SeriesPage> {
  const row = await club.series.one({ id })
  if (!row) throw notFound('series')
  const asked = [...new Set(row.body.lessons.flatMap(({ needs }) => needs.map(({ item }) => item)))]
  const students = await club.students.all(
    { active: true, kind: 'member' },
    { columns: ['id', 'firstName', 'lastName', 'rankId'] },
  )
  const had = asked.length
    ? await club.select<{ studentId: string; itemId: string; layer: number }>(
        `SELECT student_id AS studentId, item_id AS itemId, layer FROM practice_summary
          WHERE club_id = :club AND item_id IN (:asked) AND days > 0`,
        { asked },
      )
    : []
  return {
    series: row.body,
    held: await heldLessons(club, id),
    students: students.map(({ id: student, firstName, lastName, rankId }) => ({
      id: student,
      name: `${firstName} ${lastName}`.trim(),
      rankId,
      had: Object.fromEntries(
        had.filter(({ studentId }) => studentId === student).map(({ itemId, layer }) => [itemId, layer]),
      ),
    })),
  }
}
