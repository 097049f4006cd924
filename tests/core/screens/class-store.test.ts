import { createPinia, defineStore, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import * as vue from 'vue'
import type { ClassData } from '~/stores/class'
import type { Unsent } from '~/domain/device-store'
import { block, fixed, plan } from '../make'

/** A device whose storage is a map, whose clock the test sets, and whose server answers as the test says. */
class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message)
  }
}
const unsent = new Map<string, Unsent>()
const classes = new Map<string, ClassData>()
vi.mock('~/domain/device-store', () => ({
  keepUnsent: async (event: Unsent) => void unsent.set(event.id, event),
  unsentOf: async (id: string) => [...unsent.values()].filter(({ classId }) => classId === id),
  forgetSent: async (ids: string[]) => ids.forEach((id) => unsent.delete(id)),
  keepClass: async (data: ClassData) => void classes.set(data.id, data),
  keptClass: async (id: string) => classes.get(id),
}))

const { computed, ref, shallowRef } = vue
const now = ref(0)
const retries: (() => void)[] = []
const server =
  vi.fn<
    (
      path: string,
      options?: { body?: { run: { id: string }[]; presence: { id: string }[]; planVersion: number } },
    ) => Promise<unknown>
  >()
Object.assign(globalThis, {
  computed,
  ref,
  shallowRef,
  defineStore,
  api: server,
  ApiProblem,
  useClock: () => ({ now, read: () => now.value }),
  useIntervalFn: (task: () => void) => retries.push(task),
})
const { useClassStore } = await import('~/stores/class')

const START = 1_000_000
const SAM = '00000000-0000-4000-8000-000000000001'
const data = (more: Partial<ClassData> = {}): ClassData =>
  ({
    id: 'c',
    planId: 'p',
    planVersion: 3,
    day: '2026-11-25',
    startTime: '18:30',
    lengthMin: 60,
    state: 'planned',
    teacher: 'Marit',
    title: 'Kicks',
    startsAt: START,
    plan: plan([block('a', { dose: fixed(100) }), block('b', { dose: fixed(100) })], { lengthMin: 5 }),
    events: [],
    marks: [],
    roster: [],
    ...more,
  }) as ClassData

const settle = async () => {
  for (let i = 0; i < 20; i++) await Promise.resolve()
}
const sent = () => server.mock.calls.map(([, options]) => options?.body).filter((body) => body !== undefined)
const gone = () => Promise.reject(new ApiProblem(0, 'The server cannot be reached.'))

async function opened(more: Partial<ClassData> = {}) {
  setActivePinia(createPinia())
  server.mockReset()
  server.mockResolvedValueOnce(data(more))
  const store = useClassStore()
  await store.open('c')
  server.mockResolvedValue({ state: 'running' })
  return store
}

beforeEach(() => {
  unsent.clear()
  classes.clear()
  retries.length = 0
  now.value = START
})

afterEach(async () => {
  server.mockResolvedValue({ state: 'running' })
  await settle()
})

describe('what happens on the floor', () => {
  it('is shown at once, sent with the version of the plan, and forgotten once the server has it', async () => {
    const store = await opened()
    const id = store.act('start')
    expect(store.run?.phase).toBe('running')
    expect(store.unsent).toBe(1)
    await settle()
    expect(sent()).toMatchObject([{ run: [{ id, kind: 'start', at: START }], presence: [], planVersion: 3 }])
    expect(unsent.size).toBe(0)
    expect(store).toMatchObject({ unsent: 0, data: { state: 'running' } })
  })

  it('goes on with the network gone, and is sent whole when it is back, each event once', async () => {
    const store = await opened()
    server.mockImplementation(gone)
    store.act('start')
    now.value += 20_000
    store.tap('late', SAM)
    await settle()
    expect(store.unsent).toBe(2)
    expect(store.run?.position).toBe(20_000)
    server.mockReset()
    server.mockResolvedValue({ state: 'running' })
    retries[0]?.()
    await settle()
    expect(sent()).toHaveLength(1)
    expect(sent()[0]).toMatchObject({
      run: [{ kind: 'start' }],
      presence: [{ kind: 'late', student: SAM, at: START + 20_000 }],
    })
    expect(store.unsent).toBe(0)
  })

  it('survives a reload while the network is gone: the class and its events come from the device', async () => {
    const first = await opened()
    server.mockImplementation(gone)
    first.act('start')
    await settle()
    setActivePinia(createPinia())
    now.value += 50_000
    const second = useClassStore()
    await second.open('c')
    expect(second).toMatchObject({ unsent: 1, run: { phase: 'running', position: 50_000 } })
  })

  it('is not shown twice when the server already has what the device still holds', async () => {
    const event = { id: SAM, kind: 'start' as const, at: START }
    unsent.set(SAM, { id: SAM, classId: 'c', planVersion: 3, run: event })
    const store = await opened({ events: [event] })
    expect(store.data?.events).toEqual([event])
  })

  it('is taken back by an event of its own', async () => {
    const store = await opened()
    store.act('start')
    now.value += 30_000
    const cut = store.act('next')
    expect(store.run?.position).toBe(100_000)
    now.value += 1000
    store.act('undo', cut)
    expect(store.run?.position).toBe(31_000)
  })

  it('that the server refuses is told and kept on the device', async () => {
    const store = await opened()
    server.mockRejectedValue(new ApiProblem(422, 'run[0].kind must be one of …'))
    store.act('start')
    await settle()
    expect(store.refused).toContain('run[0].kind')
    expect(unsent.size).toBe(1)
  })

  it('cannot be opened where neither server nor device knows it', async () => {
    setActivePinia(createPinia())
    server.mockReset()
    server.mockImplementation(gone)
    await expect(useClassStore().open('other')).rejects.toThrow('cannot be reached')
  })
})

describe('another device', () => {
  it('is heard: its taps come in, and what this one holds is not lost to them', async () => {
    vi.stubGlobal('document', { hidden: false })
    const store = await opened()
    server.mockImplementation(gone)
    const start = store.act('start')
    await settle()
    const theirs = {
      id: '00000000-0000-4000-8000-0000000000aa',
      kind: 'here' as const,
      student: SAM,
      at: START,
    }
    server.mockReset()
    server.mockResolvedValueOnce(data({ marks: [theirs] }))
    retries[1]?.()
    await settle()
    expect(store.register.get(SAM)?.state).toBe('here')
    expect(store.data?.events.map(({ id }) => id)).toEqual([start])
    vi.unstubAllGlobals()
  })

  it('is not asked for while the page is hidden, and its silence changes nothing', async () => {
    vi.stubGlobal('document', { hidden: true })
    const store = await opened()
    server.mockReset()
    retries[1]?.()
    await settle()
    expect(server).not.toHaveBeenCalled()
    vi.stubGlobal('document', { hidden: false })
    server.mockImplementation(gone)
    retries[1]?.()
    await settle()
    expect(store.data?.id).toBe('c')
    vi.unstubAllGlobals()
  })
})

describe('the end that is due', () => {
  it('is the class’s hour when it was begun near it', async () => {
    const store = await opened()
    now.value = START + 10 * 60_000
    store.act('start')
    expect(store.dueAt).toBe(START + 5 * 60_000)
    expect(store.endsAt).toBe(now.value + 210_000)
  })

  it('is counted from the start when it was begun at another time of day', async () => {
    const store = await opened()
    now.value = START - 8 * 3_600_000
    store.act('start')
    expect(store.dueAt).toBe(now.value + 5 * 60_000)
  })
})

describe('the register', () => {
  it('counts who is in the hall', async () => {
    const store = await opened()
    store.tap('here', SAM)
    expect(store.here).toBe(1)
    const out = store.tap('out', SAM, { reason: 'unwell' })
    expect(store.here).toBe(1)
    store.tap('undo', undefined, { undoes: out })
    expect(store.register.get(SAM)?.state).toBe('here')
    store.tap('away', SAM)
    expect(store.here).toBe(0)
    await settle()
    expect(unsent.size).toBe(0)
  })
})
