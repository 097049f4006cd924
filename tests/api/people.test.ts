import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { creditPlan } from '../../core/people/credit'
import type { Attendance } from '../../core/people/attendance'
import type { Student } from '../../core/people/student'
import type { Plan } from '../../core/plan/schema'
import type {
  AttendanceList,
  BoardPairs,
  ClassView,
  PracticeMatrix,
  RosterEntry,
  RosterPage,
  StudentPage,
} from '../../shared/answers'
import {
  CLASS_START,
  itemDocument,
  makeClub,
  openDatabase,
  planClass,
  planDocument,
  takeOverRoster,
  type Person,
  type TestClub,
} from './club'

/** The roster and its keepers, guests at the door, students from home, and who works with whom. */
let db: Database
let club: TestClub
let teacher: Person
let desk: Person
let assistant: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'people')
  teacher = await club.person('instructor')
  desk = await club.person('desk')
  assistant = await club.person('assistant')
  await club.inside((inside) =>
    inside.items.addAll(
      [
        ['push', { partner: 'partner', contact: 'none', soloForm: 'against the wall' }],
        ['shove', { partner: 'partner', contact: 'controlled' }],
      ].map(([id, more]) => ({
        id: String(id),
        name: String(id),
        category: 'kicks',
        body: itemDocument(String(id), more as Record<string, unknown>),
      })),
    ),
  )
})
afterAll(() => db.sequelize.close())

const person = (more: object = {}): Partial<Student> => ({
  firstName: 'Ines',
  lastName: 'Pell',
  rank: 'white',
  ...more,
})
const add = async (by: Person, student: object, id = randomUUID()) => ({
  id,
  ...(await by.post('/api/roster', { id, student })),
})
const page = async (by: Person, id: string) => (await by.get<RosterPage>(`/api/roster/${id}`)).body
const trail = (root: string) =>
  club.inside((inside) =>
    inside.select<{ topic: string; what: string }>(
      'SELECT topic, what FROM changes WHERE club_id = :club AND root = :root ORDER BY id',
      { root },
    ),
  )

describe('the roster', () => {
  it('takes a new student once, however often it is sent, and never another under the same id', async () => {
    const id = randomUUID()
    const sent = await Promise.all([1, 2, 3].map(() => add(desk, person(), id)))
    expect(sent.map(({ status }) => status)).toEqual([200, 200, 200])
    expect((await add(desk, person({ firstName: 'Other' }), id)).status).toBe(409)
    const list = (await desk.get<RosterEntry[]>('/api/roster')).body
    expect(list.filter((one) => one.id === id)).toHaveLength(1)
    expect((await page(desk, id)).awards).toHaveLength(1)
  })

  it.each([
    ['a birth date in the future', { birthDate: '2999-01-01' }, 'birthDate'],
    ['a birth date that is none', { birthDate: '2010-02-30' }, 'birthDate'],
    ['a rank there is not', { rank: 'purple' }, 'rank'],
    ['a group there is not', { group: 'nowhere' }, 'group'],
    ['more stripes than the rank has', { notches: 3 }, 'notches'],
    ['no name', { firstName: ' ' }, 'firstName'],
    ['a stranger to be kept apart from', { apart: [randomUUID()] }, 'apart[0]'],
    ['a field nobody knows', { nickname: 'x' }, 'nickname'],
  ])('refuses %s by its field', async (_what, more, path) => {
    const { status, body } = await add(teacher, person(more))
    expect([status, (body.faults as { path: string }[])[0]?.path]).toEqual([422, path])
  })

  it('keeps one name only, an emoji and a name written from right to left', async () => {
    for (const firstName of ['Prahlad', '🥋 Bo', 'ליאור']) {
      const { id, status } = await add(desk, person({ firstName, lastName: '' }))
      expect(status).toBe(200)
      expect((await page(desk, id)).student.firstName).toBe(firstName)
    }
  })

  it('gives no health to the desk, and loses none when the desk saves', async () => {
    const { id } = await add(
      teacher,
      person({ floorNote: 'knee', healthNote: 'an old sprain', birthDate: '1990-01-01' }),
    )
    const seen = await page(desk, id)
    expect(JSON.stringify(seen)).not.toMatch(/knee|sprain/)
    const saved = await desk.put(`/api/roster/${id}`, {
      base: seen.version,
      student: { ...seen.student, family: 'Pell' },
    })
    expect(saved.status).toBe(200)
    expect((await page(teacher, id)).student).toMatchObject({
      floorNote: 'knee',
      healthNote: 'an old sprain',
      family: 'Pell',
    })
    const forced = await desk.put(`/api/roster/${id}`, {
      base: seen.version + 1,
      student: { ...seen.student, floorNote: 'mine' },
    })
    expect(forced.status).toBe(422)
    expect((await assistant.get(`/api/roster/${id}`)).status).toBe(403)
  })

  it('of two who save at once one is told what the other wrote', async () => {
    const { id } = await add(teacher, person())
    const { version, student } = await page(teacher, id)
    const saves = await Promise.all(
      ['Left', 'Right'].map((lastName, n) =>
        (n ? desk : teacher).put(`/api/roster/${id}`, { base: version, student: { ...student, lastName } }),
      ),
    )
    expect(saves.map(({ status }) => status).sort()).toEqual([200, 409])
    const told = saves.find(({ status }) => status === 409)!.body as { theirs: Student; version: number }
    expect(['Left', 'Right']).toContain(told.theirs.lastName)
    expect(told.version).toBe(version + 1)
  })

  it('who was placed in a group meanwhile is not put back by an older page', async () => {
    const { id } = await add(teacher, person())
    const { version, student } = await page(teacher, id)
    await teacher.put(`/api/students/${id}/group`, { group: 'green' })
    const { status, body } = await desk.put(`/api/roster/${id}`, { base: version, student })
    expect([status, (body.theirs as Student).group]).toEqual([409, 'green'])
  })

  it('writes each rank that is given into the history, and moves them to its group', async () => {
    const { id } = await add(teacher, person())
    const { version, student } = await page(teacher, id)
    await teacher.put(`/api/roster/${id}`, {
      base: version,
      student: { ...student, rank: 'green', rankSince: '2026-01-10' },
    })
    const now = await page(teacher, id)
    expect(now.awards.map(({ rank, day }) => [rank, day])).toEqual([
      ['green', '2026-01-10'],
      ['white', null],
    ])
    expect((await teacher.get<RosterEntry[]>('/api/roster')).body.find((one) => one.id === id)?.groupId).toBe(
      'green',
    )
  })

  it('a tag is one student’s', async () => {
    await add(teacher, person({ tag: 'T-1' }))
    const { status, body } = await add(teacher, person({ tag: 'T-1' }))
    expect([status, (body.faults as { path: string }[])[0]?.path]).toEqual([422, 'tag'])
  })

  it('archives and brings back, and what was recorded stays', async () => {
    const { id } = await add(desk, person({ firstName: 'Gone' }))
    expect((await desk.put(`/api/roster/${id}/archive`, { archived: true })).body).toEqual({ active: false })
    const onRegister = async () =>
      (await teacher.get<{ id: string }[]>('/api/students')).body.some((one) => one.id === id)
    expect(await onRegister()).toBe(false)
    await desk.put(`/api/roster/${id}/archive`, { archived: false })
    expect(await onRegister()).toBe(true)
  })

  it('writes down who opens a minor’s page, and not who opens a grown-up’s', async () => {
    const minor = await add(teacher, person({ birthDate: '2015-03-03' }))
    const adult = await add(teacher, person({ birthDate: '1980-03-03' }))
    for (const { id } of [minor, adult]) await page(desk, id)
    expect(await trail(minor.id)).toContainEqual({ topic: 'private', what: 'read' })
    expect(await trail(adult.id)).not.toContainEqual({ topic: 'private', what: 'read' })
    const reads = async () => (await trail(minor.id)).filter(({ what }) => what === 'read').length
    const before = await reads()
    expect((await teacher.get(`/api/students/${minor.id}`)).status).toBe(200)
    expect(await reads()).toBe(before + 1)
  })

  it('writes down that the whole club left as a file', async () => {
    expect((await teacher.get('/api/club/file')).status).toBe(200)
    expect(await trail('club')).toContainEqual({ topic: 'private', what: 'saved as a file' })
  })
})

describe('a file of the roster', () => {
  it('goes out without health for the desk, and that it did is in the trail', async () => {
    await add(teacher, person({ firstName: 'Filed', floorNote: 'an old knee' }))
    const text = async (who: Person) => String((await who.get('/api/roster/file')).body.text)
    expect(await text(teacher)).toContain('an old knee')
    expect(await text(desk)).toContain('Filed')
    expect(await text(desk)).not.toContain('an old knee')
    expect((await trail('roster')).map(({ what }) => what)).toEqual(
      expect.arrayContaining(['read', 'saved as a file']),
    )
    expect((await assistant.get('/api/roster/file')).status).toBe(403)
  })

  const row = (n: number, student: object, id = randomUUID(), isNew = true) => ({
    row: n,
    id,
    isNew,
    student,
  })
  const count = async () => (await desk.get<RosterEntry[]>('/api/roster')).body.length

  it('is taken over whole, and again changes nothing', async () => {
    const rows = [2, 3, 4].map((n) => row(n, person({ firstName: `Row ${n}`, joined: '2026-02-02' })))
    const before = await count()
    expect((await takeOverRoster(desk, rows)).body).toEqual({ added: 3, changed: 0 })
    expect((await takeOverRoster(desk, rows)).body).toEqual({ added: 0, changed: 0 })
    expect(await count()).toBe(before + 3)
  })

  it('with one bad row changes nothing, and names the row', async () => {
    const before = await count()
    const rows = [row(2, person({ firstName: 'Good' })), row(3, person({ rank: 'purple' }))]
    const { status, body } = await takeOverRoster(desk, rows)
    expect(status).toBe(422)
    expect((body.faults as { path: string }[])[0]?.path).toBe('row 3: rank')
    expect(await count()).toBe(before)
    const stranger = await takeOverRoster(desk, [row(2, person(), randomUUID(), false)])
    expect(stranger.status).toBe(422)
  })

  it('read against an old roster adds nobody who is there by now', async () => {
    const again = () => row(2, person({ firstName: 'Stale', birthDate: '2001-02-03', joined: '2026-02-02' }))
    expect((await takeOverRoster(desk, [again()])).body).toEqual({
      added: 1,
      changed: 0,
    })
    const before = await count()
    const { status, body } = await takeOverRoster(desk, [again()])
    expect([status, (body.faults as { path: string }[])[0]?.path]).toEqual([
      422,
      'row 2 (Stale Pell): first name',
    ])
    expect(await count()).toBe(before)
  })

  it('waits in pieces: nobody changes before it is taken over, a lost piece is noticed, a stopped one is gone', async () => {
    const before = await count()
    const of = `/api/roster/imports/${randomUUID()}`
    const rows = [2, 3].map((n) => row(n, person({ firstName: `Piece ${n}`, joined: '2026-02-02' })))
    for (const piece of [rows.slice(0, 1), rows.slice(0, 1)])
      expect((await desk.post(`${of}/rows`, { rows: piece })).body).toEqual({ staged: 1 })
    expect(await count()).toBe(before)
    const early = await desk.post(`${of}/take-over`, { rows: 2 })
    expect([early.status, early.body.code, await count()]).toEqual([409, 'incomplete', before])
    // What another person sends is another import, whatever it is called.
    expect((await teacher.post(`${of}/take-over`, { rows: 1 })).status).toBe(409)
    const theirs = { ...rows[0]!, student: person({ firstName: 'Theirs', joined: '2026-02-02' }) }
    await teacher.post(`${of}/rows`, { rows: [theirs] })
    expect((await assistant.post(`${of}/rows`, { rows: [] })).status).toBe(403)
    await desk.delete(of)
    expect((await desk.post(`${of}/take-over`, { rows: 1 })).status).toBe(409)
    await desk.post(`${of}/rows`, { rows })
    const twice = await Promise.all([1, 2].map(() => desk.post(`${of}/take-over`, { rows: 2 })))
    expect(twice.map(({ status }) => status).sort()).toEqual([200, 409])
    const names = (await desk.get<RosterEntry[]>('/api/roster')).body.map(({ student }) => student.firstName)
    expect(names).toHaveLength(before + 2)
    expect(names).toEqual(expect.arrayContaining(['Piece 2', 'Piece 3']))
    expect(names).not.toContain('Theirs')
    await teacher.delete(of)
  })

  it('sent twice at once adds nobody twice', async () => {
    const rows = [2, 3].map((n) => row(n, person({ firstName: `Twice ${n}`, joined: '2026-02-02' })))
    const before = await count()
    const sent = await Promise.all([1, 2].map(() => takeOverRoster(desk, rows)))
    expect(sent.map(({ status }) => status)).toEqual([200, 200])
    expect(await count()).toBe(before + 2)
  })
})

const forTwo = (more: object[] = []) =>
  planDocument({
    title: 'In twos',
    blocks: [
      {
        id: 'push',
        title: 'Push',
        phase: 'partner',
        technique: 'push',
        dose: { kind: 'count', reps: 6, tempoSec: 5, roles: 2, swapSec: 10 },
      },
      ...more,
    ],
  })
const tap = (kind: string, student: string, at = CLASS_START) => ({ id: randomUUID(), kind, student, at })
const act = (kind: string, at: number) => ({ id: randomUUID(), kind, at })

describe('guests and students from home', () => {
  it('a guest is on the register of that class only, until they are kept', async () => {
    const { classId } = await planClass(teacher, forTwo())
    const other = await planClass(teacher, forTwo())
    const id = randomUUID()
    const guest = { id, name: 'Mina from Elsewhere', rank: 'white', kind: 'visitor' }
    const sent = await Promise.all([1, 2].map(() => desk.post(`/api/classes/${classId}/guests`, guest)))
    expect(sent.map(({ status }) => status)).toEqual([200, 200])
    const on = async (of: string) =>
      (await teacher.get<{ roster: { id: string; kind: string }[] }>(`/api/classes/${of}`)).body.roster.find(
        (one) => one.id === id,
      )?.kind
    expect([await on(classId), await on(other.classId)]).toEqual(['visitor', undefined])
    expect((await desk.put(`/api/roster/${id}/keep`, {})).status).toBe(200)
    expect([await on(classId), await on(other.classId)]).toEqual(['member', 'member'])
    await desk.put(`/api/roster/${id}/archive`, { archived: true })
    const bad = await desk.post(`/api/classes/${classId}/guests`, {
      ...guest,
      id: randomUUID(),
      rank: 'purple',
    })
    expect(bad.status).toBe(422)
  })

  it('who takes part from home is credited with the solo form, as the command reckons it', async () => {
    const { classId } = await planClass(teacher, forTwo())
    const [home, hall] = club.students
    const run = [act('start', CLASS_START), act('finish', CLASS_START + 300_000)]
    const presence = [tap('home', home!.id), tap('here', hall!.id)]
    expect((await teacher.post(`/api/classes/${classId}/events`, { run, presence })).status).toBe(200)
    const plan = (await teacher.get(`/api/classes/${classId}/plan`)).body as unknown as Plan
    const attendance = (await teacher.get(`/api/classes/${classId}/register`)).body as unknown as Attendance
    expect(attendance.present.find(({ student }) => student === home!.id)?.remote).toBe(true)
    const credited = new Map(creditPlan(plan, attendance).map((one) => [one.student, one.practice]))
    const rows = await club.inside((inside) => inside.practice.all({ classId }))
    for (const { studentId, repsL, repsR, repsN, received, workMs } of rows) {
      const [want] = credited.get(studentId) ?? []
      expect([repsL, repsR, repsN, received, workMs]).toEqual([
        want?.repsL,
        want?.repsR,
        want?.repsN,
        want?.received,
        (want?.workSec ?? 0) * 1000,
      ])
    }
    expect(rows.find(({ studentId }) => studentId === home!.id)?.received).toBe(0)
    expect(rows.find(({ studentId }) => studentId === hall!.id)?.received).toBeGreaterThan(0)
  })
})

describe('partners', () => {
  const asked = (more: object = {}) => ({ base: 0, school: 'like', ...more })
  const path = (classId: string, board = 'push') => `/api/classes/${classId}/partners/${board}`
  const namesIn = ({ rounds }: BoardPairs, round = 0) => rounds[round]!.groups.map(({ students }) => students)
  const present = async (classId: string, count: number) => {
    const here = club.students.slice(0, count)
    await teacher.post(`/api/classes/${classId}/events`, { presence: here.map(({ id }) => tap('here', id)) })
    return here.map(({ id }) => id)
  }

  it('are made of who is here: not from home, not sitting out, not away', async () => {
    const { classId } = await planClass(teacher, forTwo())
    const [a, b, c, d, e, f] = club.students.map(({ id }) => id) as [
      string,
      string,
      string,
      string,
      string,
      string,
    ]
    await teacher.post(`/api/classes/${classId}/events`, {
      presence: [
        tap('here', a),
        tap('here', b),
        tap('late', c),
        tap('home', d),
        tap('here', e),
        tap('out', e, CLASS_START + 1000),
        tap('away', f),
      ],
    })
    const { status, body } = await teacher.put<BoardPairs>(path(classId), asked())
    expect(status).toBe(200)
    expect(namesIn(body)).toEqual([[a, b, c].sort()])
    expect(body.rounds[0]!.groups[0]!.why).toHaveLength(3)
  })

  it('of two who pair at once one is told, and nothing is mixed', async () => {
    const { classId } = await planClass(teacher, forTwo())
    await present(classId, 6)
    const both = await Promise.all([teacher, assistant].map((who) => who.put(path(classId), asked())))
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect(both.find(({ status }) => status === 409)?.body.theirs).toBeNull()
  })

  it('the others come with another press, pins stand, and a latecomer changes one group', async () => {
    const { classId } = await planClass(teacher, forTwo())
    const here = await present(classId, 4)
    const first = (await teacher.put<BoardPairs>(path(classId), asked())).body
    const next = (await teacher.put<BoardPairs>(path(classId), asked({ base: 1, way: 'next' }))).body
    for (const pair of namesIn(next)) expect(namesIn(first)).not.toContainEqual(pair)
    const pin = namesIn(first)[0]!
    const pinned = (await teacher.put<BoardPairs>(path(classId), asked({ base: 2, pins: [pin] }))).body
    expect(namesIn(pinned)).toContainEqual(pin)
    const late = club.students[4]!.id
    await teacher.post(`/api/classes/${classId}/events`, {
      presence: [tap('late', late, CLASS_START + 1000)],
    })
    const fitted = (await teacher.put<BoardPairs>(path(classId), asked({ base: 3, way: 'fit', pins: [pin] })))
      .body
    expect(namesIn(fitted).flat().sort()).toEqual([...here, late].sort())
    expect(namesIn(fitted).filter((group) => group.length === 3)).toHaveLength(1)
    expect(
      namesIn(fitted).filter((group) => namesIn(pinned).some((pair) => pair.join() === group.join())),
    ).toHaveLength(1)
  })

  it('several rounds meet nobody twice', async () => {
    const { classId } = await planClass(teacher, forTwo())
    await present(classId, 6)
    const { body } = await teacher.put<BoardPairs>(path(classId), asked({ rounds: 5 }))
    const met = [0, 1, 2, 3, 4].flatMap((round) => namesIn(body, round).map((pair) => pair.join()))
    expect(new Set(met).size).toBe(15)
    expect(body.again).toEqual([])
  })

  it('contact keeps a minor from an adult, and says so only to who may know', async () => {
    const { classId } = await planClass(
      teacher,
      forTwo([
        {
          id: 'shove',
          title: 'Shove',
          phase: 'partner',
          technique: 'shove',
          dose: { kind: 'count', reps: 2, roles: 2 },
        },
      ]),
    )
    const adult = (await add(teacher, person({ firstName: 'Grown', birthDate: '1980-01-01' }))).id
    const minor = club.students[0]!.id
    await teacher.post(`/api/classes/${classId}/events`, {
      presence: [tap('here', adult), tap('here', minor)],
    })
    const { body } = await teacher.put<BoardPairs>(path(classId, 'shove'), asked())
    expect(body.rounds[0]!.left.map(({ id }) => id).sort()).toEqual([adult, minor].sort())
    expect(body.rounds[0]!.left[0]!.why).toMatch(/^age/)
    expect(body.refused).toHaveLength(1)
    const seen = (await assistant.get<BoardPairs[]>(`/api/classes/${classId}/partners`)).body[0]!
    expect(JSON.stringify(seen)).not.toMatch(/age|mass|cost":\d/)
    expect((await teacher.put<BoardPairs>(path(classId), asked())).body.rounds[0]!.left).toEqual([])
    expect((await desk.put(path(classId), asked({ base: 1 }))).status).toBe(403)
    expect((await teacher.put(path(classId, 'nothing'), asked())).status).toBe(404)
  })

  it('a three shares its reps in the ledger as the command reckons; afterwards nobody pairs anew, and the next class knows', async () => {
    const { classId } = await planClass(teacher, forTwo())
    const here = await present(classId, 3)
    await teacher.put(path(classId), asked())
    const run = [act('start', CLASS_START), act('finish', CLASS_START + 300_000)]
    await teacher.post(`/api/classes/${classId}/events`, { run })
    const attendance = (await teacher.get(`/api/classes/${classId}/register`)).body as unknown as Attendance
    expect(attendance.present.map(({ trio }) => trio)).toEqual([['push'], ['push'], ['push']])
    const plan = (await teacher.get(`/api/classes/${classId}/plan`)).body as unknown as Plan
    const rows = await club.inside((inside) => inside.practice.all({ classId }))
    for (const { student, practice } of creditPlan(plan, attendance)) {
      const row = rows.find(({ studentId }) => studentId === student)
      expect([row?.repsL, row?.repsR, row?.repsN, row?.received]).toEqual([
        practice[0]?.repsL,
        practice[0]?.repsR,
        practice[0]?.repsN,
        practice[0]?.received,
      ])
    }
    expect((await teacher.put(path(classId), asked({ base: 1 }))).status).toBe(409)
    const later = await planClass(teacher, forTwo())
    await teacher.post(`/api/classes/${later.classId}/events`, {
      presence: here.slice(0, 2).map((id) => tap('here', id)),
    })
    const { body } = await teacher.put<BoardPairs>(path(later.classId), asked())
    expect(body.rounds[0]!.groups[0]!.why[0]!.says).toContain('partners lately 15')
  })
})

describe('who has had what', () => {
  it('is what the summaries say, for those who teach', async () => {
    const { body } = await teacher.get<PracticeMatrix>('/api/practised')
    const summaries = await club.inside((inside) => inside.summary.all())
    const members = new Set(body.students.map(({ id }) => id))
    const wanted = summaries
      .filter(({ studentId }) => members.has(studentId))
      .map((row) => [
        row.studentId,
        row.itemId,
        row.days,
        row.lastDay,
        row.repsN,
        row.received,
        Number(row.workMs),
        row.mark,
      ])
    const told = Object.entries(body.cells).flatMap(([student, cells]) =>
      cells.map(([item, days, last, , , , repsN, received, workMs, mark]) => [
        student,
        item,
        days,
        last,
        repsN,
        received,
        workMs,
        mark,
      ]),
    )
    expect(told.length).toBeGreaterThan(0)
    expect(told.map(String).sort()).toEqual(wanted.map(String).sort())
    for (const other of [desk, assistant]) expect((await other.get('/api/practised')).status).toBe(403)
  })
})

describe('attendance', () => {
  it('is noted when the class is over, follows a correction, and tells what was missed', async () => {
    const { classId } = await planClass(teacher, forTwo())
    const [came, home, excused, away] = club.students.map(({ id }) => id) as [string, string, string, string]
    const run = [act('start', CLASS_START), act('finish', CLASS_START + 200_000)]
    const presence = [tap('here', came), tap('home', home), tap('excused', excused)]
    await teacher.post(`/api/classes/${classId}/events`, { run, presence })
    const stood = async () => {
      const rows = await club.inside((inside) => inside.classStudents.all({ classId }))
      const of = new Map(rows.map((row) => [row.studentId, row.stood]))
      return [came, home, excused, away].map((id) => of.get(id))
    }
    expect(await stood()).toEqual(['there', 'home', 'excused', 'away'])
    const pageOf = async (id: string) => (await teacher.get<StudentPage>(`/api/students/${id}`)).body
    expect((await pageOf(excused)).missed[classId]).toContain('push')
    expect((await pageOf(came)).missed[classId]).toBeUndefined()
    expect((await pageOf(excused)).attended.map((one) => one.stood)).toContain('excused')
    // Two corrections at once: both are in what is noted.
    await Promise.all([
      teacher.post(`/api/classes/${classId}/events`, {
        presence: [tap('here', excused, CLASS_START + 1000)],
      }),
      teacher.post(`/api/classes/${classId}/events`, { presence: [tap('away', came, CLASS_START + 1000)] }),
    ])
    expect(await stood()).toEqual(['away', 'home', 'there', 'away'])
    const { body } = await teacher.get<AttendanceList>('/api/attendance')
    expect(body.students.find(({ id }) => id === home)?.classes.map((one) => one.stood)).toContain('home')
    expect((await desk.get('/api/attendance')).status).toBe(403)
    // A finish that is taken back leaves nothing noted.
    const undo = { ...act('undo', CLASS_START + 201_000), undoes: run[1]!.id }
    await teacher.post(`/api/classes/${classId}/events`, { run: [undo] })
    expect(await stood()).toEqual([null, null, null, null])
  })
})

describe('the matrix as a file', () => {
  it('is written to the trail, and reading it on the screen is not', async () => {
    await teacher.get('/api/practised')
    expect(await trail('practised')).toEqual([])
    expect((await teacher.get('/api/practised?for=file')).status).toBe(200)
    expect(await trail('practised')).toEqual([{ topic: 'private', what: 'saved as a file' }])
    expect((await assistant.get('/api/practised?for=file')).status).toBe(403)
  })
})

describe('a student in two classes at once', () => {
  it('is told to whoever keeps either register, and neither loses a tap', async () => {
    const [one, other] = [await planClass(teacher), await planClass(teacher)].map(({ classId }) => classId)
    const { id: student } = await add(desk, person({ firstName: 'Twice' }))
    const here = (classId: string) =>
      desk.post(`/api/classes/${classId}/events`, {
        run: [],
        presence: [{ id: randomUUID(), kind: 'here', student, at: CLASS_START }],
      })
    await Promise.all([here(one!), here(other!)])
    for (const classId of [one!, other!]) {
      const view = (await desk.get<ClassView>(`/api/classes/${classId}`)).body
      expect(view.marks.map((mark) => mark.student)).toContain(student)
      expect(view.elsewhere.filter((found) => found.student === student)).toHaveLength(1)
    }
  })
})
