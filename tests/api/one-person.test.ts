import { randomUUID } from 'node:crypto'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { creditPlan } from '../../core/people/credit'
import type { Attendance } from '../../core/people/attendance'
import type { Student } from '../../core/people/student'
import type { Plan } from '../../core/plan/schema'
import type {
  AttendanceList,
  ClassAmendment,
  RosterEntry,
  RosterPage,
  StudentPage,
} from '../../shared/answers'
import type { Database } from '../../server/db/connect'
import {
  CLASS_START,
  makeClub,
  openDatabase,
  planClass,
  takeOverRoster,
  type Person,
  type TestClub,
} from './club'

/** Two records of one person; one person's file; one person erased. */
let db: Database
let club: TestClub
let head: Person
let desk: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'one-person')
  head = await club.person('head')
  desk = await club.person('desk')
})
afterAll(() => db.sequelize.close())

const MIN = 60_000
const tap = (student: string, kind = 'here', at = CLASS_START) => ({ id: randomUUID(), kind, student, at })
const send = (classId: string, presence: object[]) =>
  head.post(`/api/classes/${classId}/events`, { run: [], presence })
/** A class that was run, with these taps. */
async function held(taps: object[]): Promise<string> {
  const { classId } = await planClass(head)
  const run = [
    { id: randomUUID(), kind: 'start', at: CLASS_START },
    { id: randomUUID(), kind: 'finish', at: CLASS_START + 20 * MIN },
  ]
  await send(classId, taps)
  const done = await head.post(`/api/classes/${classId}/events`, { run, presence: [] })
  expect(done.body.state).toBe('finished')
  return classId
}
async function student(firstName: string, more: Partial<Student> = {}): Promise<string> {
  const id = randomUUID()
  const { status } = await head.post('/api/roster', {
    id,
    student: { firstName, lastName: 'Twin', rank: 'white', ...more },
  })
  expect(status).toBe(200)
  return id
}
const merge = (kept: string, gone: string, id = randomUUID(), by = head) =>
  by.post(`/api/roster/${kept}/merge`, { id, gone })
const roster = async (id: string) => (await head.get<RosterPage>(`/api/roster/${id}`)).body
const page = async (id: string) => (await head.get<StudentPage>(`/api/students/${id}`)).body
const repsOf = async (id: string) =>
  Object.fromEntries(
    (await page(id)).totals.map(({ itemId, repsL, repsR, repsN }) => [itemId, repsL + repsR + repsN]),
  )
/** Every figure of every student as the ledger has it, and as the command would. */
async function figures(classId: string) {
  const plan = (await head.get<Plan>(`/api/classes/${classId}/plan`)).body
  const attendance = (await head.get<Attendance>(`/api/classes/${classId}/register`)).body
  const said = creditPlan(plan, attendance).flatMap(({ student: id, practice }) =>
    practice.map((row) => `${id} ${row.technique} ${row.repsL} ${row.repsR}`),
  )
  const rows = await club.inside((inside) => inside.practice.all({ classId }, { raw: true }))
  const kept = rows.map((row) => `${row.studentId} ${row.itemId} ${row.repsL} ${row.repsR}`)
  return { said: said.sort(), kept: kept.sort() }
}

describe('two records of one person', () => {
  it('become one: the ledger follows, a class both were tapped in counts once, and nothing is lost when they are two again', async () => {
    const [kept, gone] = [await student('Robin'), await student('Robyn', { massKg: 61, tag: 'RW-TWIN' })]
    const both = await held([tap(kept), tap(gone, 'late', CLASS_START + MIN)])
    const onlyGone = await held([tap(gone)])
    const [before, goneBefore] = [await page(kept), await page(gone)]
    const wasFigures = [await figures(both), await figures(onlyGone)]
    expect(goneBefore.totals[0]?.days).toBe(1)

    const id = randomUUID()
    const answers = await Promise.all([1, 2, 3].map(() => merge(kept, gone, id)))
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200])
    // The taps of both stand in the order of their time: in the first class the last says late.
    expect(await repsOf(kept)).toEqual({ kick: 30 })
    expect((await page(kept)).attended.map(({ stood }) => stood)).toEqual(['there', 'there'])
    const { students } = (await head.get<AttendanceList>('/api/attendance')).body
    expect(students.find((one) => one.id === kept)?.classes.map(({ stood }) => stood)).toEqual([
      'there',
      'there',
    ])
    const old = await takeOverRoster(head, [
      { row: 2, id: gone, isNew: false, student: { firstName: 'Robyn', lastName: 'Twin', rank: 'white' } },
    ])
    expect(old.status).toBe(422)
    // Whoever asks for the one that is gone has the kept one.
    expect((await page(gone)).id).toBe(kept)
    for (const classId of [both, onlyGone]) {
      const { said, kept: ledger } = await figures(classId)
      expect(ledger).toEqual(said)
      expect(ledger.filter((row) => row.startsWith(gone))).toEqual([])
    }
    expect((await roster(kept)).student).toMatchObject({ massKg: 61, firstName: 'Robin' })
    const list = (await head.get<RosterEntry[]>('/api/roster')).body.map((one) => one.id)
    expect(list).toContain(kept)
    expect(list).not.toContain(gone)

    const [standing] = (await roster(kept)).merges
    const undone = await Promise.all([1, 2].map(() => head.put(`/api/merges/${standing!.id}/undone`, {})))
    expect(undone.map(({ status }) => status)).toEqual([200, 200])
    const after = [await page(kept), await page(gone)]
    for (const [n, was] of [before, goneBefore].entries()) {
      expect(after[n]!.totals).toEqual(was.totals)
      expect(after[n]!.attended).toEqual(was.attended)
    }
    expect([await figures(both), await figures(onlyGone)]).toEqual(wasFigures)
    expect((await roster(kept)).student.massKg).toBeUndefined()
    expect((await roster(gone)).active).toBe(true)
  })

  it('keep what was changed on the kept one since, and lists of others follow there and back', async () => {
    const [kept, gone] = [await student('Sam'), await student('Samm', { family: 'Quill' })]
    const third = await student('Tal', { apart: [gone] })
    const id = randomUUID()
    await merge(kept, gone, id)
    expect((await roster(third)).student.apart).toEqual([kept])
    const now = await roster(kept)
    expect(now.student.family).toBe('Quill')
    await head.put(`/api/roster/${kept}`, { base: now.version, student: { ...now.student, heightCm: 171 } })
    await head.put(`/api/merges/${id}/undone`, {})
    const back = (await roster(kept)).student
    expect([back.heightCm, back.family]).toEqual([171, undefined])
    expect((await roster(third)).student.apart).toEqual([gone])
  })

  it('are followed through a second merge, and taken apart in any order', async () => {
    const [a, b, c] = [await student('Uma'), await student('Umma'), await student('Ummah')]
    await held([tap(a)])
    const [first, second] = [randomUUID(), randomUUID()]
    await merge(b, a, first)
    await merge(c, b, second)
    expect(await repsOf(c)).toEqual({ kick: 20 })
    await head.put(`/api/merges/${first}/undone`, {})
    expect(await repsOf(a)).toEqual({ kick: 20 })
    expect(await repsOf(c)).toEqual({ kick: 0 })
    await head.put(`/api/merges/${second}/undone`, {})
    expect(await repsOf(a)).toEqual({ kick: 20 })
  })

  it('stay in step with taps that come while they are merged', async () => {
    const [kept, gone] = [await student('Vida'), await student('Wida')]
    const classId = await held([tap(kept, 'late', CLASS_START + MIN)])
    const [merged] = await Promise.all([
      merge(kept, gone),
      ...Array.from({ length: 8 }, (_, n) =>
        send(classId, [tap(n % 2 ? kept : gone, 'here', CLASS_START + n)]),
      ),
    ])
    expect(merged?.status).toBe(200)
    // Whoever came last settled what all of them say.
    await send(classId, [tap(kept, 'here', CLASS_START + 2 * MIN)])
    const { said, kept: ledger } = await figures(classId)
    expect(ledger).toEqual(said)
    expect(ledger.filter((row) => row.startsWith(kept))).toHaveLength(1)
  })

  it('whatever was tapped under either record: the ledger is the command’s, and two again it is what it was', async () => {
    const tapOf = fc.record({
      isGone: fc.boolean(),
      kind: fc.constantFrom('here', 'late', 'out', 'back', 'left', 'away', 'home'),
      minute: fc.nat(18),
    })
    for (const taps of fc.sample(fc.array(tapOf, { minLength: 1, maxLength: 6 }), { numRuns: 5, seed: 26 })) {
      const [kept, gone] = [await student('Ivo'), await student('Ivor')]
      const classId = await held(
        taps.map(({ isGone, kind, minute }) => tap(isGone ? gone : kept, kind, CLASS_START + minute * MIN)),
      )
      const before = await figures(classId)
      expect(before.kept).toEqual(before.said)
      const id = randomUUID()
      await merge(kept, gone, id)
      const now = await figures(classId)
      expect(now.kept).toEqual(now.said)
      expect(now.kept.filter((row) => row.startsWith(gone))).toEqual([])
      await head.put(`/api/merges/${id}/undone`, {})
      expect(await figures(classId)).toEqual(before)
    }
  })

  it('of two merges of one record at once one is made', async () => {
    const [a, b, c] = [await student('Xan'), await student('Xann'), await student('Xanne')]
    const made = await Promise.all([merge(a, c, randomUUID()), merge(b, c, randomUUID(), desk)])
    expect(made.map(({ status }) => status).sort()).toEqual([200, 409])
  })

  it('put the marks of both on one page, the newest standing', async () => {
    const [kept, gone] = [await student('Yoko'), await student('Yoco')]
    const classId = await held([tap(gone)])
    const mark = (of: string, given: string) =>
      head.post('/api/marks', { id: randomUUID(), class: classId, student: of, item: 'kick', mark: given })
    await mark(kept, 'sharp')
    await mark(gone, 'shaky')
    await merge(kept, gone)
    const now = await page(kept)
    expect(now.marks.map(({ mark: given }) => given)).toEqual(['sharp', 'shaky'])
    expect(now.totals.find(({ itemId }) => itemId === 'kick')?.mark).toBe('shaky')
  })

  it.each([
    ['itself', (own: string) => own, 422],
    ['a stranger', () => randomUUID(), 422],
  ])('are refused with %s', async (_what, whom, status) => {
    const id = await student('Zed')
    expect((await merge(id, whom(id))).status).toBe(status)
  })

  it('write who did it and why into the ledger', async () => {
    const [kept, gone] = [await student('Ottilie'), await student('Otilie')]
    const classId = await held([tap(gone)])
    await merge(kept, gone)
    const rows = await club.inside((inside) => inside.ledger.all({ classId, revision: 2 }, { raw: true }))
    expect(new Set(rows.map(({ why, reason }) => `${why}: ${reason}`))).toEqual(
      new Set(['correction: two records of Ottilie Twin became one']),
    )
    expect(rows.every(({ writtenBy }) => writtenBy !== null)).toBe(true)
  })
})

describe('one student in two classes', () => {
  it('has the sum of both, however often both are finished at the same moment', async () => {
    for (let round = 0; round < 3; round++) {
      const id = await student('Deux')
      await Promise.all(Array.from({ length: 4 }, () => held([tap(id)])))
      expect(await repsOf(id)).toEqual({ kick: 80 })
    }
  })
})

describe('corrections of a class that is over', () => {
  it('say what changed for whom, by whom and why, and change nobody else', async () => {
    const [one, other] = [await student('Anouk'), await student('Bela')]
    const classId = await held([tap(one), tap(other)])
    const before = (await page(other)).totals
    expect((await head.get(`/api/classes/${classId}/amendments`)).body).toEqual([])
    await send(classId, [
      { ...tap(one, 'away'), at: CLASS_START + 21 * MIN, reason: 'was at the wrong hall' },
    ])
    const { body } = await head.get<ClassAmendment[]>(`/api/classes/${classId}/amendments`)
    expect(body).toMatchObject([
      {
        by: 'head of one-person',
        reason: 'was at the wrong hall',
        students: [{ student: one, name: 'Anouk Twin', changes: [{ item: 'kick', repsL: -10, repsR: -10 }] }],
      },
    ])
    expect((await page(other)).totals).toEqual(before)
    expect((await desk.get(`/api/classes/${classId}/amendments`)).status).toBe(403)
  })
})

describe('one person’s file', () => {
  it('holds all that is known, names nobody else, leaves out what is by word of mouth, and is in the trail', async () => {
    const friend = await student('Friend')
    const id = await student('Paz', {
      together: [friend],
      healthNote: 'an old sprain',
      birthDate: '2012-04-04',
    })
    const classId = await held([tap(id)])
    const saw = (said: string, oral: boolean) => ({
      id: randomUUID(),
      kind: 'seen',
      at: CLASS_START,
      student: id,
      item: 'kick',
      said,
      oral,
    })
    await head.post(`/api/classes/${classId}/events`, {
      run: [],
      presence: [],
      sightings: [saw('looks down', false), saw('is afraid of falling', true)],
    })
    const { body, status } = await head.get(`/api/roster/${id}/file`)
    expect(status).toBe(200)
    const text = JSON.stringify(body)
    expect(body).toMatchObject({ format: 'golden-lintel/person', version: 1, id })
    expect(text).toContain('Personal data of Paz Twin')
    for (const known of ['an old sprain', '2012-04-04', 'looks down', '"repsL":10'])
      expect(text).toContain(known)
    for (const kept of ['is afraid of falling', friend, 'Friend']) expect(text).not.toContain(kept)
    expect((await desk.get(`/api/roster/${id}/file`)).status).toBe(403)
    const trail = await club.inside((inside) =>
      inside.select<{ what: string }>(
        "SELECT what FROM changes WHERE club_id = :club AND root = :id AND topic = 'private'",
        { id },
      ),
    )
    expect(trail.map(({ what }) => what)).toContain('saved as a file')
  })
})

describe('one person erased', () => {
  it('is nowhere any more, under none of their records, while the class keeps its figures', async () => {
    const [id, second] = [
      await student('Quirin', {
        healthNote: 'asthma',
        contacts: [{ name: 'Mira Twin', phone: '555 0101' }],
        tag: 'RW-Q',
      }),
      await student('Quirinus', { floorNote: 'glasses' }),
    ]
    const apart = await student('Rhea', { apart: [id] })
    const first = tap(id)
    const classId = await held([first, { ...tap(second), kind: 'out', reason: 'asthma again' }])
    const back = { id: randomUUID(), kind: 'undo', at: CLASS_START + 21 * MIN, undoes: first.id }
    await send(classId, [{ ...back, reason: 'Quirin was not there' }])
    await send(classId, [tap(id)])
    const wholeClass = async () => (await figures(classId)).kept.length
    await merge(id, second)
    const before = await wholeClass()
    expect((await head.post(`/api/roster/${id}/erase`, { name: 'Quirin' })).status).toBe(422)
    const erased = await Promise.all(
      [1, 2].map(() => head.post(`/api/roster/${id}/erase`, { name: 'Quirin Twin' })),
    )
    expect(erased.map(({ status }) => status)).toEqual([200, 200])
    expect((await head.get(`/api/roster/${id}`)).status).toBe(404)
    expect((await head.get(`/api/students/${id}`)).status).toBe(404)
    expect((await roster(apart)).student.apart).toEqual([])
    expect(await wholeClass()).toBe(before)
    const tables = ['students', 'presence', 'marks', 'sightings', 'merges', 'rank_awards', 'reader_taps']
    for (const table of tables) {
      const rows = await club.inside((inside) =>
        inside.select(`SELECT * FROM ${table} WHERE club_id = :club`),
      )
      expect(JSON.stringify(rows), table).not.toMatch(/Quirin|asthma|Mira|glasses|RW-Q/)
    }
  })

  it('is not erased by the desk, nor while their class is on', async () => {
    const id = await student('Ulla')
    expect((await desk.post(`/api/roster/${id}/erase`, { name: 'Ulla Twin' })).status).toBe(403)
    const { classId } = await planClass(head)
    await send(classId, [tap(id)])
    await head.post(`/api/classes/${classId}/events`, {
      run: [{ id: randomUUID(), kind: 'start', at: CLASS_START }],
      presence: [],
    })
    expect((await head.post(`/api/roster/${id}/erase`, { name: 'Ulla Twin' })).status).toBe(409)
  })
})
