import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Unsent } from '~/domain/device-store'

/** A page that is left: what it had in memory is gone, what the device had written is there. */
const written = new Map<string, Unsent>()
let isQuick = true
vi.mock('idb', () => ({
  openDB: async () => ({
    put: (_: string, row: Unsent) =>
      isQuick ? Promise.resolve(void written.set(row.id, row)) : new Promise(() => {}),
    getAllFromIndex: async () => [...written.values()],
    getAll: async () => [...written.values()],
    transaction: () => ({
      store: { delete: async (id: string) => void written.delete(id) },
      done: Promise.resolve(),
    }),
  }),
}))
const rows: Record<string, string> = {}
const said = <T extends object>(methods: T) =>
  Object.defineProperties(
    rows,
    Object.fromEntries(Object.entries(methods).map(([name, value]) => [name, { value, configurable: true }])),
  )
vi.stubGlobal(
  'localStorage',
  said({
    getItem: (key: string) => rows[key] ?? null,
    setItem: (key: string, value: string) => void (rows[key] = value),
    removeItem: (key: string) => void delete rows[key],
  }),
)
const newPage = async () => {
  vi.resetModules()
  const page = await import('~/domain/device-store')
  page.useDeviceAs('marit')
  return page
}
const tap = (id: string): Unsent => ({
  id,
  classId: 'tonight',
  planVersion: 1,
  run: { id, kind: 'finish', at: 1, n: 1 },
})

beforeEach(() => {
  written.clear()
  for (const key of Object.keys(rows)) delete rows[key]
  isQuick = true
})

describe('taps of the last moment', () => {
  it('are there after the page was left before the device had written them, for whoever made them', async () => {
    isQuick = false
    const before = await newPage()
    void before.keepUnsent(tap('a'))
    const after = await newPage()
    expect(await after.unsentOf('tonight')).toEqual([tap('a')])
    expect(await after.classesWithUnsent()).toEqual(['tonight'])
    after.useDeviceAs('senna')
    expect(await after.unsentOf('tonight')).toEqual([])
  })

  it('are on the device alone once it has written them, and nowhere once they are sent', async () => {
    const page = await newPage()
    await page.keepUnsent(tap('a'))
    expect([...written.keys()]).toEqual(['a'])
    expect(Object.keys(rows)).toEqual([])
    isQuick = false
    void page.keepUnsent(tap('b'))
    expect((await page.unsentOf('tonight')).map(({ id }) => id)).toEqual(['a', 'b'])
    await page.forgetSent(['a', 'b'])
    const after = await newPage()
    expect(await after.unsentOf('tonight')).toEqual([])
    expect(Object.keys(rows)).toEqual([])
  })
})
