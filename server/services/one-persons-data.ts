import { fault } from '../../core/kernel/faults'
import { correctionsOf } from '../../core/people/corrections'
import { figureSaid } from '../../core/people/results'
import { fullName } from '../../core/people/student'
import type { Club } from '../db/in-club'
import { attendanceOfStudent } from './attendance'
import { dayIn } from './calendar'
import { sightingsOf } from './corrections'
import { incidentsForFile } from './incidents'
import { changeLists, recordsOf, thoseWhoList } from './one-person'
import { awardsOf } from './people'
import { badFields, notFound, Refusal } from './refusal'
import { figuresOf } from './results'
import { asDocument, type Keeper } from './student-rows'

/** What the club knows of one person: as a file for them, and erased when they ask for it. */

export const PERSON_FORMAT = 'golden-lintel/person'

/**
 * Everything about one person, as a file. What is told by word of mouth only is not in it, nor what others are: it names nobody else.
 */
export async function personFile(
  club: Club,
  { id: userId }: Keeper,
  id: string,
  now: number,
): Promise<object> {
  const row = await club.students.one({ id, erasedAt: null })
  if (!row || row.sameAs) throw notFound('student')
  const records = await recordsOf(club, id)
  const { zone, name } = await club.row()
  await club.changed('private', id, 'saved as a file', userId)
  const { apart: _a, together: _t, ...student } = asDocument(row)
  const practice = await club.practice.all({ studentId: id }, { order: [['day', 'ASC']], raw: true })
  const marks = await club.marks.all({ studentId: records }, { order: [['givenAt', 'ASC']] })
  const corrections = correctionsOf(await sightingsOf(club, { studentId: [id] }))
  return {
    format: PERSON_FORMAT,
    version: 1,
    notice: `Personal data of ${fullName(row)}, kept by ${name}, as they stood on ${dayIn(zone, now)}. For them, and nobody else.`,
    id,
    student,
    kind: row.kind,
    ranks: (await awardsOf(club, records)).map(({ by: _, ...award }) => award),
    attendance: await attendanceOfStudent(club, records),
    practice: practice.map(
      ({ clubId: _c, studentId: _s, revision: _r, classId: _k, sections, ...figures }) => ({
        ...figures,
        estimated: Boolean(figures.estimated),
        sections: sections === null ? [] : (JSON.parse(sections) as unknown),
      }),
    ),
    marks: marks.map(({ itemId, layer, mark, fault: said, givenAt }) => ({
      item: itemId,
      layer,
      mark,
      ...(said ? { fault: said } : {}),
      at: givenAt,
    })),
    corrections: corrections
      .filter(({ oral }) => !oral)
      .map(({ item, said, state, seen, right, first, last }) => ({
        item,
        said,
        state,
        seen,
        right,
        first: new Date(first),
        last: new Date(last),
      })),
    incidents: await incidentsForFile(club, records),
    figures: (await figuresOf(club, records)).map(({ ask, figure, step, ...of }) => ({
      ...of,
      figure,
      says: figureSaid(figure, ask, step),
    })),
  }
}

const ERASED = 'Former student'

/**
 * Erases one person: name, birth date, contacts, notes, what was said of them and why they sat out, under every record they had. What the
 * class did stays in its figures, of nobody. It cannot be undone.
 *
 * @param name their name as it stands, so that nobody is erased by a slip
 */
export async function erasePerson(club: Club, userId: string, id: string, name: string): Promise<void> {
  await club.lock()
  const row = await club.students.locked({ id })
  if (!row || row.sameAs) throw notFound('student')
  if (row.erasedAt) return
  if (name.trim() !== fullName(row))
    throw badFields([fault(['name'], `That is not the name; type ${fullName(row)}`)])
  const running = await club.select(
    `SELECT 1 FROM class_students t JOIN classes c ON c.club_id = t.club_id AND c.id = t.class_id AND c.state = 'running'
      WHERE t.club_id = :club AND t.student_id = :id LIMIT 1`,
    { id },
  )
  if (running.length)
    throw new Refusal('in-use', 'They are in a class that is on: erase them when it is over.')
  const records = await recordsOf(club, id)
  for (const student of await club.students.all({ id: records }, { columns: ['id', 'version'] }))
    await club.students.change(
      { id: student.id },
      { ...BLANK, version: student.version + 1, erasedAt: new Date() },
    )
  const taps = await club.presence.all({ studentId: records }, { columns: ['id'], raw: true })
  // A reason may stand with the taking back of a tap, which names nobody.
  await club.presence.change({ undoes: taps.map(({ id }) => id) }, { reason: null })
  await club.presence.change({ studentId: records }, { reason: null })
  await club.marks.change({ studentId: records }, { fault: null })
  await club.ledger.change({ studentId: records }, { reason: null })
  await club.sightings.remove({ studentId: records })
  await club.results.remove({ studentId: records })
  await club.incidents.remove({ studentId: records })
  await club.importRows.remove({ kind: 'roster', rowId: records })
  await club.readerTaps.change({ studentId: records }, { tag: '' })
  for (const record of records)
    await changeLists(club, await thoseWhoList(club, record), (list) => list.filter((one) => one !== record))
  await club.merges.change({ goneId: records }, { beforeBody: {} as never, afterBody: {} as never })
  await club.changed('private', id, 'erased', userId)
  await club.changed('students', id, 'erased', userId)
}

const BLANK = {
  firstName: ERASED,
  lastName: '',
  birthDate: null,
  ageBand: null,
  heightCm: null,
  massKg: null,
  floorNote: null,
  healthNote: null,
  family: null,
  contacts: [],
  consents: {},
  apart: [],
  together: [],
  tag: null,
  active: false,
}
