import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import { classAt, meaningOf, type TapOutcome } from '../../core/people/door-taps'
import { readRegister } from '../../core/people/register'
import { fault } from '../../core/kernel/faults'
import { list, record, text, whole } from '../../core/kernel/fields'
import { eventId } from '../../core/floor/event'
import { type PresenceMark } from '../../core/floor/events'
import type { DoorTap } from '../../shared/answers'
import type { Database } from '../db/connect'
import { databaseError, DUPLICATE, inClub, type Club } from '../db/in-club'
import type { ReaderRow } from '../db/rows'
import { dayIn, momentOf } from './calendar'
import { clocked } from './clocked'
import { marksOf } from './events'
import { digestOf, newKey } from './keys'
import { badFields, notFound, Refusal } from './refusal'

/** Door readers: keys that can send taps and nothing else, and what the taps mean on the register. */

export async function readers(club: Club) {
  const rows = await club.readers.all({ endedAt: null }, { order: [['name', 'ASC']] })
  return rows.map(({ id, name, madeAt, seenAt }) => ({ id, name, madeAt, seenAt }))
}

/** Adds a reader. Its key is told once: only its digest is kept. */
export async function addReader(
  club: Club,
  userId: string,
  name: string,
): Promise<{ id: string; key: string }> {
  const [id, key] = [randomUUID(), newKey('reader')]
  await club.readers.add({ id, name, keyDigest: digestOf(key), madeBy: userId })
  await club.changed('session', id, 'reader added', userId)
  return { id, key }
}

export async function endReader(club: Club, userId: string, id: string): Promise<void> {
  if ((await club.readers.change({ id }, { endedAt: new Date() })) === 0) throw notFound('reader')
  await club.changed('session', id, 'reader ended', userId)
}

/** @throws Refusal signed-out when no reader has this key */
export async function readerOf(db: Database, key: string): Promise<ReaderRow> {
  const found = await db.tables.readers.findOne({ where: { keyDigest: digestOf(key), endedAt: null } })
  if (!found) throw new Refusal('signed-out', 'No reader has this key.')
  return found.get({ plain: true })
}

export const tapsBody = record({
  taps: list(record({ id: eventId(), tag: text(64), at: whole(0, 8.64e15) }), 1, 200),
  /** The reader's own clock at the moment of sending, ms since 1970. */
  sentAt: whole(0, 8.64e15).optional(),
})
type Tap = z.infer<typeof tapsBody>['taps'][number]

export interface TapsTaken {
  taps: { id: string; outcome: TapOutcome }[]
  /** Classes whose register it changed. */
  classes: { id: string; isFinished: boolean }[]
}

/**
 * Takes what a reader heard, each tap once however often it is sent. One batch of a reader after the other; what is out of order is put in
 * its order.
 */
export async function takeTaps(
  db: Database,
  reader: ReaderRow,
  { taps, sentAt }: z.infer<typeof tapsBody>,
  now: number,
): Promise<TapsTaken> {
  return inClub(db, reader.clubId, async (club) => {
    await club.readers.locked({ id: reader.id })
    const known = new Map(
      (await club.readerTaps.all({ id: taps.map(({ id }) => id) })).map((row) => [row.id, row]),
    )
    const other = taps.find(({ id, tag }) => known.get(id) && known.get(id)?.tag !== tag)
    if (other) throw new Refusal('known-elsewhere', 'A tap of this id is known already, of another tag.')
    const door = new Door(club, reader, sentAt, now)
    const fresh = [...new Map(taps.filter(({ id }) => !known.has(id)).map((tap) => [tap.id, tap])).values()]
    const outcomes = new Map([...known].map(([id, { outcome }]) => [id, outcome]))
    for (const tap of fresh.sort((a, b) => a.at - b.at)) outcomes.set(tap.id, await door.take(tap))
    await club.readers.change({ id: reader.id }, { seenAt: new Date() })
    for (const { id } of door.touched()) await club.changed('class', id, 'tapped', null)
    for (const id of door.heard) await club.changed('class', id, 'door', null)
    return {
      taps: taps.map(({ id }) => ({ id, outcome: outcomes.get(id) ?? 'unknown' })),
      classes: door.touched(),
    }
  })
}

interface HeldClass {
  id: string
  day: string
  startTime: string
  lengthMin: number
  state: string
  startsAt: number
  startedAt: number
}

/** One batch at the door: what it has read of the club, so that sixty taps ask little more than one. */
class Door {
  private readonly days = new Map<string, HeldClass[]>()
  private readonly registers = new Map<string, PresenceMark[]>()
  private readonly own = new Map<string, Set<string>>()
  private readonly changed = new Map<string, boolean>()
  /** Classes at whose door something was heard. */
  readonly heard = new Set<string>()

  constructor(
    private readonly club: Club,
    private readonly reader: ReaderRow,
    private readonly sentAt: number | undefined,
    private readonly now: number,
  ) {}

  touched() {
    return [...this.changed].map(([id, isFinished]) => ({ id, isFinished }))
  }

  async take(tap: Tap): Promise<TapOutcome> {
    const { zone } = await this.club.row()
    const sent = { sentAt: this.sentAt }
    const { atMs } = clocked(tap.at, sent, this.now, this.now)
    const student = await this.ownerOf(tap.tag)
    const held = classAt(await this.classesOf(dayIn(zone, atMs), zone), atMs)
    if (held) this.heard.add(held.id)
    if (!student || !held) {
      const outcome = student ? 'no class' : 'unknown'
      await this.write(tap, atMs, { outcome, classId: held?.id ?? null, studentId: student?.id ?? null })
      return outcome
    }
    const marks = await this.marksOfClass(held.id)
    const own = this.own.get(held.id) ?? new Set()
    const means = meaningOf(atMs, readRegister(marks).get(student.id), held.startedAt, own)
    const time = clocked(tap.at, sent, held.startsAt, this.now)
    if (means.undoes)
      await this.mark(
        held,
        marks,
        { id: randomUUID(), kind: 'undo', at: time.atMs, undoes: means.undoes },
        time,
      )
    const markId = means.kind ? tap.id : null
    if (means.kind) {
      await this.mark(held, marks, { id: tap.id, kind: means.kind, student: student.id, at: time.atMs }, time)
      own.add(tap.id)
    }
    await this.write(tap, atMs, { outcome: means.outcome, classId: held.id, studentId: student.id, markId })
    return means.outcome
  }

  /** Whose a tag is; of a record that was merged it is the kept one's. */
  private async ownerOf(tag: string): Promise<{ id: string } | undefined> {
    const row = await this.club.students.one({ tag }, ['id', 'active', 'sameAs'])
    const student = row?.sameAs ? await this.club.students.one({ id: row.sameAs }, ['id', 'active']) : row
    return student?.active ? student : undefined
  }

  private async mark(
    held: HeldClass,
    marks: PresenceMark[],
    mark: PresenceMark,
    time: ReturnType<typeof clocked>,
  ): Promise<void> {
    await this.club.presence.append([
      {
        id: mark.id,
        classId: held.id,
        studentId: mark.student ?? null,
        kind: mark.kind,
        ...time,
        countOnDevice: null,
        reason: null,
        undoes: mark.undoes ?? null,
        sentBy: this.reader.madeBy,
      },
    ])
    marks.push(mark)
    this.changed.set(held.id, held.state === 'finished')
  }

  private write(
    { id, tag }: Tap,
    atMs: number,
    more: { outcome: TapOutcome; classId: string | null; studentId: string | null; markId?: string | null },
  ): Promise<void> {
    return this.club.readerTaps.append([{ id, readerId: this.reader.id, tag, atMs, markId: null, ...more }])
  }

  private async classesOf(day: string, zone: string): Promise<HeldClass[]> {
    const known = this.days.get(day)
    if (known) return known
    const rows = await this.club.select<Omit<HeldClass, 'startsAt' | 'startedAt'> & { begun: number | null }>(
      `SELECT c.id, DATE_FORMAT(c.day, '%Y-%m-%d') AS day, c.start_time AS startTime, c.length_min AS lengthMin, c.state,
          (SELECT MIN(e.at_ms) FROM run_events e WHERE e.club_id = c.club_id AND e.class_id = c.id AND e.kind = 'start') AS begun
        FROM classes c WHERE c.club_id = :club AND c.day BETWEEN :day - INTERVAL 1 DAY AND :day AND NOT c.put_away`,
      { day },
    )
    const held = rows.map(({ begun, ...row }) => {
      const startsAt = momentOf(zone, row.day, row.startTime)
      return { ...row, startsAt, startedAt: begun === null ? startsAt : Number(begun) }
    })
    this.days.set(day, held)
    return held
  }

  private async marksOfClass(classId: string): Promise<PresenceMark[]> {
    const known = this.registers.get(classId)
    if (known) return known
    const marks = await marksOf(this.club, classId)
    const own = await this.club.readerTaps.all({ classId }, { columns: ['markId'] })
    this.registers.set(classId, marks)
    this.own.set(classId, new Set(own.flatMap(({ markId }) => markId ?? [])))
    return marks
  }
}

const SHOWN = 30

/** What was heard at the door for a class, and of tags that are nobody's on its day; the newest first, a tag that is nobody's once. */
export async function doorOf(club: Club, classId: string): Promise<DoorTap[]> {
  const rows = await club.select<DoorTap & { at: number | string; times: number | string }>(
    `SELECT t.tag, t.outcome, t.student_id AS student, MAX(t.at_ms) AS at, COUNT(*) AS times
      FROM reader_taps t JOIN classes c ON c.club_id = t.club_id AND c.id = :classId
      WHERE t.club_id = :club AND t.class_id = :classId AND t.outcome <> 'again'
        AND (t.outcome <> 'unknown' OR NOT EXISTS (SELECT 1 FROM students s WHERE s.club_id = t.club_id AND s.tag = t.tag))
      GROUP BY t.tag, t.outcome, t.student_id ORDER BY at DESC LIMIT ${SHOWN}`,
    { classId },
  )
  return rows.map((row) => ({ ...row, at: Number(row.at), times: Number(row.times) }))
}

/** Gives a tag to a student: whoever had none, or another. */
export async function giveTag(club: Club, userId: string, id: string, tag: string): Promise<void> {
  const row = await club.students.locked({ id }, ['id', 'version'])
  if (!row) throw notFound('student')
  try {
    await club.students.change({ id }, { tag, version: row.version + 1 })
  } catch (error) {
    if (databaseError(error) === DUPLICATE) throw badFields([fault(['tag'], 'is another student’s')])
    throw error
  }
  await club.changed('students', id, 'tagged', userId)
}
