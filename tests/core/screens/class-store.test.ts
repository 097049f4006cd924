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
let counted = 0
let hasStorage = true
const unsent = new Map<string, Unsent>()
const classes = new Map<string, ClassData>()
vi.mock('~/domain/device-store', () => ({
  keepUnsent: async (event: Unsent) => {
    unsent.set(event.id, event)
    return hasStorage
  },
  unsentOf: async (id: string) =>
    [...unsent.values()].filter(({ classId, aside }) => classId === id && aside === undefined),
  setAside: async (event: Unsent, aside: string) => void unsent.set(event.id, { ...event, aside }),
  forgetSent: async (ids: string[]) => ids.forEach((id) => unsent.delete(id)),
  keepClass: async (data: ClassData) => void classes.set(data.id, data),
  keptClass: async (id: string) => classes.get(id),
  classesWithUnsent: async () => [...new Set([...unsent.values()].map(({ classId }) => classId))],
  nextCount: () => ++counted,
}))

const { computed, ref, shallowRef } = vue
const looked = vi.fn()
const now = ref(0)
const off = ref(0)
const isCompared = ref(true)
const asksForTheTime = vi.fn(async () => void (isCompared.value = true))
let hear: (change: unknown) => void = () => {}
const retries: (() => void)[] = []
const server = vi.fn<
  (
    path: string,
    options?: {
      body?: {
        run: { id: string; at?: number }[]
        presence: { id: string; n?: number }[]
        planVersion: number
        sentAt?: number
        off?: number
      }
    },
  ) => Promise<unknown>
>()
Object.assign(globalThis, {
  computed,
  ref,
  shallowRef,
  defineStore,
  api: server,
  ApiProblem,
  saidBy: (error: Error) => error.message,
  useAsideStore: () => ({ look: looked }),
  useClock: () => ({
    now,
    off,
    moved: ref(0),
    read: () => now.value + off.value,
    tick: () => {},
    device: () => now.value,
    stamp: () => now.value,
    ask: asksForTheTime,
    compare: (server: number) => (off.value = Math.abs(server - now.value) < 1500 ? 0 : server - now.value),
    knownOff: () => (isCompared.value ? off.value : undefined),
  }),
  useIntervalFn: (task: () => void) => retries.push(task),
  onChange: (_topic: string, _root: string, heard: (change: unknown) => void) => {
    hear = heard
    return () => {}
  },
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
    doubted: [],
    roster: [],
    now: now.value,
    ...more,
  }) as ClassData

const settle = async () => {
  for (let i = 0; i < 20; i++) await Promise.resolve()
}
const sent = () => server.mock.calls.map(([, options]) => options?.body).filter((body) => body !== undefined)
const running = async () => ({ state: 'running', now: now.value })
const gone = () => Promise.reject(new ApiProblem(0, 'The server cannot be reached.'))

async function opened(more: Partial<ClassData> = {}) {
  setActivePinia(createPinia())
  server.mockReset()
  server.mockResolvedValueOnce(data(more))
  const store = useClassStore()
  await store.open('c')
  server.mockImplementation(running)
  return store
}

beforeEach(() => {
  unsent.clear()
  classes.clear()
  retries.length = 0
  now.value = START
  off.value = 0
  hasStorage = true
})

afterEach(async () => {
  server.mockImplementation(running)
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
    server.mockImplementation(running)
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
    store.act('undo', { undoes: cut })
    expect(store.run?.position).toBe(31_000)
  })

  it('that the server refuses is told and kept on the device', async () => {
    const store = await opened()
    server.mockRejectedValue(new ApiProblem(422, 'run[0].kind must be one of …'))
    store.act('start')
    await settle()
    expect([...unsent.values()]).toMatchObject([{ aside: 'run[0].kind must be one of …' }])
    expect(looked).toHaveBeenCalled()
    // It is not shown as if it had happened, and nothing waits for it.
    expect(store).toMatchObject({ unsent: 0, run: { phase: 'ready' } })
  })

  it('that is refused holds up none of those beside it', async () => {
    const store = await opened()
    const bad = '00000000-0000-4000-8000-00000000bad0'
    server.mockImplementation(async (_path, options) => {
      const students = (options?.body?.presence ?? []) as unknown as { student: string }[]
      if (students.some(({ student }) => student === bad))
        throw new ApiProblem(422, 'presence[0].student is no student of this club')
      return running()
    })
    server.mockImplementationOnce(gone)
    store.tap('here', SAM)
    store.tap('here', bad)
    store.tap('late', SAM)
    await settle()
    retries[0]?.()
    for (let n = 0; n < 5; n++) await settle()
    expect([...unsent.values()].map(({ presence }) => presence?.student)).toEqual([bad])
    expect(store.register.get(SAM)?.state).toBe('late')
    expect(store.register.get(bad)).toBeUndefined()
  })

  it('of a class asked for before another one is not shown, though its answer comes later', async () => {
    setActivePinia(createPinia())
    server.mockReset()
    let answerA: (value: unknown) => void = () => {}
    server.mockImplementationOnce(() => new Promise((resolve) => (answerA = resolve)))
    server.mockResolvedValueOnce(data({ id: 'b', title: 'B' }))
    const store = useClassStore()
    const first = store.open('c')
    await store.open('b')
    answerA(data())
    await first
    expect(store.data?.title).toBe('B')
  })

  it('that has arrived stays on the device, though the class was never read anew before the server went', async () => {
    const store = await opened()
    store.act('start')
    store.tap('here', SAM)
    await settle()
    expect(unsent.size).toBe(0)
    setActivePinia(createPinia())
    server.mockReset()
    server.mockImplementation(gone)
    const again = useClassStore()
    await again.open('c')
    expect(again.run?.phase).toBe('running')
    expect(again.register.get(SAM)?.state).toBe('here')
  })

  it('cannot be opened where neither server nor device knows it', async () => {
    setActivePinia(createPinia())
    server.mockReset()
    server.mockImplementation(gone)
    await expect(useClassStore().open('other')).rejects.toThrow('cannot be reached')
  })
})

describe('another device', () => {
  const THEIRS = '00000000-0000-4000-8000-0000000000aa'
  const told = async () => {
    vi.useFakeTimers()
    hear({ topic: 'class', root: 'c', what: 'tapped', mine: false })
    await vi.advanceTimersByTimeAsync(200)
    vi.useRealTimers()
  }

  it('is heard: its taps come in, and what this one holds is not lost to them', async () => {
    const store = await opened()
    server.mockImplementation(gone)
    const start = store.act('start')
    await settle()
    const theirs = { id: THEIRS, kind: 'here' as const, student: SAM, at: START }
    server.mockReset()
    server.mockResolvedValueOnce({ state: 'planned', events: [], marks: [theirs], doubted: [] })
    await told()
    expect(store.register.get(SAM)?.state).toBe('here')
    expect(store.data?.events.map(({ id }) => id)).toEqual([start])
  })

  it('that is out of reach changes nothing', async () => {
    const store = await opened()
    server.mockImplementation(gone)
    await told()
    expect(store.data?.id).toBe('c')
  })

  it('taps in the same millisecond stand in the order of the device’s own count', async () => {
    const store = await opened()
    store.tap('here', SAM)
    store.tap('out', SAM)
    store.tap('back', SAM)
    expect(store.register.get(SAM)?.state).toBe('here')
    await settle()
    const counts = sent().flatMap((body) => body?.presence.map(({ n }) => n ?? 0) ?? [])
    expect(counts).toEqual([...counts].sort((a, b) => a - b))
    expect(new Set(counts).size).toBe(3)
  })
})

describe('what others saw', () => {
  it('is taken in beside a tap made while the answer was on its way', async () => {
    const store = await opened()
    vi.useFakeTimers()
    let answer: (events: unknown) => void = () => {}
    server.mockImplementation((path) =>
      path.endsWith('/events') ? new Promise((resolve) => (answer = resolve)) : running(),
    )
    const reading = store.refresh()
    await settle()
    const told = answer
    store.tap('here', SAM)
    await settle()
    unsent.clear()
    told({ state: 'planned', events: [], marks: [], doubted: [] })
    await reading
    vi.useRealTimers()
    expect(store.register.get(SAM)?.state).toBe('here')
  })
})

describe('the device’s clock', () => {
  it('that is off is corrected on the screen, and sent as it is with the time of sending', async () => {
    const store = await opened()
    const HOUR = 3_600_000
    server.mockImplementation(async () => ({ state: 'running', now: now.value - HOUR }))
    store.act('start')
    await settle()
    expect(off.value).toBe(-HOUR)
    server.mockImplementation(gone)
    now.value += 20_000
    store.act('pause')
    await settle()
    // Shown by the server's clock, kept by the device's own.
    expect(store.data?.events.find(({ kind }) => kind === 'pause')?.at).toBe(START + 20_000 - HOUR)
    expect([...unsent.values()][0]?.run?.at).toBe(START + 20_000)
    expect(sent().at(-1)).toMatchObject({ sentAt: START + 20_000, run: [{ at: START + 20_000 }] })
  })
})

describe('an act of the floor', () => {
  it('leaves the lists it adds nothing to the very same: what is made of the register is not made anew', async () => {
    const store = await opened()
    server.mockImplementation(async () => ({ state: 'running', now: now.value }))
    store.tap('here', SAM)
    store.act('start')
    await settle()
    const [marks, events, register] = [store.data?.marks, store.data?.events, store.register]
    expect(marks).toHaveLength(1)
    store.act('pause')
    expect(store.data?.events).not.toBe(events)
    expect(store.data?.marks).toBe(marks)
    expect(store.register).toBe(register)
    store.tap('clear', SAM)
    expect(store.register).not.toBe(register)
  })
})

describe('a device that never compared its clock', () => {
  it('asks what time it is before it sends, once: the way of a slow sending is not taken for time', async () => {
    const store = await opened()
    isCompared.value = false
    asksForTheTime.mockClear()
    server.mockImplementation(async () => ({ state: 'running', now: now.value }))
    store.act('start')
    await settle()
    store.act('pause')
    await settle()
    expect(asksForTheTime).toHaveBeenCalledTimes(1)
    expect(sent()).toMatchObject([{ off: 0 }, { off: 0 }])
  })
})

describe('what waits to be sent', () => {
  it('goes in pieces that the server takes, one after the other', async () => {
    for (let n = 0; n < 950; n++)
      unsent.set(`e${n}`, {
        id: `e${n}`,
        classId: 'c',
        planVersion: 3,
        presence: { id: `e${n}`, kind: 'here', student: SAM, at: START, n },
      })
    const store = await opened()
    await settle()
    server.mockClear()
    await store.send()
    await settle()
    const pieces = sent().map((body) => body?.presence.length ?? 0)
    expect(Math.max(...pieces)).toBeLessThanOrEqual(1000)
    expect(pieces.reduce((sum, one) => sum + one, 0)).toBe(950)
    expect(unsent.size).toBe(0)
  })

  it('is still sent after a sending that broke', async () => {
    const store = await opened()
    server.mockImplementationOnce(() => Promise.reject(new Error('the device’s storage failed')))
    store.tap('here', SAM)
    await settle()
    expect(store.refused).toContain('storage')
    store.tap('late', SAM)
    await settle()
    expect(unsent.size).toBe(0)
    expect(store.refused).toBe('')
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

describe('a class on a device whose server is out of reach', () => {
  it.each([0, 500, 502, 503])(
    'opens as it was kept, whoever answers with %i in its place',
    async (status) => {
      const store = await opened()
      store.close()
      server.mockImplementation(() => Promise.reject(new ApiProblem(status, 'Bad gateway')))
      await store.open('c')
      expect(store.data?.id).toBe('c')
    },
  )

  it.each([401, 403, 404])('is not shown where the server answers %i itself', async (status) => {
    const store = await opened()
    store.close()
    server.mockImplementation(() => Promise.reject(new ApiProblem(status, 'No')))
    await expect(store.open('c')).rejects.toThrow('No')
  })

  it('knows which taps only the page has, until they are sent', async () => {
    const store = await opened()
    server.mockImplementation(gone)
    store.tap('here', 's')
    await settle()
    expect([store.unsent, store.hasUnkept]).toEqual([1, false])
    hasStorage = false
    store.tap('late', 's')
    await settle()
    expect([store.unsent, store.hasUnkept]).toEqual([2, true])
    server.mockImplementation(running)
    retries.forEach((retry) => retry())
    await settle()
    expect([store.unsent, store.hasUnkept]).toEqual([0, false])
  })
})
