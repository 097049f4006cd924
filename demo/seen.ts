import { isGood, type Mark } from '../core/people/marks'
import type { Sighting } from '../core/people/corrections'
import type { Result } from '../core/people/results'
import type { Plan } from '../core/plan/schema'
import type { Seeded } from './seeded'

/** What the demo's instructors saw beside the marks: faults that come back or are seen right, figures of drills, and what is to be read out. */

interface Given {
  id: string
  studentId: string
  itemId: string
  mark: Mark
  fault: string | null
  givenAt: Date
}

/** Faults that are open, by student and item, as the weeks go by. */
export type OpenFaults = Map<string, string>

/** So many of what is open are seen right in a class, without a mark. */
const SEEN_RIGHT = 0.12

/** The faults named with the marks of a class; a good mark on an item closes what was open of it, and some is seen right in passing. */
export function sightingsOfMarks(marks: readonly Given[], open: OpenFaults, chance: Seeded): Sighting[] {
  const at = marks.at(-1)?.givenAt.getTime()
  const passing = [...open].flatMap(([key, said]): Sighting[] => {
    if (at === undefined || chance.next() > SEEN_RIGHT) return []
    open.delete(key)
    const [student = '', item = ''] = key.split(' ')
    return [{ id: chance.uuid(), kind: 'right', at, student, item, said }]
  })
  const marked = marks.flatMap(({ id, studentId, itemId, mark, fault, givenAt }): Sighting[] => {
    const key = `${studentId} ${itemId}`
    const of = { at: givenAt.getTime(), student: studentId, item: itemId }
    if (fault !== null) {
      open.set(key, fault)
      return [{ ...of, id, kind: 'seen', said: fault }]
    }
    const said = open.get(key)
    if (said === undefined || !isGood(mark)) return []
    open.delete(key)
    return [{ ...of, id: chance.uuid(), kind: 'right', said }]
  })
  return [...passing, ...marked]
}

/** The figures of the boards that ask for one, a little better week by week. */
export function figuresOfClass(
  plan: Plan,
  students: readonly string[],
  week: number,
  at: number,
  chance: Seeded,
): Result[] {
  return plan.blocks.flatMap(({ id: board, result: ask, technique }) =>
    ask
      ? students.map((student, n) => ({
          id: chance.uuid(),
          kind: 'figure' as const,
          at,
          board,
          student,
          figure: 22 + (n % 7) * 2 + Math.floor(week / 3) + chance.whole(0, 5),
          ask,
          ...(technique ? { item: technique } : {}),
        }))
      : [],
  )
}

/** What is read out these weeks. */
export const demoNotices = [
  { says: 'The grading: put your name on the list at the desk.', group: null },
  { says: 'Two sashes lie ready at the desk since Saturday: amber for Galo, teal for Sunniva.', group: null },
  { says: 'Next Wednesday everybody brings their own focus pads.', group: 'teal' },
]
