import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { makeClub, openDatabase, planDocument, type Person, type TestClub } from './club'

let db: Database
let club: TestClub
let head: Person
let instructor: Person
let assistant: Person

beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'together')
  head = await club.person('head')
  instructor = await club.person('instructor')
  assistant = await club.person('assistant')
})
afterAll(() => db.sequelize.close())

interface Doc {
  title: string
  theme?: string
  blocks: { id: string; title: string; notes?: string }[]
}
const document = () => planDocument() as unknown as Doc
/** The document with a note on one of its boards. */
const noted = (at: number, notes: string): Doc => {
  const doc = document()
  return { ...doc, blocks: doc.blocks.map((block, b) => (b === at ? { ...block, notes } : block)) }
}
const add = async () => (await head.post<{ id: string }>('/api/plans', { plan: document() })).body.id
const read = async (id: string) => (await head.get<{ version: number; plan: Doc }>(`/api/plans/${id}`)).body

describe('two people on one plan', () => {
  it('changes to different boards are put together, and kept as a version of their own', async () => {
    const id = await add()
    await instructor.put(`/api/plans/${id}`, { base: 1, plan: noted(0, 'theirs') })
    const mine = await head.put<{ merged: { plan: Doc; with: string } }>(`/api/plans/${id}`, {
      base: 1,
      plan: noted(1, 'mine'),
    })
    expect(mine).toMatchObject({
      status: 200,
      body: { saved: true, version: 3, merged: { with: 'instructor of together' } },
    })
    expect(mine.body.merged.plan.blocks.map(({ notes }) => notes)).toEqual(['theirs', 'mine'])
    expect((await read(id)).plan.blocks.map(({ notes }) => notes)).toEqual(['theirs', 'mine'])
  })

  it('the same board changed in two ways is refused, and both are kept', async () => {
    const id = await add()
    await instructor.put(`/api/plans/${id}`, { base: 1, plan: noted(0, 'theirs') })
    const mine = await head.put(`/api/plans/${id}`, { base: 1, plan: noted(0, 'mine') })
    expect(mine).toMatchObject({ status: 409, body: { saved: false, theirs: { version: 2 } } })
    expect((await read(id)).plan.blocks[0]?.notes).toBe('theirs')
  })

  it('a merge sent twice is merged once', async () => {
    const id = await add()
    await instructor.put(`/api/plans/${id}`, { base: 1, plan: noted(0, 'theirs') })
    const put = () => head.put<{ version: number }>(`/api/plans/${id}`, { base: 1, plan: noted(1, 'mine') })
    await put()
    const again = await put()
    expect(again.body).toMatchObject({ saved: true })
    expect((await read(id)).plan.blocks.map(({ notes }) => notes)).toEqual(['theirs', 'mine'])
  })

  it('a base that never was is no ground to merge on', async () => {
    const id = await add()
    await instructor.put(`/api/plans/${id}`, { base: 1, plan: noted(0, 'theirs') })
    expect((await head.put(`/api/plans/${id}`, { base: 77, plan: noted(1, 'mine') })).status).toBe(409)
  })

  it('a plan of another club has no versions and no list entry', async () => {
    const id = await add()
    const stranger = await (await makeClub(db, 'apart')).person('head')
    expect((await stranger.get(`/api/plans/${id}/versions`)).status).toBe(404)
    expect((await stranger.get<{ id: string }[]>('/api/plans')).body.map((plan) => plan.id)).not.toContain(id)
  })
})

describe('the versions of a plan', () => {
  it('are told with who kept them and when, the latest first, what was set aside among them', async () => {
    const id = await add()
    await instructor.put(`/api/plans/${id}`, { base: 1, plan: noted(0, 'theirs') })
    await head.put(`/api/plans/${id}`, { base: 1, plan: noted(0, 'mine') })
    const { body } = await head.get<
      { id: string; version: number; outcome: string; savedBy: string; blocks: number }[]
    >(`/api/plans/${id}/versions`)
    expect(body.map(({ version, outcome, savedBy }) => [version, outcome, savedBy]).sort()).toEqual([
      [1, 'saved', 'head of together'],
      [1, 'set aside', 'head of together'],
      [2, 'saved', 'instructor of together'],
    ])
    const aside = body.find(({ outcome }) => outcome === 'set aside')
    const whole = await head.get<{ plan: Doc }>(`/api/plans/${id}/versions/${aside?.id}`)
    expect(whole.body.plan.blocks[0]?.notes).toBe('mine')
    expect((await head.get(`/api/plans/${id}/versions/${crypto.randomUUID()}`)).status).toBe(404)
  })
})

describe('the list of plans', () => {
  it('says what is needed to find one again', async () => {
    const { body } = await head.post<{ id: string }>('/api/plans', {
      plan: { ...document(), theme: 'Feet', date: '2026-12-01' },
    })
    const { body: list } =
      await head.get<
        { id: string; theme: string; boards: string; day: string | null; state: string | null }[]
      >('/api/plans')
    expect(list.find(({ id }) => id === body.id)).toMatchObject({
      theme: 'Feet',
      day: '2026-12-01',
      state: null,
    })
    expect(list.find(({ id }) => id === body.id)?.boards).toContain(' · ')
  })
})

describe('what the checks know of the club', () => {
  it('is told to who teaches: who is expected and what they had', async () => {
    const { body } =
      await head.get<{ name: string; rank: string; group: string; practised: unknown[] }[]>(
        '/api/club/expected',
      )
    expect(body).toHaveLength(club.students.length)
    expect(body[0]).toMatchObject({ practised: [], group: expect.any(String) as string })
    expect((await assistant.get('/api/club/expected')).status).toBe(403)
  })

  it('is a file that the command reads', async () => {
    const { readClub } = await import('../../core/checks/club-file')
    const { body } = await head.get('/api/club/file')
    expect(readClub(body)).toMatchObject({ ok: true })
    expect((await assistant.get('/api/club/file')).status).toBe(403)
  })
})
