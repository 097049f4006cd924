import { usualTimes, weekdayOf } from '../curriculum/class-days'
import type { ClubSettings } from '../curriculum/settings'
import { dayAfter } from '../kernel/days'

/** The classes of a term, held and to come. */

export interface HeldClass {
  id: string
  planId: string
  day: string
  startTime: string
  lengthMin: number
  state: 'planned' | 'running' | 'finished'
  /** The lesson of a series that its plan is. */
  lesson?: { series: string; lesson: number } | null | undefined
}

/** A class that is to come: planned already, or of a class day for which nothing is planned yet. */
export interface ComingClass {
  day: string
  startTime: string
  lengthMin: number
  held: HeldClass | undefined
}

/**
 * Of a class half is main work for each group (the rest is warm-up, showing, changing, water, the ends), and two thirds of that are for what
 * is still asked: the last third keeps what they have.
 */
const MAIN_SHARE = 1 / 3

/** @param takenMin minutes of the class that something else has already, such as a lesson of a series */
export const mainMinutes = (lengthMin: number, takenMin = 0): number =>
  Math.floor(Math.max(0, lengthMin - takenMin) * MAIN_SHARE + 1e-9)

/**
 * What is to come from a day on and before another: the planned classes, and one on every class day on which none is, but for the days on
 * which the hall is shut.
 */
export function comingClasses(
  settings: Pick<ClubSettings, 'classDays' | 'startTime' | 'lengthMin' | 'shut'>,
  held: readonly HeldClass[],
  from: string,
  before: string,
): ComingClass[] {
  const coming = held
    .filter(({ day, state }) => state !== 'finished' && day >= from && day < before)
    .map((one): ComingClass => ({
      day: one.day,
      startTime: one.startTime,
      lengthMin: one.lengthMin,
      held: one,
    }))
  for (let day = from; day < before; day = dayAfter(day, 1)) {
    const isClassDay = settings.classDays.some((one) => one.day === weekdayOf(day))
    if (!isClassDay || settings.shut.includes(day) || held.some((one) => one.day === day)) continue
    coming.push({ day, ...usualTimes(settings, day), held: undefined })
  }
  return coming.sort((a, b) => (a.day + a.startTime < b.day + b.startTime ? -1 : 1))
}
