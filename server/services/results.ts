import { inForce } from '../../core/floor/event'
import { summed, type Ask, type Result } from '../../core/people/results'
import type { StudentPage } from '../../shared/answers'
import type { ResultRow } from '../db/rows'
import { fault, type Fault } from '../../core/kernel/faults'
import { databaseError, NO_SUCH_PARENT, type Club } from '../db/in-club'
import type { Clocked } from './clocked'
import { addOnce, eventOf, eventRow } from './event-rows'
import { badFields } from './refusal'

/** The figures that drills ask for: appended like every event, kept as they were entered, never part of credit. */

function faultsIn({ kind, student, board, figure, ask, undoes }: Result, n: number): Fault[] {
  const path = ['results', n]
  if (kind === 'undo')
    return undoes ? [] : [fault([...path, 'undoes'], 'is missing: it says what is taken back')]
  return [
    ...(student ? [] : [fault([...path, 'student'], 'is missing: it says whose figure it is')]),
    ...(board ? [] : [fault([...path, 'board'], 'is missing: it says of which board')]),
    ...(figure === undefined ? [fault([...path, 'figure'], 'is missing: a whole number')] : []),
    ...(ask ? [] : [fault([...path, 'ask'], 'is missing: what the board asks for')]),
    ...(ask?.of !== undefined && (figure ?? 0) > ask.of && ask.figure === 'scored'
      ? [fault([...path, 'figure'], `must be at most the ${ask.of} tries`)]
      : []),
  ]
}

/** @returns how many were new */
export async function addResults(
  club: Club,
  userId: string,
  classId: string,
  results: readonly Result[],
  time: (at: number) => Clocked,
): Promise<number> {
  if (results.length === 0) return 0
  const faults = results.flatMap(faultsIn)
  if (faults.length) throw badFields(faults)
  const rows = results.map((result) => ({
    ...eventRow(result, classId, userId, time(result.at)),
    studentId: result.student ?? null,
    board: result.board ?? null,
    figure: result.figure ?? null,
    turn: result.turn ?? null,
    step: result.step ?? null,
    asked: result.ask?.figure ?? null,
    outOf: result.ask?.of ?? null,
    turns: result.ask?.turns ?? null,
    summed: result.ask?.sum ?? null,
    itemId: result.item ?? null,
  }))
  try {
    return await addOnce(club.results, rows)
  } catch (error) {
    if (databaseError(error) !== NO_SUCH_PARENT) throw error
    throw badFields([fault(['results', 'student'], 'is no student of this club')])
  }
}

const askOf = ({ asked, outOf, turns, summed: sum }: ResultRow): Ask | undefined =>
  asked === null
    ? undefined
    : {
        figure: asked,
        ...(outOf === null ? {} : { of: outOf }),
        ...(turns === null ? {} : { turns }),
        ...(sum === null ? {} : { sum }),
      }

function asResult(row: ResultRow): Result {
  const ask = askOf(row)
  return {
    ...eventOf<Result['kind']>(row),
    ...(row.studentId === null ? {} : { student: row.studentId }),
    ...(row.board === null ? {} : { board: row.board }),
    ...(row.figure === null ? {} : { figure: row.figure }),
    ...(row.turn === null ? {} : { turn: row.turn }),
    ...(row.step === null ? {} : { step: row.step }),
    ...(ask ? { ask } : {}),
    ...(row.itemId === null ? {} : { item: row.itemId }),
  }
}

/** The figures entered in a class, and what was taken back. */
export const resultsOf = async (club: Club, classId: string): Promise<Result[]> =>
  (await club.results.all({ classId }, { raw: true })).map(asResult)

/** Every figure of a student that stands, the oldest first: of one board of a class its turns together, as it asked. */
export async function figuresOf(club: Club, studentIds: readonly string[]): Promise<StudentPage['figures']> {
  const rows = await club.results.all({ studentId: studentIds, kind: 'figure' }, { raw: true })
  if (rows.length === 0) return []
  const classId = [...new Set(rows.map((row) => row.classId))]
  const undos = await club.results.all({ classId, kind: 'undo' }, { raw: true })
  const held = await club.select<{ id: string; day: string; title: string }>(
    `SELECT c.id, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, p.title FROM classes c
      JOIN plans p ON p.club_id = c.club_id AND p.id = c.plan_id WHERE c.club_id = :club AND c.id IN (:classId)`,
    { classId },
  )
  const classOf = new Map(held.map((one) => [one.id, one]))
  const rowOf = new Map(rows.map((row) => [row.id, row]))
  const standing = new Map<
    string,
    { turns: Map<number, number>; told: StudentPage['figures'][number] & { at: number } }
  >()
  for (const result of inForce([...rows, ...undos].map(asResult))) {
    const row = rowOf.get(result.id)
    const { day = '', title = '' } = classOf.get(row?.classId ?? '') ?? {}
    if (!row || !result.ask || result.figure === undefined) continue
    const { ask, item = null, at, turn = 1, step } = result
    const place = `${row.classId} ${row.board}`
    const turns = new Map(standing.get(place)?.turns).set(turn, result.figure)
    const figure = summed(ask, [...turns.values()])
    standing.set(place, { turns, told: { day, title, item, ask, figure, at, ...(step ? { step } : {}) } })
  }
  return [...standing.values()]
    .map(({ told }) => told)
    .sort((a, b) => a.at - b.at)
    .map(({ at: _, ...one }) => one)
}
