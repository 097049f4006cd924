import net from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { QueryTypes } from 'sequelize'
import type { Database } from '../../server/db/connect'
import {
  baseURL,
  CLASS_START,
  makeClub,
  openDatabase,
  planClass,
  planDocument,
  type Answer,
  type Person,
  type TestClub,
} from './club'

/** What two devices, a rude client, or a moved student must not do to the records of a class. */
let db: Database
let club: TestClub
let teacher: Person
let assistant: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'records')
  teacher = await club.person('instructor')
  assistant = await club.person('assistant')
})
afterAll(() => db.sequelize.close())

const event = (kind: string, sec: number, more: object = {}) => ({
  id: crypto.randomUUID(),
  kind,
  at: CLASS_START + sec * 1000,
  ...more,
})
const student = (n: number) => club.students[n]!.id
const here = (n: number, sec = 0) => event('here', sec, { student: student(n) })
const events = (classId: string) => `/api/classes/${classId}/events`
const send = (
  who: Person,
  classId: string,
  body: object,
): Promise<Answer<{ state?: string; code?: string }>> => who.post(events(classId), body)

interface Practice {
  classId: string
  itemId: string
  repsR: number
  repsL: number
}
const practiceOf = async (n: number, classId: string) =>
  (await teacher.get<{ practice: Practice[] }>(`/api/students/${student(n)}`)).body.practice.filter(
    (row) => row.classId === classId,
  )
const stateOf = async (classId: string) =>
  (await teacher.get<{ state: string }>(`/api/classes/${classId}`)).body.state

describe('two devices at once', () => {
  it('a finish and a tap: the class is finished and the one who was tapped has their practice, in 25 of 25', async () => {
    for (let n = 0; n < 25; n++) {
      const { classId } = await planClass(teacher)
      await send(teacher, classId, { run: [event('start', 0)], presence: [here(0)] })
      const both = await Promise.all([
        send(teacher, classId, { run: [event('finish', 200)] }),
        send(assistant, classId, { presence: [here(1, 1)] }),
      ])
      expect(both.map(({ status }) => status)).toEqual([200, 200])
      expect(await stateOf(classId)).toBe('finished')
      expect([await practiceOf(0, classId), await practiceOf(1, classId)]).toMatchObject([
        [{ repsR: 10, repsL: 10 }],
        [{ repsR: 10, repsL: 10 }],
      ])
    }
  })

  it('the same finish from both is one finish', async () => {
    for (let n = 0; n < 10; n++) {
      const { classId } = await planClass(teacher)
      await send(teacher, classId, { run: [event('start', 0)], presence: [here(0)] })
      const finish = { run: [event('finish', 200)] }
      const both = await Promise.all([send(teacher, classId, finish), send(assistant, classId, finish)])
      expect(both.map(({ body }) => body.state)).toEqual(['finished', 'finished'])
      const rows = await club.inside((inside) => inside.ledger.all({ classId }))
      expect(rows).toHaveLength(1)
    }
  })

  it('two who leave out the coming board leave out one, and two who go on go on once', async () => {
    const blocks = ['a', 'b', 'c', 'd'].map((id) => ({
      id,
      title: id,
      phase: 'talk',
      dose: { kind: 'fixed', sec: 60 },
    }))
    const lonely = await makeClub(db, 'aimed')
    const [one, other] = [await lonely.person('instructor'), await lonely.person('assistant')]
    const { classId } = await planClass(one, planDocument({ blocks }))
    await send(one, classId, { run: [event('start', 0)] })
    await Promise.all([
      send(one, classId, {
        run: [event('skip', 10, { board: 'b' }), event('next', 20, { board: 'a', waiting: false })],
      }),
      send(other, classId, {
        run: [event('skip', 10.2, { board: 'b' }), event('next', 20.2, { board: 'a', waiting: false })],
      }),
    ])
    await send(one, classId, { run: [event('finish', 200)] })
    const { last } = (
      await one.get<{ last: { id: string; cut: { title: string; ranMs: number }[] } }>('/api/today')
    ).body
    expect(last.id).toBe(classId)
    expect(last.cut.map(({ title, ranMs }) => [title, ranMs])).toEqual([
      ['a', 20_000],
      ['b', 0],
    ])
  })

  it('a hundred taps at once are all there, and settled', async () => {
    const { classId } = await planClass(teacher)
    await send(teacher, classId, { run: [event('start', 0)] })
    const taps = Array.from({ length: 100 }, (_, n) => here(n % 6, n))
    const answers = await Promise.all(taps.map((tap) => send(assistant, classId, { presence: [tap] })))
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200]))
    const { marks } = (await teacher.get<{ marks: { id: string }[] }>(events(classId))).body
    expect(new Set(marks.map(({ id }) => id))).toEqual(new Set(taps.map(({ id }) => id)))
    await expect
      .poll(() => club.inside(async (inside) => (await inside.settlements.one({ classId }))?.events), {
        timeout: 10_000,
      })
      .toBe(101)
  })
})

describe('an event that is known already', () => {
  it('with the same contents was had already; with others, or in another class, it is refused and said', async () => {
    const one = await planClass(teacher)
    const other = await planClass(teacher)
    const start = event('start', 0)
    const tap = here(0)
    const both = { run: [start], presence: [tap] }
    expect((await send(teacher, one.classId, both)).status).toBe(200)
    expect((await send(teacher, one.classId, both)).status).toBe(200)
    for (const body of [
      { run: [{ ...start, at: start.at + 1 }] },
      { presence: [{ ...tap, student: student(1) }] },
    ])
      expect(await send(teacher, one.classId, body)).toMatchObject({
        status: 409,
        body: { code: 'known-elsewhere' },
      })
    for (const body of [{ run: [start] }, { presence: [tap] }])
      expect(await send(teacher, other.classId, body)).toMatchObject({
        status: 409,
        body: { code: 'known-elsewhere' },
      })
    expect((await teacher.get<{ marks: unknown[] }>(events(other.classId))).body.marks).toEqual([])
  })

  it('beside one that is not: the new one is kept', async () => {
    const { classId } = await planClass(teacher)
    const [first, second] = [here(0), here(1)]
    await send(teacher, classId, { presence: [first] })
    expect((await send(teacher, classId, { presence: [first, second] })).status).toBe(200)
    expect((await teacher.get<{ marks: unknown[] }>(events(classId))).body.marks).toHaveLength(2)
  })
})

describe('a correction', () => {
  it('leaves everybody else’s practice as it was, though students have moved to other groups since', async () => {
    const one = { id: 'one', title: 'One', phase: 'drill', mode: 'layers' }
    const track = (group: string, reps: number) => ({
      groups: [group],
      technique: 'kick',
      dose: { kind: 'count', reps, tempoSec: 6 },
    })
    const blocks = [{ ...one, tracks: [track('white', 10), track('green', 4)] }]
    const { classId } = await planClass(teacher, planDocument({ blocks }))
    const presence = [here(0), here(1), here(2)]
    await send(teacher, classId, { run: [event('start', 0), event('finish', 100)], presence })
    const before = await practiceOf(0, classId)
    await club.inside((inside) =>
      inside.students.change({ id: student(0) }, { groupId: 'green', rankId: 'green' }),
    )
    try {
      await send(teacher, classId, { presence: [event('late', 31, { student: student(1) })] })
      expect(await practiceOf(0, classId)).toEqual(before)
      expect((await practiceOf(1, classId))[0]?.itemId).toBe('kick')
      const rows = await club.inside((inside) => inside.ledger.all({ classId, revision: 2 }))
      expect(rows.map(({ studentId, why }) => [studentId, why])).toEqual([[student(1), 'correction']])
      expect(rows[0]?.writtenBy).toMatch(/^[0-9a-f-]{36}$/)
    } finally {
      await club.inside((inside) =>
        inside.students.change({ id: student(0) }, { groupId: 'white', rankId: 'white' }),
      )
    }
  })

  it('that takes a student out leaves a revision of zeroes, and their summary goes back', async () => {
    const { classId } = await planClass(teacher)
    const summary = () =>
      club.inside((inside) => inside.summary.one({ studentId: student(5), itemId: 'kick' }))
    const before = await summary()
    await send(teacher, classId, { run: [event('start', 0), event('finish', 200)], presence: [here(5)] })
    expect((await summary())!.repsR - (before?.repsR ?? 0)).toBe(10)
    await send(teacher, classId, { presence: [event('away', 300, { student: student(5) })] })
    expect(await practiceOf(5, classId)).toEqual([])
    const rows = await club.inside((inside) =>
      inside.ledger.all({ classId }, { order: [['revision', 'ASC']] }),
    )
    expect(rows.map(({ revision, repsR }) => [revision, repsR])).toEqual([
      [1, 10],
      [2, 0],
    ])
    expect((await summary())!.repsR).toBe(before?.repsR ?? 0)
  })

  it('keeps the summary of every student and item what the standing rows add up to', async () => {
    const sums = await db.sequelize.query<{ n: number }>(
      `SELECT COUNT(*) AS n FROM practice_summary s
        LEFT JOIN (SELECT club_id, student_id, item_id, COUNT(DISTINCT day) AS days, MAX(day) AS last_day, MAX(layer) AS layer,
            SUM(reps_l) AS l, SUM(reps_r) AS r, SUM(work_ms) AS ms FROM practice GROUP BY club_id, student_id, item_id) p
          ON p.club_id = s.club_id AND p.student_id = s.student_id AND p.item_id = s.item_id
        WHERE s.club_id = :club AND (s.days <> COALESCE(p.days, 0) OR s.reps_l <> COALESCE(p.l, 0) OR s.reps_r <> COALESCE(p.r, 0)
          OR s.work_ms <> COALESCE(p.ms, 0) OR NOT (s.last_day <=> p.last_day) OR s.layer <> COALESCE(p.layer, 0))`,
      { type: QueryTypes.SELECT, replacements: { club: club.id } },
    )
    expect(sums[0]?.n).toBe(0)
  })
})

describe('a device whose clock is off', () => {
  it('by an hour is corrected by the difference', async () => {
    const { classId } = await planClass(teacher)
    const HOUR = 3_600_000
    const happened = Date.now() - 60_000
    const tap = { id: crypto.randomUUID(), kind: 'here', student: student(0), at: happened + HOUR }
    await send(teacher, classId, { presence: [tap], sentAt: Date.now() + HOUR })
    const { marks, doubted } = (
      await teacher.get<{ marks: { at: number }[]; doubted: unknown[] }>(events(classId))
    ).body
    expect(Math.abs(marks[0]!.at - happened)).toBeLessThan(3000)
    expect(doubted).toEqual([])
    // Sent again, later, it is still the same tap.
    expect((await send(teacher, classId, { presence: [tap], sentAt: Date.now() + HOUR + 9000 })).status).toBe(
      200,
    )
  })

  it('that is right keeps the order of its taps, however long the first was on its way', async () => {
    const { classId } = await planClass(teacher)
    const at = Date.now() - 5000
    const tap = (kind: string, ms: number) => ({ id: crypto.randomUUID(), kind, student: student(0), at: ms })
    await send(teacher, classId, { presence: [tap('here', at)], sentAt: at, off: 0 })
    await send(teacher, classId, { presence: [tap('clear', at + 40)], sentAt: Date.now(), off: 0 })
    const { marks } = (await teacher.get<{ marks: { kind: string; at: number }[] }>(events(classId))).body
    expect(marks.map(({ kind, at: when }) => [kind, when])).toEqual([
      ['here', at],
      ['clear', at + 40],
    ])
  })

  it('is not believed in what it says of its own clock when the time of sending speaks against it', async () => {
    const { classId } = await planClass(teacher)
    const HOUR = 3_600_000
    const happened = Date.now() - 60_000
    const tap = { id: crypto.randomUUID(), kind: 'here', student: student(0), at: happened + HOUR }
    await send(teacher, classId, { presence: [tap], sentAt: Date.now() + HOUR, off: 0 })
    const { marks } = (await teacher.get<{ marks: { at: number }[] }>(events(classId))).body
    expect(Math.abs(marks[0]!.at - happened)).toBeLessThan(3000)
  })

  it('that tells of the future, or of another day, is kept and marked', async () => {
    const { classId } = await planClass(teacher)
    const ahead = { id: crypto.randomUUID(), kind: 'here', student: student(0), at: Date.now() + 7_200_000 }
    const before = {
      id: crypto.randomUUID(),
      kind: 'here',
      student: student(1),
      at: CLASS_START - 9 * 86_400_000,
    }
    await send(teacher, classId, { presence: [ahead, before] })
    const { marks, doubted } = (
      await teacher.get<{ marks: { id: string; at: number }[]; doubted: { id: string; doubt: string }[] }>(
        events(classId),
      )
    ).body
    expect(marks.find(({ id }) => id === ahead.id)!.at).toBeLessThanOrEqual(Date.now())
    expect(new Map(doubted.map(({ id, doubt }) => [id, doubt]))).toEqual(
      new Map([
        [ahead.id, 'ahead'],
        [before.id, 'another day'],
      ]),
    )
    const [row] = await club.inside((inside) => inside.presence.all({ id: ahead.id }))
    expect(row?.deviceAtMs).toBe(ahead.at)
  })
})

describe('a rude client', () => {
  const halfSent = (path: string, cookie: string): Promise<net.Socket> =>
    new Promise((resolve) => {
      const { hostname, port, host } = new URL(baseURL)
      const socket = net.connect(Number(port), hostname, () => {
        socket.write(
          `POST ${path} HTTP/1.1\r\nHost: ${host}\r\nCookie: ${cookie}\r\nContent-Type: application/json\r\nContent-Length: 100\r\n\r\n{"run":`,
        )
        resolve(socket)
      })
      socket.on('error', () => {})
    })
  /** Whether somebody still holds a row of the class: a lock that cannot be had at once. */
  const isHeld = (classId: string) =>
    club.inside(async (inside) => {
      try {
        for (const table of ['classes', 'settlements'])
          await inside.select(
            `SELECT 1 FROM ${table} WHERE club_id = :club AND ${table === 'classes' ? 'id' : 'class_id'} = :classId FOR UPDATE NOWAIT`,
            { classId },
          )
        return false
      } catch {
        return true
      }
    })

  it('that sends thirty bodies by halves holds nobody up, and leaves no transaction open', async () => {
    const { classId } = await planClass(teacher)
    const sockets = await Promise.all(
      Array.from({ length: 30 }, (_, n) => halfSent(n % 2 ? '/api/plans' : events(classId), teacher.cookies)),
    )
    try {
      const from = performance.now()
      expect((await teacher.get('/api/today')).status).toBe(200)
      expect((await send(assistant, classId, { presence: [here(0)] })).status).toBe(200)
      expect(performance.now() - from).toBeLessThan(10_000)
      expect(await isHeld(classId)).toBe(false)
    } finally {
      for (const socket of sockets) socket.destroy()
    }
    await expect.poll(() => isHeld(classId)).toBe(false)
    expect((await send(assistant, classId, { presence: [here(1)] })).status).toBe(200)
  })

  it('that gives up in the middle of its taps leaves the rest as it was', async () => {
    const { classId } = await planClass(teacher)
    for (let n = 0; n < 15; n++) {
      const given = new AbortController()
      const answer = fetch(baseURL + events(classId), {
        method: 'POST',
        signal: given.signal,
        headers: { 'content-type': 'application/json', cookie: assistant.cookies },
        body: JSON.stringify({ presence: [here(n % 6)] }),
      }).catch(() => undefined)
      setTimeout(() => given.abort(), n)
      await answer
    }
    await expect.poll(() => isHeld(classId)).toBe(false)
    expect((await send(assistant, classId, { presence: [here(0)] })).status).toBe(200)
  })

  it('is told of a hundred faults at most, and how many more there are', async () => {
    const run = Array.from({ length: 900 }, () => ({}))
    const { classId } = await planClass(teacher)
    const { status, body } = await teacher.post<{ faults: { message: string }[] }>(events(classId), { run })
    expect([status, body.faults.length]).toEqual([422, 101])
    expect(body.faults.at(-1)?.message).toMatch(/^… and [\d,]+ more faults$/)
    const many = await teacher.post<{ faults: unknown[] }>('/api/plans', {
      plan: planDocument({ blocks: Array(60_000).fill({}) }),
    })
    expect([many.status, many.body.faults.length]).toEqual([422, 1])
  })
})

describe('plans that no class needs', () => {
  const stations = (count: number, laps: number) => [
    {
      id: 's',
      title: 's',
      phase: 'drill',
      mode: 'stations',
      stations: Array(count).fill({ title: 'a' }),
      teams: 1,
      workSec: 1,
      laps,
    },
  ]
  const drill = (dose: object) => [{ id: 'a', title: 'a', phase: 'drill', dose }]
  it.each([
    [stations(10_000, 999), 'blocks[0].stations'],
    [stations(40, 999), 'blocks[0].laps'],
    [drill({ kind: 'count', reps: 999, sets: 999 }), 'blocks[0].dose'],
    [drill({ kind: 'count', reps: 1, tempoSec: 1e9 }), 'blocks[0].dose'],
    [
      drill({ kind: 'ladder', stages: Array(41).fill({ title: 'x', dose: { kind: 'fixed', sec: 1 } }) }),
      'blocks[0].dose.stages',
    ],
  ])('are refused with the place of the fault (%#)', async (blocks, path) => {
    const { status, body } = await teacher.post<{ faults: { path: string }[] }>('/api/plans', {
      plan: planDocument({ blocks }),
    })
    expect([status, body.faults.map((one) => one.path)]).toEqual([422, [path]])
  })

  it('and the longest that is allowed is kept with its length', async () => {
    const blocks = Array.from({ length: 120 }, (_, n) => ({
      id: `b${n}`,
      title: 'long',
      phase: 'talk',
      dose: { kind: 'fixed', sec: 43_200 },
    }))
    const { status, body } = await teacher.post<{ id: string }>('/api/plans', {
      plan: planDocument({ blocks }),
    })
    expect(status).toBe(200)
    const listed = (await teacher.get<{ id: string; totalMs: number }[]>('/api/plans')).body.find(
      ({ id }) => id === body.id,
    )
    expect(listed?.totalMs).toBe(120 * 43_200_000 + 119 * 10_000)
  })
})

describe('the transactions of the application', () => {
  it('are at READ COMMITTED, so that what is read after a lock is what stands', async () => {
    const level = await club.inside((inside) =>
      inside.select<{ level: string }>('SELECT @@tx_isolation AS level'),
    )
    expect(level).toEqual([{ level: 'READ-COMMITTED' }])
  })
})
