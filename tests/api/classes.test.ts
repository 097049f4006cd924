import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import {
  CLASS_START,
  makeClub,
  openDatabase,
  planClass,
  planDocument,
  type Person,
  type TestClub,
} from './club'

/** A class from its plan to the ledger: kicks right 0–60 s, left 70–130 s, then 10 s, then a minute of talk to 200 s. */
let db: Database
let club: TestClub
let teacher: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'classes')
  teacher = await club.person('instructor')
})
afterAll(() => db.sequelize.close())

const START = CLASS_START
const run = (kind: string, sec: number, more: object = {}) => ({
  id: crypto.randomUUID(),
  kind,
  at: START + sec * 1000,
  ...more,
})
const tap = (student: string | undefined, kind: string, sec: number, more: object = {}) => ({
  ...run(kind, sec),
  student,
  ...more,
})
const send = (classId: string, body: object) => teacher.post(`/api/classes/${classId}/events`, body)
const view = async (classId: string) =>
  (await teacher.get(`/api/classes/${classId}`)).body as {
    state: string
    events: unknown[]
    marks: unknown[]
    plan: { title: string }
  }

interface Practice {
  classId: string
  itemId: string
  repsL: number
  repsR: number
  workMs: number
}
const pageOf = async (student: string, classId: string) =>
  (await teacher.get<{ practice: Practice[] }>(`/api/students/${student}`)).body.practice.filter(
    (row) => row.classId === classId,
  )
const student = (n: number) => club.students[n]!.id
const ledger = (classId: string) => club.inside((inside) => inside.ledger.all({ classId }))

describe('a class that is run', () => {
  it('writes on each student’s page what they practised, and nothing on who was away', async () => {
    const { classId } = await planClass(teacher)
    const presence = [tap(student(0), 'here', -60), tap(student(1), 'late', 63), tap(student(2), 'away', 0)]
    expect((await send(classId, { run: [run('start', 0)], presence })).body).toMatchObject({
      state: 'running',
    })
    expect((await send(classId, { run: [run('finish', 200)] })).body).toMatchObject({ state: 'finished' })
    expect(await pageOf(student(0), classId)).toMatchObject([
      { itemId: 'kick', repsR: 10, repsL: 10, workMs: 120_000 },
    ])
    expect(await pageOf(student(1), classId)).toMatchObject([
      { itemId: 'kick', repsR: 0, repsL: 10, workMs: 60_000 },
    ])
    expect(await pageOf(student(2), classId)).toEqual([])
  })

  it('credits it as it was run: cut after four kicks, four are credited', async () => {
    const { classId } = await planClass(teacher)
    await send(classId, {
      run: [run('start', 0), run('next', 25), run('finish', 60)],
      presence: [tap(student(0), 'here', 0)],
    })
    expect(await pageOf(student(0), classId)).toMatchObject([{ repsR: 4, repsL: 0, workMs: 25_000 }])
  })

  it('finishing twice writes once', async () => {
    const { classId } = await planClass(teacher)
    const events = { run: [run('start', 0), run('finish', 200)], presence: [tap(student(0), 'here', 0)] }
    await send(classId, events)
    const once = await ledger(classId)
    await send(classId, events)
    await send(classId, { run: [run('finish', 205)] })
    expect(await ledger(classId)).toEqual(once)
    expect(once).toHaveLength(1)
  })

  it('takes each event once, however often and in whatever pieces it is sent', async () => {
    const { classId } = await planClass(teacher)
    const start = run('start', 0)
    const here = tap(student(0), 'here', -5)
    const both = { run: [start], presence: [here] }
    await Promise.all([send(classId, both), send(classId, both), send(classId, { run: [start] })])
    expect(await view(classId)).toMatchObject({ events: [start], marks: [here] })
  })

  it('keeps the plan it was begun with, though the plan is changed afterwards', async () => {
    const { classId, planId } = await planClass(teacher)
    await send(classId, { run: [run('start', 0)] })
    await teacher.put(`/api/plans/${planId}`, {
      base: 1,
      plan: planDocument({ title: 'Changed', blocks: [] }),
    })
    expect((await view(classId)).plan.title).toBe('Kicks')
    const changed = await teacher.put(`/api/classes/${classId}/plan`, { planId })
    expect(changed).toMatchObject({ status: 409, body: { code: 'has-begun' } })
  })

  it('runs the version the device had, when the plan was changed before its events arrived', async () => {
    const { classId, planId } = await planClass(teacher)
    await teacher.put(`/api/plans/${planId}`, {
      base: 1,
      plan: planDocument({ title: 'Changed', blocks: [] }),
    })
    await send(classId, {
      run: [run('start', 0), run('finish', 200)],
      presence: [tap(student(0), 'here', 0)],
      planVersion: 1,
    })
    expect(await pageOf(student(0), classId)).toMatchObject([{ repsR: 10, repsL: 10 }])
  })
})

describe('corrections', () => {
  it('a finish taken back takes its rows off the pages; a finish after it writes them anew', async () => {
    const { classId } = await planClass(teacher)
    const finish = run('finish', 40)
    await send(classId, { run: [run('start', 0), finish], presence: [tap(student(0), 'here', 0)] })
    expect(await pageOf(student(0), classId)).toMatchObject([{ repsR: 6 }])
    expect((await send(classId, { run: [run('undo', 45, { undoes: finish.id })] })).body).toMatchObject({
      state: 'running',
    })
    expect(await pageOf(student(0), classId)).toEqual([])
    await send(classId, { run: [run('finish', 200)] })
    expect(await pageOf(student(0), classId)).toMatchObject([{ repsR: 10, repsL: 10 }])
  })

  it('a tap after the class supersedes the ledger; the rows before it stay in the table', async () => {
    const { classId } = await planClass(teacher)
    await send(classId, {
      run: [run('start', 0), run('finish', 200)],
      presence: [tap(student(0), 'here', 0)],
    })
    await send(classId, { presence: [tap(student(3), 'here', 4000)] })
    expect(await pageOf(student(3), classId)).toMatchObject([{ repsR: 10 }])
    const rows = await ledger(classId)
    expect(rows.filter(({ revision }) => revision === 1)).toHaveLength(1)
    // Only what changed: the row of the student who was corrected.
    expect(rows.filter(({ revision }) => revision === 2)).toMatchObject([
      { studentId: student(3), why: 'correction' },
    ])
  })
})

describe('what is refused', () => {
  it.each([
    [{ run: [{ id: 'x', kind: 'start', at: 1 }] }, 'run[0].id'],
    [{ run: [{ ...run('start', 0), kind: 'dance' }] }, 'run[0].kind'],
    [{ run: [{ ...run('start', 0), at: 'now' }] }, 'run[0].at'],
    [{ run: [{ ...run('start', 0), mood: 'good' }] }, 'run[0].mood'],
    [{ presence: [tap(undefined, 'here', 0)] }, 'presence[0].student'],
    [{ presence: [tap(crypto.randomUUID(), 'here', 0)] }, 'presence[0].student'],
    [{ presence: [{ ...run('here', 0), student: '1; drop table students' }] }, 'presence[0].student'],
    [{ taps: [] }, 'taps'],
  ])('%j names the field, and nothing of the batch is kept', async (body, path) => {
    const { classId } = await planClass(teacher)
    const good = run('start', 0)
    const mixed = 'run' in body ? { ...body, run: [good, ...body.run!].reverse() } : { ...body, run: [good] }
    const answer = await send(classId, mixed)
    expect(answer.status).toBe(422)
    const paths = (answer.body as { faults: { path: string }[] }).faults.map((fault) => fault.path)
    expect(paths).toContain(path)
    expect(await view(classId)).toMatchObject({ state: 'planned', events: [], marks: [] })
  })

  it('a class on a day that is none, or of a plan that is not there', async () => {
    const { planId } = await planClass(teacher)
    const wanted = { planId, day: '2031-02-30', startTime: '25:00', lengthMin: 60 }
    const answer = await teacher.post<{ faults: { path: string }[] }>('/api/classes', wanted)
    expect(answer.body.faults.map(({ path }) => path)).toEqual(['day', 'startTime'])
    const lost = { planId: crypto.randomUUID(), day: '2031-02-28', startTime: '18:30', lengthMin: 60 }
    expect((await teacher.post('/api/classes', lost)).status).toBe(404)
  })
})

describe('the exported files', () => {
  it('give with the command what the ledger holds', async () => {
    const { classId } = await planClass(teacher)
    await send(classId, {
      run: [run('start', 0), run('pause', 20), run('resume', 80), run('next', 150), run('finish', 230)],
      presence: [
        tap(student(0), 'here', 0),
        tap(student(1), 'late', 97.5),
        tap(student(2), 'out', 30),
        tap(student(2), 'back', 110),
      ],
    })
    const folder = mkdtempSync(join(tmpdir(), 'lintel-files-'))
    for (const kind of ['plan', 'register'])
      writeFileSync(
        join(folder, `${kind}.json`),
        JSON.stringify((await teacher.get(`/api/classes/${classId}/${kind}`)).body),
      )
    const done = spawnSync(
      'npm',
      ['run', '-s', 'lintel', '--', 'credit', join(folder, 'plan.json'), join(folder, 'register.json')],
      { cwd: fileURLToPath(new URL('../..', import.meta.url)), encoding: 'utf8' },
    )
    rmSync(folder, { recursive: true })
    const credited = JSON.parse(done.stdout) as {
      student: string
      practice: { repsR: number; repsL: number; workSec: number }[]
    }[]
    expect(credited).toHaveLength(3)
    for (const { student: id, practice } of credited) {
      const page = await pageOf(id, classId)
      expect(page.map(({ repsR, repsL, workMs }) => ({ repsR, repsL, workSec: workMs / 1000 }))).toEqual(
        practice.map(({ repsR, repsL, workSec }) => ({ repsR, repsL, workSec })),
      )
    }
  })
})

describe('today', () => {
  it('shows the class that runs before the one that is planned, and looks back on the last', async () => {
    const lonely = await makeClub(db, 'today')
    const person = await lonely.person('head')
    expect((await person.get('/api/today')).body).toMatchObject({ next: null, last: null })
    const { classId } = await planClass(person, planDocument(), '2031-04-02')
    const earlier = await planClass(person, planDocument(), '2031-04-01')
    expect((await person.get('/api/today')).body).toMatchObject({
      next: { id: earlier.classId, state: 'planned' },
    })
    await person.post(`/api/classes/${classId}/events`, { run: [run('start', 0)] })
    expect((await person.get('/api/today')).body).toMatchObject({ next: { id: classId, state: 'running' } })
    const here = tap(lonely.students[0]?.id, 'here', 0)
    await person.post(`/api/classes/${classId}/events`, {
      run: [run('skip', 10), run('finish', 130)],
      presence: [here],
    })
    expect((await person.get('/api/today')).body).toMatchObject({
      next: { id: earlier.classId },
      last: {
        id: classId,
        boards: 2,
        ranMs: 130_000,
        cut: [{ title: 'A word', ranMs: 0 }],
        came: [here.student],
        late: 0,
      },
    })
  })
})
