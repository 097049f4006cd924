import type { Series } from '../curriculum/series'
import { weekdayOf } from '../curriculum/class-days'
import type { Weekday } from '../curriculum/settings'
import type { ComingClass } from './days'

/** The lessons of a series in the classes to come. */
export interface LessonPlace {
  /** From 1. */
  lesson: number
  class: ComingClass
}

/**
 * Which class takes which lesson: from the next one on, in order, one a class, on the days that are chosen and have no plan yet.
 *
 * @param next the first lesson that is not held and not planned, from 1
 */
export function lessonPlaces(
  { lessons }: Pick<Series, 'lessons'>,
  next: number,
  coming: readonly ComingClass[],
  on: ReadonlySet<Weekday>,
): LessonPlace[] {
  const free = coming.filter(({ day, held }) => !held && on.has(weekdayOf(day)))
  return lessons.slice(next - 1).flatMap((_, n) => {
    const of = free[n]
    return of ? [{ lesson: next + n, class: of }] : []
  })
}
