import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { QueryTypes } from 'sequelize'
import type { ClassAmendment, CorrectionPreview, Today } from '../../shared/answers'
import type { Database } from '../../server/db/connect'
import { inClub } from '../../server/db/in-club'
import { calendarOf } from '../../server/services/calendar'
import { carriedOn } from '../../server/http/clock'
import { forLog } from '../../server/http/for-log'
import type { PresenceMark, RunEvent } from '../../core/floor/events'
import { appendEvents } from '../../server/services/events'
import type { SignedIn } from '../../server/services/sessions'
import { noteFailure, readForPreview, settleClass } from '../../server/services/settle'
import {
  baseURL,
  CLASS_DAY,
  CLASS_START,
  itemDocument,
  makeClub,
  openDatabase,
  Person,
  planClass,
  planDocument,
  takeOverRoster,
  type TestClub,
} from './club'

/** What a record is made of, who is named in it, and what does not get into it. */
let db: Database
let club: TestClub
let head: Person
let teacher: Person
let assistant: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'the-record')
  head = await club.person('head')
  teacher = await club.person('instructor')
  assistant = await club.person('assistant')
})
afterAll(() => db.sequelize.close())

let made = 0
const event = (kind: string, sec: number, more: object = {}) => ({
  id: randomUUID(),
  n: ++made,
  kind,
  at: CLASS_START + sec * 1000,
  ...more,
})
const student = (n: number) => club.students[n]!.id
const tap = (n: number, kind = 'here', sec = 0, more: object = {}) =>
  event(kind, sec, { student: student(n), ...more })
const send = (who: Person, classId: string, body: object) =>
  who.post<{ state?: string; code?: string }>(`/api/classes/${classId}/events`, body)
/** A class that was run from the first second to the 200th, with these who came. */
async function held(...came: object[]): Promise<string> {
  const { classId } = await planClass(teacher)
  await send(teacher, classId, { run: [event('start', 0)], presence: came })
  await send(teacher, classId, { run: [event('finish', 200)] })
  return classId
}
const rows = <T extends object>(sql: string, replacements: Record<string, unknown> = {}) =>
  db.sequelize.query<T>(sql, { type: QueryTypes.SELECT, replacements: { club: club.id, ...replacements } })
const standing = (classId: string) =>
  rows<{ student: string; reps: number }>(
    `SELECT student_id AS student, SUM(reps_l + reps_r + reps_n) AS reps FROM practice
      WHERE club_id = :club AND class_id = :classId GROUP BY student_id ORDER BY student_id`,
    { classId },
  )

describe('who changed what', () => {
  it('is named per student, of a batch of two and of two people at once', async () => {
    const classId = await held(tap(0), tap(1), tap(2))
    await send(teacher, classId, {
      presence: [tap(0, 'left', 100, { reason: 'asthma' }), tap(1, 'left', 120, { reason: 'bus' })],
    })
    await Promise.all([
      send(teacher, classId, { presence: [tap(3, 'late', 20, { reason: 'forgot to tap' })] }),
      send(head, classId, { presence: [tap(2, 'left', 90, { reason: 'fetched early' })] }),
    ])
    const { body } = await teacher.get<ClassAmendment[]>(`/api/classes/${classId}/amendments`)
    const said = body.flatMap((one) => one.students.map(({ student: id }) => [id, one.by, one.reason]))
    expect(said).toContainEqual([student(0), 'instructor of the-record', 'asthma'])
    expect(said).toContainEqual([student(1), 'instructor of the-record', 'bus'])
    expect(said).toContainEqual([student(3), 'instructor of the-record', 'forgot to tap'])
    expect(said).toContainEqual([student(2), 'head of the-record', 'fetched early'])
  })
})

describe('a class that two settle for the first time at once', () => {
  it('is credited to everybody who came, though one takes down who is in it while the other asks', async () => {
    const [row] = await club.inside((inside) => inside.users.all({ role: 'instructor' }))
    const user: SignedIn = { ...row!, clubId: club.id, sessionId: '' }
    const { classId } = await planClass(teacher)
    // Written down, and settled by nobody yet.
    const run = [event('start', 0), event('finish', 200)] as RunEvent[]
    const presence = [tap(0), tap(1)] as PresenceMark[]
    await appendEvents(db, user, classId, { run, presence }, CLASS_START + 300_000)
    const slow = openDatabase()
    const table = slow.tables.classStudents
    let others = 0
    /** After the first answer about who is in the class the other has taken them down, and written nothing else yet. */
    const overtaken = async <T>(answer: Promise<T>): Promise<T> => {
      const told = await answer
      if (others++ === 0) await inClub(db, club.id, (other) => readForPreview(other, classId))
      return told
    }
    const [count, findAll] = [table.count.bind(table), table.findAll.bind(table)]
    table.count = ((...asked: Parameters<typeof count>) => overtaken(count(...asked))) as typeof table.count
    table.findAll = ((...asked: Parameters<typeof findAll>) =>
      overtaken(findAll(...asked))) as typeof table.findAll
    try {
      expect(await settleClass(slow, club.id, classId, { wait: true })).toEqual({ state: 'finished' })
    } finally {
      await slow.sequelize.close()
    }
    expect(others).toBeGreaterThan(0)
    expect((await standing(classId)).map((one) => one.student)).toEqual([student(0), student(1)].sort())
  })
})

describe('a correction', () => {
  it('is shown before it is kept: what it changes, and for whom; nothing is written', async () => {
    const classId = await held(tap(0), tap(1))
    const before = await standing(classId)
    const preview = await teacher.post<CorrectionPreview>(`/api/classes/${classId}/preview`, {
      presence: [tap(0, 'left', 100)],
    })
    expect(preview.status).toBe(200)
    expect(preview.body.students.map(({ student: id }) => id)).toEqual([student(0)])
    expect(preview.body.students[0]?.changes[0]?.workMs).toBeLessThan(0)
    expect(await standing(classId)).toEqual(before)
    expect((await assistant.post(`/api/classes/${classId}/preview`, { presence: [tap(0)] })).status).toBe(403)
  })

  it('of a class whose stored run lacks later fields changes nobody else', async () => {
    const classId = await held(tap(0), tap(1), tap(2))
    const before = await standing(classId)
    // As an earlier version stored it: without what has a default today.
    const [stored] = await rows<{ plan: string }>(
      'SELECT CONCAT(run_plan) AS plan FROM classes WHERE club_id = :club AND id = :classId',
      { classId },
    )
    const old = JSON.parse(stored!.plan) as {
      firstSide?: string
      blocks: { layer?: number; dose: Record<string, unknown> }[]
    }
    delete old.firstSide
    for (const block of old.blocks) {
      delete block.layer
      for (const field of ['roles', 'alternate', 'restSec', 'swapSec', 'switchSec', 'setupSec'])
        if (
          block.dose[field] ===
          { roles: 1, alternate: false, restSec: 0, swapSec: 5, switchSec: 5, setupSec: 0 }[field]
        )
          delete block.dose[field]
    }
    await db.sequelize.query('UPDATE classes SET run_plan = ? WHERE id = ?', {
      replacements: [JSON.stringify(old), classId],
    })
    await send(teacher, classId, { presence: [tap(2, 'left', 100)] })
    const after = await standing(classId)
    const others = (list: typeof before) => list.filter((row) => row.student !== student(2))
    expect(others(after)).toEqual(others(before))
    expect(after).not.toEqual(before)
  })
})

describe('a class for one group', () => {
  it('credits whoever joins it from another where they were put, and as they were put', async () => {
    const { classId } = await planClass(teacher)
    const white = 0
    await send(teacher, classId, {
      run: [event('start', 0)],
      presence: [tap(white), tap(4, 'here', 0, { group: 'white' })],
    })
    await send(teacher, classId, { run: [event('finish', 200)] })
    const { body } = await teacher.get<{ present: { student: string; group: string }[] }>(
      `/api/classes/${classId}/register`,
    )
    expect(body.present.find((row) => row.student === student(4))?.group).toBe('white')
  })
})

describe('a run that is too much', () => {
  it('has no more boards than a plan, however many are put in, and the server answers meanwhile', async () => {
    const { classId } = await planClass(teacher)
    await send(teacher, classId, { run: [event('start', 0)], presence: [tap(0)] })
    const [kicks] = planDocument().blocks as object[]
    const board = (id: string) => ({ ...kicks, id, title: id })
    let slowest = 0
    let isDone = false
    const watching = (async () => {
      while (!isDone) {
        const from = performance.now()
        await fetch(`${baseURL}/api/time`)
        slowest = Math.max(slowest, performance.now() - from)
        await new Promise((resolve) => setTimeout(resolve, 50))
      }
    })()
    for (let batch = 0; batch < 3; batch++) {
      const run = Array.from({ length: 1000 }, (_, n) =>
        event('insert', 1 + batch, { detail: { block: board(`more-${batch}-${n}`) } }),
      )
      expect((await send(assistant, classId, { run })).status).toBe(200)
    }
    expect((await send(assistant, classId, { run: [event('next', 5)] })).status).toBe(200)
    isDone = true
    await watching
    const { body } = await teacher.get<{ blocks: object[] }>(`/api/classes/${classId}/plan`)
    expect(body.blocks.length).toBeLessThanOrEqual(120)
    // What used to stand still for half a minute.
    expect(slowest).toBeLessThan(5000)
  })

  it('takes no more acts than any class has, and says so', async () => {
    const { classId } = await planClass(teacher)
    const [user] = await rows<{ id: string }>('SELECT id FROM users WHERE club_id = :club LIMIT 1')
    await db.sequelize.query(
      `INSERT INTO run_events (club_id, id, class_id, kind, at_ms, device_at_ms, sent_by)
        SELECT ?, UUID(), ?, 'film', ?, ?, ? FROM seq_1_to_6000`,
      { replacements: [club.id, classId, CLASS_START, CLASS_START, user!.id] },
    )
    expect((await send(teacher, classId, { run: [event('start', 0)] })).body).toMatchObject({
      code: 'too-much',
    })
  })
})

describe('a class that cannot be settled', () => {
  it('is set aside after three failures, shown to the head, and others go on; tried again it is settled', async () => {
    const classId = await held(tap(0))
    const [stored] = await rows<{ plan: string }>(
      'SELECT CONCAT(run_plan) AS plan FROM classes WHERE club_id = :club AND id = :classId',
      { classId },
    )
    // It is the last class of all, which Today looks back at.
    await db.sequelize.query(
      `UPDATE classes SET run_plan = '{"format":"nothing"}', start_time = '23:59' WHERE id = ?`,
      { replacements: [classId] },
    )
    expect((await teacher.get<Today>('/api/today')).body.last?.id).not.toBe(classId)
    expect(await teacher.get(`/api/classes/${classId}`)).toMatchObject({
      status: 409,
      body: { code: 'unreadable' },
    })
    await send(teacher, classId, { presence: [tap(1)] })
    await expect(settleClass(db, club.id, classId, { wait: true })).rejects.toThrow(
      /stored plan cannot be read/,
    )
    for (let n = 0; n < 3; n++) await noteFailure(db, club.id, classId, 'A stored plan cannot be read.')
    const shown = (await head.get<Today>('/api/today')).body.setAside
    expect(shown).toMatchObject([{ id: classId, why: 'A stored plan cannot be read.' }])
    expect((await teacher.get<Today>('/api/today')).body.setAside).toEqual([])
    const other = await held(tap(2))
    expect((await standing(other)).map(({ student: id }) => id)).toEqual([student(2)])
    expect((await head.post(`/api/classes/${classId}/settle`, {})).status).toBe(409)
    await db.sequelize.query('UPDATE classes SET run_plan = ? WHERE id = ?', {
      replacements: [stored!.plan, classId],
    })
    expect((await head.post(`/api/classes/${classId}/settle`, {})).status).toBe(200)
    expect((await head.get<Today>('/api/today')).body.setAside).toEqual([])
    expect((await standing(classId)).map(({ student: id }) => id).sort()).toEqual(
      [student(0), student(1)].sort(),
    )
  })
})

describe('a clock', () => {
  it('that is set goes unfollowed, and is noticed; one that drifts is followed', () => {
    const first = carriedOn(undefined, 1_000_000, 50)
    expect(carriedOn(first.line, 1_010_400, 10_050)).toEqual({
      line: { at: 1_010_100, mono: 10_050 },
      jumpedMs: 0,
    })
    expect(carriedOn(first.line, 1_010_000 - 3_600_000, 10_050)).toEqual({
      line: first.line,
      jumpedMs: -3_600_000,
    })
    expect(carriedOn(first.line, 1_010_000 + 3_600_000, 10_050).jumpedMs).toBe(3_600_000)
  })

  it('that was set back between start and finish ends the class all the same, marked, and credits who came', async () => {
    const { classId } = await planClass(teacher)
    await send(teacher, classId, { run: [event('start', 0)], presence: [tap(0)] })
    await send(teacher, classId, { run: [event('next', 100, { board: 'kicks' })] })
    const { body } = await send(teacher, classId, { run: [event('finish', -3600)] })
    expect(body.state).toBe('finished')
    expect(await standing(classId)).toHaveLength(1)
    const view = await teacher.get<{ doubted: { doubt: string }[] }>(`/api/classes/${classId}/events`)
    expect(view.body.doubted).toMatchObject([{ doubt: 'before its start' }])
  })
})

describe('what is refused', () => {
  it('half a character in any text is named with its field, and stored nowhere', async () => {
    const classId = await held(tap(0))
    const half = `{"presence":[{"id":"${randomUUID()}","kind":"left","at":${CLASS_START},"student":"${student(0)}","reason":"bus \\ud83d"}]}`
    const answer = await teacher.post<{ faults?: { path: string }[] }>(`/api/classes/${classId}/events`, half)
    expect([answer.status, answer.body.faults?.[0]?.path]).toEqual([422, 'presence[0].reason'])
  })

  it('hidden characters in a name, and a class before anybody was born', async () => {
    const named = (firstName: string) =>
      teacher.post('/api/roster', { id: randomUUID(), student: { firstName, rank: 'white', notches: 0 } })
    for (const name of ['Ada\u202E', 'Ada\u0007', 'Ada\nBen']) expect((await named(name)).status).toBe(422)
    const { planId } = await planClass(teacher)
    const times = { startTime: '18:30', lengthMin: 60 }
    expect((await teacher.post('/api/classes', { planId, day: '0000-01-01', ...times })).status).toBe(422)
  })

  it('an address where nothing is, as a problem in JSON', async () => {
    const answer = await teacher.get<{ code: string }>('/api/nowhere/at/all')
    expect([answer.status, answer.body.code]).toEqual([404, 'not-found'])
    expect(answer.type).toContain('problem+json')
  })

  it('a large body of somebody who may not is refused before it is read', async () => {
    const answer = await assistant.put('/api/settings', { base: 1, settings: 'x'.repeat(1_500_000) })
    expect([answer.status, answer.body.code]).toEqual([403, 'not-yours'])
  })

  it('and no answer of the API is kept by a cache', async () => {
    const response = await fetch(`${baseURL}/api/today`, { headers: { cookie: teacher.cookies } })
    expect(response.headers.get('cache-control')).toBe('no-store')
  })

  it('a log says nothing that somebody entered', () => {
    const secret = 'left wrist, no falls until March'
    expect(forLog(new Error(`line one\n${secret}`))).not.toContain(secret)
  })
})

describe('two who save at once', () => {
  it('a shape: the second is told what the first made of it', async () => {
    const shape = (name: string) => ({
      id: 'at-once',
      name,
      about: 'a piece',
      kind: 'rounds',
      minutes: { least: 2, most: 20 },
      groups: 1,
      blocks: (planDocument().blocks as object[]).slice(0, 1),
    })
    expect((await teacher.put('/api/shapes/at-once', { base: 0, shape: shape('A') })).status).toBe(200)
    const both = await Promise.all(
      ['B', 'C'].map((name) => teacher.put('/api/shapes/at-once', { base: 1, shape: shape(name) })),
    )
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect(both.find(({ status }) => status === 409)?.body).toMatchObject({ code: 'stale', version: 2 })
  })

  it('a roster file and an edit: both stand, and the version says so', async () => {
    const id = randomUUID()
    const document = { firstName: 'Iris', lastName: 'Import', rank: 'white', notches: 0 }
    await teacher.post('/api/roster', { id, student: document })
    const { body } = await teacher.get<{ version: number; student: object }>(`/api/roster/${id}`)
    const was = body.student
    expect(
      (
        await teacher.put(`/api/roster/${id}`, {
          base: body.version,
          student: { ...was, floorNote: 'left knee' },
        })
      ).status,
    ).toBe(200)
    // The file was read before the edit, and changes something else.
    const file = [{ row: 2, id, isNew: false, was, student: { ...was, heightCm: 171 } }]
    expect((await takeOverRoster(teacher, file)).body).toEqual({ added: 0, changed: 1 })
    const now = (await teacher.get<{ version: number; student: object }>(`/api/roster/${id}`)).body
    expect(now).toMatchObject({
      version: body.version + 2,
      student: { floorNote: 'left knee', heightCm: 171 },
    })
    // The same field changed by both is told, and nothing is written.
    const clash = [{ row: 2, id, isNew: false, was, student: { ...was, floorNote: 'none' } }]
    const refused = await takeOverRoster<{ faults: { path: string }[] }>(teacher, clash)
    expect([refused.status, refused.body.faults[0]?.path]).toEqual([422, 'row 2: floorNote'])
  })

  it('a file of two thousand is taken in while settings are saved', async () => {
    const rows = Array.from({ length: 2000 }, (_, n) => ({
      row: n + 2,
      id: randomUUID(),
      isNew: true,
      student: { firstName: `Many${n}`, lastName: 'Import', rank: 'green', notches: 0 },
    }))
    const [taken, other] = await Promise.all([takeOverRoster(teacher, rows), head.get('/api/library')])
    expect([taken.status, taken.body]).toEqual([200, { added: 2000, changed: 0 }])
    expect(other.status).toBe(200)
    await db.sequelize.query(
      `DELETE FROM rank_awards WHERE club_id = :club AND student_id IN (SELECT id FROM students WHERE last_name = 'Import')`,
      { replacements: { club: club.id } },
    )
    await db.sequelize.query(`DELETE FROM students WHERE club_id = :club AND last_name = 'Import'`, {
      replacements: { club: club.id },
    })
  })
})

describe('an item that something names', () => {
  it('is put away, never deleted, whether a version of one’s own names it or a series', async () => {
    await inClub(db, club.id, (inside) =>
      inside.items.addAll(
        ['only-own', 'only-series'].map((name) => ({
          id: name,
          name,
          category: 'kicks',
          body: itemDocument(name),
        })),
      ),
    )
    const series = {
      id: 'names-it',
      name: 'Names it',
      lessons: [{ title: 'One', needs: [{ item: 'only-series', layer: 1 }], leaves: [] }],
    }
    expect((await teacher.put('/api/series/names-it', { base: 0, series })).status).toBe(200)
    await inClub(db, club.id, (inside) =>
      inside.studentLayers.add({
        id: randomUUID(),
        studentId: student(0),
        itemId: 'only-own',
        layer: 1,
        day: CLASS_DAY,
        givenBy: randomUUID(),
      }),
    )
    for (const id of ['only-own', 'only-series'])
      expect((await teacher.delete(`/api/items/${id}`)).body).toMatchObject({ outcome: 'archived' })
  })
})

describe('one entry in calendars a class', () => {
  it('is that of its hour before it was planned, and stays when it is moved', async () => {
    const { planId } = await planClass(teacher)
    const times = { day: '2031-05-05', startTime: '18:30', lengthMin: 60 }
    const first = await teacher.post<{ id: string }>('/api/classes', { planId, ...times })
    const uidOf = async (id: string) => (await teacher.get<{ uid: string }>(`/api/classes/${id}`)).body.uid
    const uid = await uidOf(first.body.id)
    expect(uid).toBe(`2031-05-05-1830@${calendarOf(club.id)}.golden-lintel`)
    await teacher.put(`/api/classes/${first.body.id}`, { ...times, day: '2031-05-07', beside: true })
    expect(await uidOf(first.body.id)).toBe(uid)
    const second = await teacher.post<{ id: string }>('/api/classes', { planId, ...times })
    expect(await uidOf(second.body.id)).toBe(`2031-05-05-1830-2@${calendarOf(club.id)}.golden-lintel`)
  })
})

describe('guesses', () => {
  const guess = (email: string, password: string, person = new Person()) =>
    person.post<{ code?: string }>('/api/auth/sign-in', { email, password })

  it('of many at once no more are looked at than may be, and a browser that signed in before still gets in', async () => {
    const guarded = await makeClub(db, 'guesses')
    const email = guarded.email('head')
    const known = await guarded.person('head')
    const all = await Promise.all(Array.from({ length: 30 }, () => guess(email, 'wrong every time')))
    const looked = all.filter(({ body }) => body.code === 'wrong-sign-in')
    expect(looked.length).toBeLessThanOrEqual(8)
    expect(all.filter(({ status }) => status === 429 || status === 503).length).toBe(30 - looked.length)
    expect((await guess(email, 'a password for tests')).status).toBe(429)
    expect((await guess(email, 'a password for tests', new Person(known.cookies))).status).toBe(200)
  })

  it('signing in as another ends the session of that browser', async () => {
    const one = await club.person('assistant')
    const cookie = one.cookies
    await one.signIn(club.email('desk'))
    expect((await new Person(cookie).get('/api/today')).status).toBe(401)
    expect((await one.get('/api/today')).status).toBe(200)
  })
})
