import { createPinia, defineStore, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import * as vue from 'vue'
import type { Plan } from '~~/core/plan/schema'
import { newBlock } from '~~/core/plan/edit'
import { block, count, fixed, plan } from '../make'

/** What Nuxt gives every store by itself, and a server that answers as the test says. */
class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly faults: { path: string; message: string }[] = [],
    readonly body: unknown = undefined,
  ) {
    super(code)
  }
}
const { computed, ref, shallowRef } = vue
const server =
  vi.fn<
    (path: string, options?: { method?: string; body?: { base: number; plan: Plan } }) => Promise<unknown>
  >()
Object.assign(globalThis, { computed, ref, shallowRef, defineStore, api: server, ApiProblem })
const told = vi.hoisted(() => vi.fn())
vi.mock('~/domain/toast', () => ({ toast: told }))
const { usePlanStore } = await import('~/stores/plan')
const { dropDraft } = await import('~/domain/device-store')

const start = plan([block('a', { dose: fixed(60) }), block('b', { dose: count(10), technique: 'kick' })])
const saved = (made: Plan, version: number) => ({
  id: 'p',
  version,
  plan: made,
  savedBy: 'Idris',
  savedAt: new Date(0),
  putAway: false,
  held: null,
})
type Store = ReturnType<typeof usePlanStore>

async function opened(): Promise<Store> {
  setActivePinia(createPinia())
  server.mockResolvedValueOnce(saved(start, 1))
  const store = usePlanStore()
  await store.open('p')
  server.mockReset()
  return store
}
const ids = (store: Store) => store.plan?.blocks.map(({ id }) => id)
const rename = (store: Store, title: string, touch?: string) =>
  store.changeBlock('b', (b) => ({ ...b, title }), touch)
const soon = () => vi.advanceTimersByTimeAsync(1000)
const sent = () => server.mock.calls.map(([, options]) => options?.body)

let store: Store
beforeEach(async () => {
  vi.useFakeTimers()
  await dropDraft('/api/plans/p')
  store = await opened()
})
afterEach(() => {
  vi.useRealTimers()
})

describe('a plan that is opened', () => {
  it('has its first board selected, or the one that was chosen as soon as it was shown', async () => {
    expect(store.selected).toBe('a')
    server.mockResolvedValueOnce(saved(start, 1))
    const opening = store.open('q')
    await vi.waitUntil(() => store.id === 'q' && store.plan)
    store.selected = 'b'
    await opening
    expect(store.selected).toBe('b')
  })
})

describe('what is looked at on the frame', () => {
  const draft = plan([block('d', { dose: fixed(60) }), block('e', { dose: fixed(60) })])

  it('has one owner: under a draft nothing of the plan is changed, undone or lost, and it is said why', () => {
    rename(store, 'Before')
    store.look('draft', draft)
    expect(store.shown).toEqual(draft)
    expect(store.selected).toBe('d')
    told.mockClear()
    store.remove(['a'])
    store.add(newBlock('water', 'Water'))
    store.undo()
    expect(told).toHaveBeenCalledTimes(3)
    expect(told.mock.calls[0]?.[0]).toMatch(/draft is on the frame/)
    expect(ids(store)).toEqual(['a', 'b'])
    // A fix that is left takes no draft off the frame.
    store.look('fix', undefined)
    expect(store.shown).toEqual(draft)
    store.look('draft', undefined)
    expect(store.selected).toBe('a')
    expect(store.plan?.blocks[1]?.title).toBe('Before')
    store.undo()
    expect(store.plan?.blocks[1]?.title).toBe('b')
  })

  it('is let go of by its owner before it is taken', () => {
    store.look('draft', draft)
    store.look('draft', undefined)
    expect(store.change({ ...start, blocks: draft.blocks })).toBe(true)
    expect(ids(store)).toEqual(['d', 'e'])
  })
})

describe('changes and undo', () => {
  it('a change is one step back and one forth, with the board that was chosen', () => {
    store.selected = 'a'
    store.add(newBlock('water', 'Water'))
    expect(ids(store)).toEqual(['a', 'water', 'b'])
    expect(store.selected).toBe('water')
    store.undo()
    expect(ids(store)).toEqual(['a', 'b'])
    expect(store.selected).toBe('a')
    store.redo()
    expect(ids(store)).toEqual(['a', 'water', 'b'])
    expect(store.canRedo).toBe(false)
  })

  it('typing in one field is one step; another field is another', () => {
    for (const title of ['K', 'Ki', 'Kic']) rename(store, title, 'b.title')
    store.changeBlock('b', (b) => ({ ...b, notes: 'x' }), 'b.notes')
    store.undo()
    expect(store.plan?.blocks[1]).toMatchObject({ title: 'Kic' })
    store.undo()
    expect(store.plan?.blocks[1]).toMatchObject({ title: 'b' })
    expect(store.canUndo).toBe(false)
  })

  it('keeps two hundred steps', () => {
    for (let n = 1; n <= 230; n++) rename(store, `title ${n}`)
    let steps = 0
    while (store.canUndo) {
      store.undo()
      steps++
    }
    expect(steps).toBe(200)
    expect(store.plan?.blocks[1]?.title).toBe('title 30')
  })

  it('a new change after an undo has nothing to redo', () => {
    rename(store, 'one')
    store.undo()
    rename(store, 'two')
    expect(store.canRedo).toBe(false)
    store.redo()
    expect(store.plan?.blocks[1]?.title).toBe('two')
  })

  it('what a plan file cannot hold is told with its path and not made', () => {
    const made = store.changeBlock('b', (b) => ({ ...b, dose: { ...count(10), reps: 0 } as never }))
    expect(made).toBe(false)
    expect(store.faults.map(({ path }) => path)).toEqual(['blocks[1].dose.reps'])
    expect(store.canUndo).toBe(false)
    rename(store, 'fine')
    expect(store.faults).toEqual([])
  })

  it('removing the last board leaves the one before it chosen', () => {
    store.selected = 'b'
    store.remove(['b'])
    expect(store.selected).toBe('a')
    store.remove(['a'])
    expect(store.plan?.blocks).toEqual([])
  })

  it('new things go after the chosen board, at the end when none is', () => {
    store.selected = undefined
    expect(store.insertAt).toBe(2)
    store.selected = 'a'
    expect(store.insertAt).toBe(1)
  })
})

describe('keeping', () => {
  it('saves a moment after the last change, over the version it was made from', async () => {
    server.mockResolvedValue({ saved: true, version: 2 })
    rename(store, 'one')
    rename(store, 'two')
    expect(store.saveState).toBe('changed')
    expect(server).not.toHaveBeenCalled()
    await soon()
    expect(sent()).toMatchObject([{ base: 1, plan: { blocks: [{}, { title: 'two' }] } }])
    expect(store).toMatchObject({ saveState: 'kept', version: 2 })
  })

  it('saves again what was changed while a save was on its way', async () => {
    let answer: (value: unknown) => void = () => {}
    server.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)))
    server.mockResolvedValue({ saved: true, version: 3 })
    rename(store, 'one')
    await soon()
    expect(store.saveState).toBe('saving')
    rename(store, 'two')
    answer({ saved: true, version: 2 })
    await soon()
    await soon()
    expect(sent().map((body) => body?.base)).toEqual([1, 2])
    expect(store).toMatchObject({ saveState: 'kept', version: 3 })
  })

  it('out of reach, keeps the change and tries again', async () => {
    server.mockRejectedValueOnce(new ApiProblem(0, 'unreachable'))
    server.mockResolvedValue({ saved: true, version: 2 })
    rename(store, 'one')
    await soon()
    expect(store.saveState).toBe('unreachable')
    await vi.advanceTimersByTimeAsync(5000)
    expect(store.saveState).toBe('kept')
    expect(server).toHaveBeenCalledTimes(2)
  })

  it('leaving sends what is not kept yet', async () => {
    server.mockResolvedValue({ saved: true, version: 2 })
    rename(store, 'one')
    await store.leave()
    expect(store.saveState).toBe('kept')
    await store.leave()
    expect(server).toHaveBeenCalledTimes(1)
  })

  it('a refusal is told with its faults', async () => {
    server.mockRejectedValue(
      new ApiProblem(422, 'bad-fields', [{ path: 'blocks[1].technique', message: 'is unknown' }]),
    )
    rename(store, 'one')
    await soon()
    expect(store).toMatchObject({ saveState: 'refused', faults: [{ path: 'blocks[1].technique' }] })
  })
})

describe('someone else saved first', () => {
  const note = (made: Plan, id: string, notes: string): Plan => ({
    ...made,
    blocks: made.blocks.map((b) => (b.id === id ? { ...b, notes } : b)),
  })
  const stale = (theirs: Plan, version = 5) =>
    new ApiProblem(409, 'stale', [], { saved: false, theirs: saved(theirs, version), setAside: 'x' })
  const noteMine = (id: string, notes: string) => store.changeBlock(id, (b) => ({ ...b, notes }))
  const notes = () => store.plan?.blocks.map((b) => b.notes)

  it('other boards: both changes are in, and saved over theirs', async () => {
    server.mockRejectedValueOnce(stale(note(start, 'a', 'theirs')))
    server.mockResolvedValue({ saved: true, version: 6 })
    noteMine('b', 'mine')
    await soon()
    await soon()
    expect(notes()).toEqual(['theirs', 'mine'])
    expect(sent().at(-1)).toMatchObject({ base: 5 })
    expect(store).toMatchObject({ saveState: 'kept', version: 6, theirs: undefined })
  })

  it('undo after that takes back my change and leaves theirs', async () => {
    server.mockRejectedValueOnce(stale(note(start, 'a', 'theirs')))
    server.mockResolvedValue({ saved: true, version: 6 })
    noteMine('b', 'mine')
    await soon()
    await soon()
    store.undo()
    expect(notes()).toEqual(['theirs', undefined])
    store.redo()
    expect(notes()).toEqual(['theirs', 'mine'])
  })

  it('a change of theirs on what I would undo stays, and it is said', async () => {
    server.mockResolvedValueOnce({ saved: true, version: 2 })
    noteMine('b', 'mine')
    await soon()
    server.mockResolvedValueOnce(saved(note(start, 'b', 'theirs over mine'), 3))
    await store.takeIn('Idris')
    store.undo()
    expect(notes()).toEqual([undefined, 'theirs over mine'])
    expect(store.notUndone).toContain('Somebody else')
  })

  it('the same board while a save is on its way: asked, and nothing of theirs is overwritten', async () => {
    let answer: (value: unknown) => void = () => {}
    server.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)))
    noteMine('b', 'mine')
    await soon()
    noteMine('a', 'mine too')
    // The server put my first change together with theirs, which is on the board I have changed meanwhile.
    const together = note(note(start, 'a', 'theirs'), 'b', 'mine')
    answer({ saved: true, version: 9, merged: { plan: together, with: 'Idris' } })
    await soon()
    await soon()
    expect(store).toMatchObject({ saveState: 'stale', theirs: { version: 9, savedBy: 'Idris' } })
    expect(server).toHaveBeenCalledTimes(1)
    server.mockResolvedValue({ saved: true, version: 10 })
    await store.keepMine()
    expect(sent().at(-1)).toMatchObject({
      base: 9,
      plan: { blocks: [{ notes: 'mine too' }, { notes: 'mine' }] },
    })
  })

  it('the same board: asks, sends nothing until it is answered, and takes theirs with mine a step of undo away', async () => {
    server.mockRejectedValueOnce(stale(note(start, 'b', 'theirs')))
    noteMine('b', 'mine')
    await soon()
    expect(store).toMatchObject({ saveState: 'stale', theirs: { version: 5 } })
    noteMine('b', 'mine, more')
    await soon()
    expect(server).toHaveBeenCalledTimes(1)
    await store.takeTheirs()
    expect(store).toMatchObject({ saveState: 'kept', version: 5 })
    expect(notes()).toEqual([undefined, 'theirs'])
    server.mockResolvedValue({ saved: true, version: 6 })
    store.undo()
    expect(notes()).toEqual([undefined, 'mine, more'])
    await soon()
    expect(sent().at(-1)).toMatchObject({ base: 5 })
  })

  it('going on with mine keeps what they changed elsewhere', async () => {
    server.mockRejectedValueOnce(stale(note(note(start, 'b', 'theirs'), 'a', 'theirs too')))
    noteMine('b', 'mine')
    await soon()
    server.mockResolvedValue({ saved: true, version: 6 })
    await store.keepMine()
    expect(sent().at(-1)).toMatchObject({
      base: 5,
      plan: { blocks: [{ notes: 'theirs too' }, { notes: 'mine' }] },
    })
    expect(store).toMatchObject({ saveState: 'kept', version: 6, theirs: undefined })
  })
})

describe('leaving with something that cannot be saved', () => {
  it('does not wait for it, keeps it on the device, and has it again when the plan is opened', async () => {
    let reachable = false
    server.mockImplementation(async (path, options) => {
      if (options?.method !== 'PUT') return { ...saved(start, 1), id: path.split('/').at(-1) }
      if (!reachable) throw new ApiProblem(0, 'unreachable')
      return { saved: true, version: 2 }
    })
    rename(store, 'not yet saved')
    const left = store.open('q')
    await vi.advanceTimersByTimeAsync(2000)
    await left
    expect(store.plan?.blocks[1]?.title).toBe('b')
    reachable = true
    await store.open('p')
    expect(store.plan?.blocks[1]?.title).toBe('not yet saved')
    expect(store.restoredFrom).toBeGreaterThan(0)
    await soon()
    expect(store).toMatchObject({ saveState: 'kept', version: 2 })
    store.selected = 'b'
    store.undo()
    expect(store.plan?.blocks[1]?.title).toBe('b')
    // It was put back at no place: the board that was chosen since stays chosen.
    expect(store.selected).toBe('b')
  })

  it('a session that has ended holds nothing up: it is sent once somebody is signed in', async () => {
    server.mockRejectedValueOnce(new ApiProblem(401, 'signed-out'))
    server.mockResolvedValue({ saved: true, version: 2 })
    rename(store, 'mine')
    await soon()
    expect(store.saveState).toBe('signed out')
    await vi.advanceTimersByTimeAsync(5000)
    expect(store).toMatchObject({ saveState: 'kept', version: 2 })
  })
})
