import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { readRegister } from '../../core/people/register'
import type { PresenceMark } from '../../core/floor/events'
import { baseURL, CLASS_START, makeClub, openDatabase, planClass, type Person, type TestClub } from './club'

/** The reader at the door: a key of its own, taps once each, in whatever order and however many. */
let db: Database
let club: TestClub
let head: Person
let key = ''
let readerId = ''

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'reader')
  head = await club.person('head')
  const made = await head.post<{ id: string; key: string }>('/api/readers', { name: 'By the door' })
  key = made.body.key
  readerId = made.body.id
  for (const [n, { id }] of club.students.entries())
    await head.put(`/api/roster/${id}/tag`, { tag: `TAG-${n}` })
})
afterAll(() => db.sequelize.close())

const knock = (body: unknown, bearer = key, path = '/api/reader/taps', method = 'POST') =>
  fetch(baseURL + path, {
    method,
    headers: { 'content-type': 'application/json', authorization: `Bearer ${bearer}` },
    ...(method === 'GET' ? {} : { body: JSON.stringify(body) }),
  })
const tap = (tag: string, at: number, id = randomUUID()) => ({ id, tag, at })
const send = async (...taps: object[]) => {
  const answer = await knock({ taps })
  const { taps: told } = (await answer.json()) as { taps: { outcome: string }[] }
  return told.map(({ outcome }) => outcome)
}
const register = async (classId: string) => {
  const { body } = await head.get<{ marks: PresenceMark[] }>(`/api/classes/${classId}`)
  return readRegister(body.marks)
}
/** All classes of a test are put away after it, so that each tap has one class it can be of. */
async function classOf() {
  const { classId } = await planClass(head)
  return {
    classId,
    done: () => head.put(`/api/classes/${classId}/put-away`, { putAway: true }),
  }
}
const MINUTE = 60_000

describe('a reader’s key', () => {
  it('sends taps and opens nothing else', async () => {
    for (const path of ['/api/students', '/api/roster', '/api/today', '/api/readers'])
      expect((await knock(undefined, key, path, 'GET')).status).toBe(401)
    expect((await knock({ taps: [tap('x', CLASS_START)] }, 'reader_wrong')).status).toBe(401)
    expect(
      (
        await fetch(`${baseURL}/api/reader/taps`, {
          method: 'POST',
          body: '{"taps":[]}',
          headers: { 'content-type': 'application/json' },
        })
      ).status,
    ).toBe(422)
    const listed = (await head.get('/api/readers')).body
    expect(JSON.stringify(listed)).toContain('By the door')
    expect(JSON.stringify(listed)).not.toContain(key)
  })

  it('ends when it is ended, and is the head’s to give', async () => {
    const other = await head.post<{ id: string; key: string }>('/api/readers', { name: 'Old' })
    await head.delete(`/api/readers/${other.body.id}`)
    expect((await knock({ taps: [tap('TAG-0', CLASS_START)] }, other.body.key)).status).toBe(401)
    const desk = await club.person('desk')
    expect((await desk.post('/api/readers', { name: 'Mine' })).status).toBe(403)
    expect(readerId).not.toBe(other.body.id)
  })
})

describe('taps', () => {
  it('known, twice, late, and of a tag that is nobody’s', async () => {
    const { classId, done } = await classOf()
    const first = tap('TAG-0', CLASS_START - 5 * MINUTE)
    expect(await send(first, tap('TAG-1', CLASS_START + 12 * MINUTE), tap('NOBODY', CLASS_START))).toEqual([
      'here',
      'late',
      'unknown',
    ])
    expect(await send(first)).toEqual(['here'])
    expect(await send(tap('TAG-0', CLASS_START + 20 * MINUTE))).toEqual(['again'])
    const lines = await register(classId)
    expect(lines.get(club.students[0]!.id)?.state).toBe('here')
    expect(lines.get(club.students[1]!.id)?.there).toEqual([[CLASS_START + 12 * MINUTE, Infinity]])
    const door = (
      await head.get<{ tag: string; times: number; outcome: string }[]>(`/api/classes/${classId}/door`)
    ).body
    expect(door.find(({ tag }) => tag === 'NOBODY')).toMatchObject({ outcome: 'unknown', times: 1 })
    const stolen = await knock({ taps: [{ ...first, tag: 'TAG-3' }] })
    expect(stolen.status).toBe(409)
    await done()
  })

  it('out of order: what was heard earlier and sent later is when they came', async () => {
    const { classId, done } = await classOf()
    expect(await send(tap('TAG-2', CLASS_START + 25 * MINUTE))).toEqual(['late'])
    expect(await send(tap('TAG-2', CLASS_START + 10 * MINUTE))).toEqual(['late'])
    expect((await register(classId)).get(club.students[2]!.id)?.there[0]?.[0]).toBe(CLASS_START + 10 * MINUTE)
    await done()
  })

  it('one tag a thousand times, and a burst of sixty from two senders at once: each counted once, nobody twice', async () => {
    const { classId, done } = await classOf()
    for (let n = 0; n < 5; n++)
      expect(
        new Set(
          await send(...Array.from({ length: 200 }, (_, i) => tap('GHOST', CLASS_START + n * 200 + i))),
        ),
      ).toEqual(new Set(['unknown']))
    const burst = Array.from({ length: 60 }, (_, i) => tap(`TAG-${i % 6}`, CLASS_START + i * 160))
    const [one, two] = await Promise.all([knock({ taps: burst }), knock({ taps: burst })])
    expect([one.status, two.status]).toEqual([200, 200])
    expect(await one.json()).toEqual(await two.json())
    const lines = await register(classId)
    expect(club.students.map(({ id }) => lines.get(id)?.state)).toEqual(Array(6).fill('here'))
    const { body } = await head.get<{ marks: PresenceMark[] }>(`/api/classes/${classId}`)
    expect(body.marks).toHaveLength(6)
    const door = (await head.get<{ tag: string; times: number }[]>(`/api/classes/${classId}/door`)).body
    expect(door.find(({ tag }) => tag === 'GHOST')?.times).toBe(1000)
    await done()
  })

  it('a tap to a class that is over corrects it, and its ledger', async () => {
    const { classId, done } = await classOf()
    const act = (kind: string, at: number) => ({ id: randomUUID(), kind, at })
    await head.post(`/api/classes/${classId}/events`, {
      run: [act('start', CLASS_START), act('finish', CLASS_START + 200_000)],
    })
    const practised = () =>
      club.inside((inside) => inside.practice.all({ classId, studentId: club.students[4]!.id }))
    expect(await practised()).toEqual([])
    expect(await send(tap('TAG-4', CLASS_START - MINUTE))).toEqual(['here'])
    expect((await practised()).length).toBeGreaterThan(0)
    await done()
  })

  it('outside of every class it is kept and says so', async () => {
    expect(await send(tap('TAG-5', CLASS_START - 20 * 60 * MINUTE))).toEqual(['no class'])
  })
})
