import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { ClassView } from '../../shared/answers'
import type { Database } from '../../server/db/connect'
import {
  CLASS_DAY,
  CLASS_START,
  makeClub,
  openDatabase,
  planClass,
  planDocument,
  type Person,
  type TestClub,
} from './club'

/** What an instructor asks at the first bow and at the last: what they had last time, who was away, whom nobody has looked at, what is next. */
let db: Database
let club: TestClub
let teacher: Person
let desk: Person
const MINUTE = 60_000
const DAY_MS = 24 * 60 * MINUTE
const dayAfter = (days: number) =>
  new Date(Date.parse(`${CLASS_DAY}T12:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10)
const view = async (who: Person, id: string) => (await who.get<ClassView>(`/api/classes/${id}`)).body
const send = (id: string, more: object) =>
  teacher.post(`/api/classes/${id}/events`, { run: [], presence: [], ...more })
const tap = (kind: string, student: string, at: number) => ({ id: randomUUID(), kind, student, at })

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'bow')
  teacher = await club.person('instructor')
  desk = await club.person('desk')
})
afterAll(() => db.sequelize.close())

it('the class after tells what each group was given, who was away, and what comes next', async () => {
  const [ada = '', ben = ''] = club.students.map(({ id }) => id)
  const { classId: held } = await planClass(teacher)
  const { classId: next } = await planClass(teacher, planDocument({ title: 'The next one' }), dayAfter(2))
  await planClass(teacher, planDocument({ title: 'And after' }), dayAfter(9))
  expect(await view(teacher, held)).toMatchObject({
    sinceLast: [],
    next: [
      { day: dayAfter(2), startTime: '18:30', title: 'The next one' },
      { day: dayAfter(9), title: 'And after' },
    ],
  })
  const groups = (await view(teacher, held)).plan.groups.map(({ id }) => id)
  expect((await view(teacher, held)).next[0]?.groups).toEqual(groups)
  const start = { id: randomUUID(), kind: 'start', at: CLASS_START }
  const finish = { id: randomUUID(), kind: 'finish', at: CLASS_START + 20 * MINUTE }
  await send(held, {
    presence: [tap('here', ada, CLASS_START), tap('away', ben, CLASS_START)],
    run: [start, finish],
  })
  const [since] = (await view(teacher, next)).sinceLast
  expect(since).toMatchObject({ group: club.students[0]?.groupId, day: CLASS_DAY })
  expect(since?.items.length).toBeGreaterThan(0)
  // Of the same group: whoever was told away, and whoever was never tapped.
  expect(since?.away).toContain(ben)
  expect(since?.away).not.toContain(ada)
  expect((await view(teacher, next)).next.map(({ title }) => title)).toEqual(['And after'])
})

it('when somebody was looked at last: by a fault, praise or mark, not by what was taken back; for those who teach', async () => {
  const { classId } = await planClass(teacher)
  const [, , cleo = '', dina = '', emil = ''] = club.students.map(({ id }) => id)
  const seen = (student: string, at: number) => ({
    ...tap('seen', student, at),
    item: 'kick',
    said: 'leans back',
  })
  const slip = seen(dina, CLASS_START + 2 * MINUTE)
  const of = async (who: Person, id: string) =>
    (await view(who, classId)).roster.find((student) => student.id === id)?.lastSeen ?? null
  await send(classId, { sightings: [seen(cleo, CLASS_START + MINUTE), slip] })
  expect(await of(teacher, cleo)).toBe(CLASS_START + MINUTE)
  expect(await of(teacher, dina)).toBe(CLASS_START + 2 * MINUTE)
  await send(classId, {
    sightings: [{ id: randomUUID(), kind: 'undo', at: CLASS_START + 3 * MINUTE, undoes: slip.id }],
  })
  expect(await of(teacher, dina)).toBeNull()
  const before = Date.now()
  const marked = await teacher.post('/api/marks', {
    id: randomUUID(),
    student: emil,
    item: 'kick',
    layer: 1,
    mark: 'sound',
    class: classId,
  })
  expect(marked.status).toBe(200)
  expect(await of(teacher, emil)).toBeGreaterThanOrEqual(before - 2000)
  expect(await of(desk, cleo)).toBeNull()
})

it('what a group may use in a free round: what most of it has worked, with when it was marked last; nothing is read without one', async () => {
  const { classId: held } = await planClass(teacher)
  const all = club.students.map(({ id }) => tap('here', id, CLASS_START))
  await send(held, {
    presence: all,
    run: [
      { id: randomUUID(), kind: 'start', at: CLASS_START },
      { id: randomUUID(), kind: 'finish', at: CLASS_START + 20 * MINUTE },
    ],
  })
  const free = {
    id: 'free',
    title: 'Free',
    phase: 'partner',
    dose: { kind: 'rounds', rounds: 1, workSec: 60 },
  }
  const of = (more: object) => planDocument({ blocks: [{ ...free, ...more }] })
  const { classId: closed } = await planClass(teacher, of({}), dayAfter(3))
  const { classId: open } = await planClass(teacher, of({ kinds: ['kicks'] }), dayAfter(4))
  const { classId: thrown } = await planClass(teacher, of({ kinds: ['throws'] }), dayAfter(5))
  const group = club.students[0]?.groupId
  const kick = { group, item: 'kick', markedAt: null, workedAt: Date.parse(`${CLASS_DAY}T00:00:00Z`) }
  expect((await view(teacher, closed)).learnt).toEqual([])
  expect((await view(teacher, thrown)).learnt).toEqual([])
  expect((await view(teacher, open)).learnt).toContainEqual(kick)
  const mark = {
    id: randomUUID(),
    class: held,
    student: club.students[0]?.id,
    item: 'kick',
    layer: 1,
    mark: 'sound',
  }
  expect((await teacher.post('/api/marks', mark)).status).toBeLessThan(300)
  const [marked] = (await view(teacher, open)).learnt.filter(
    (one) => one.group === group && one.item === 'kick',
  )
  expect(marked?.markedAt).toBeGreaterThan(0)
})
