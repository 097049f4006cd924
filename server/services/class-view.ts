import type { ClassEvents, ClassView } from '../../shared/answers'
import type { Club } from '../db/in-club'
import type { ClassRow } from '../db/rows'
import { summary } from './class-list'
import { planOfClass } from './classes'
import { asMark, asRunEvent, markRowsOf, runRowsOf } from './events'

/** What was written down of a class: acts, taps, and those of them whose time is doubted. */
export async function classEvents(club: Club, classId: string): Promise<Omit<ClassEvents, 'state'>> {
  const [run, marks] = [await runRowsOf(club, classId), await markRowsOf(club, classId)]
  return {
    events: run.map(asRunEvent),
    marks: marks.map(asMark),
    doubted: [...run, ...marks].flatMap(({ id, doubt }) => (doubt ? [{ id, doubt }] : [])),
  }
}

/** Everything the floor and the register of one class need, in one answer that the device keeps. */
export async function classView(club: Club, row: ClassRow): Promise<Omit<ClassView, 'roster' | 'now'>> {
  return {
    ...(await summary(club, row)),
    plan: await planOfClass(club, row),
    ...(await classEvents(club, row.id)),
  }
}
