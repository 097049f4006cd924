import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Database } from '../../server/db/connect'
import { itemDocument, makeClub, openDatabase, type Person, type TestClub } from './club'

/** One set of rules for forms, files and the API, however many save at once. */
let db: Database
let club: TestClub
let head: Person
let instructor: Person
beforeAll(async () => {
  db = openDatabase()
  club = await makeClub(db, 'rules')
  head = await club.person('head')
  instructor = await club.person('instructor')
})
afterAll(() => db.sequelize.close())

const layers = (count: number) =>
  Array.from({ length: count }, (_, n) => ({ name: `layer ${n + 1}`, points: [] }))
const save = (who: Person, id: string, base: number, more: object) =>
  who.put<{ version: number; faults: { path: string; message: string }[] }>(`/api/items/${id}`, {
    base,
    item: itemDocument(id, more as Record<string, unknown>),
  })
async function importOf(who: Person, more: { items?: object[]; syllabus?: unknown }) {
  const id = crypto.randomUUID()
  const { items = [], ...rest } = more
  await who.post(`/api/imports/${id}/rows`, { items })
  return who.post<{ faults: { path: string; message: string }[] }>(`/api/imports/${id}/take-over`, {
    items: items.length,
    ...rest,
  })
}
const syllabus = async () =>
  (await head.get<{ syllabus: { rank: string; item: string; layer: number }[] }>('/api/library')).body
    .syllabus

describe('an import', () => {
  it('cannot cut off layers that the syllabus or another item asks for', async () => {
    await save(head, 'roll', 0, { layers: layers(3) })
    const entry = { rank: 'green', item: 'roll', layer: 3 }
    expect((await importOf(head, { syllabus: [entry] })).status).toBe(200)
    const cut = await importOf(instructor, { items: [itemDocument('roll', { layers: layers(2) })] })
    expect(cut).toMatchObject({ status: 422, body: { faults: [{ path: 'roll.layers' }] } })
    expect(cut.body.faults[0]?.message).toContain('the syllabus of green asks for it')
    await importOf(head, { syllabus: [{ ...entry, layer: 1 }] })
    await save(head, 'dive', 0, { prerequisites: [{ item: 'roll', layer: 3, from: 1 }] })
    expect(
      await importOf(instructor, { items: [itemDocument('roll', { layers: layers(2) })] }),
    ).toMatchObject({
      status: 422,
      body: { faults: [{ path: 'roll.layers' }] },
    })
    expect(await save(instructor, 'roll', 1, { layers: layers(2) })).toMatchObject({
      status: 422,
      body: { faults: [{ path: 'layers' }] },
    })
  })

  it('of a syllabus is laid over the one that stands, though the file is older than somebody’s change', async () => {
    await save(head, 'sweep', 0, {})
    await importOf(head, { syllabus: [{ rank: 'white', item: 'sweep', layer: 1 }] })
    // A colleague's entry, which the file of the import knows nothing of.
    await importOf(instructor, { syllabus: [{ rank: 'green', item: 'sweep', layer: 1 }] })
    const asked = (await syllabus()).filter(({ item }) => item === 'sweep')
    expect(asked.map(({ rank }) => rank).sort()).toEqual(['green', 'white'])
  })

  it('two of them at once both arrive, in 10 of 10', async () => {
    for (let n = 0; n < 10; n++) {
      const [a, b] = [`left-${n}`, `right-${n}`]
      await save(head, a, 0, {})
      await save(head, b, 0, {})
      const both = await Promise.all([
        importOf(head, { syllabus: [{ rank: 'white', item: a, layer: 1 }] }),
        importOf(instructor, { syllabus: [{ rank: 'white', item: b, layer: 1 }] }),
      ])
      expect(both.map(({ status }) => status)).toEqual([200, 200])
      const asked = (await syllabus()).map(({ item }) => item)
      expect(asked).toEqual(expect.arrayContaining([a, b]))
    }
  })
})

describe('two who save at once', () => {
  it('cannot close a circle of prerequisites between them: one of them is refused, in 15 of 15', async () => {
    for (let n = 0; n < 15; n++) {
      const [a, b] = [`circle-a-${n}`, `circle-b-${n}`]
      await save(head, a, 0, {})
      await save(head, b, 0, {})
      const both = await Promise.all([
        save(head, a, 1, { prerequisites: [{ item: b, layer: 1, from: 1 }] }),
        save(instructor, b, 1, { prerequisites: [{ item: a, layer: 1, from: 1 }] }),
      ])
      expect(both.map(({ status }) => status).sort()).toEqual([200, 422])
      const refused = both.find(({ status }) => status === 422)
      expect(refused?.body.faults[0]?.message).toContain('circle')
    }
  })
})
