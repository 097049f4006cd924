import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import * as vue from 'vue'

/** What the composable takes from its surroundings in the application. */
class ApiProblem extends Error {
  constructor(
    readonly status: number,
    readonly faults: { path: string; message: string }[] = [],
    readonly body: unknown = undefined,
  ) {
    super(`status ${status}`)
  }
}
Object.assign(globalThis, {
  ref: vue.ref,
  shallowRef: vue.shallowRef,
  computed: vue.computed,
  onScopeDispose: vue.onScopeDispose,
  onChange: () => () => {},
  ApiProblem,
})
const { useKeptDocument } = await import('~/composables/useKeptDocument')

interface Doc {
  name: string
}
let scope: vue.EffectScope
let sent: { value: Doc; base: number }[]
let answer: (value: Doc, base: number) => Promise<{ version: number }>
let server: { value: Doc; version: number }

function open() {
  return scope.run(() =>
    useKeptDocument<Doc>(
      { value: { name: 'first' }, version: 1 },
      {
        path: '/api/doc',
        field: 'doc',
        read: (draft) =>
          draft.name
            ? { ok: true, value: draft }
            : { ok: false, faults: [{ path: 'name', message: 'is wanted' }] },
        send: (value, base) => {
          sent.push({ value, base })
          return answer(value, base)
        },
        fresh: async () => server,
      },
    ),
  )!
}
const soon = () => vi.advanceTimersByTimeAsync(600)

beforeEach(() => {
  vi.useFakeTimers()
  scope = vue.effectScope()
  sent = []
  answer = async (_value, base) => ({ version: base + 1 })
  server = { value: { name: 'theirs' }, version: 7 }
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

describe('a document that is edited in place', () => {
  it('is saved by itself a moment after the last change, over the version it was made from', async () => {
    const kept = open()
    kept.change({ name: 'a' })
    kept.change({ name: 'ab' })
    expect(kept.state.value).toBe('changed')
    await soon()
    expect(sent).toEqual([{ value: { name: 'ab' }, base: 1 }])
    expect(kept.state.value).toBe('kept')
    kept.change({ name: 'abc' })
    await soon()
    expect(sent[1]).toEqual({ value: { name: 'abc' }, base: 2 })
  })

  it('what does not hold stays as it was typed, is named, and is not sent', async () => {
    const kept = open()
    kept.change({ name: '' })
    await soon()
    expect(kept.draft.value).toEqual({ name: '' })
    expect(kept.faultAt('name')).toBe('is wanted')
    expect([kept.state.value, sent]).toEqual(['refused', []])
    kept.change({ name: 'mended' })
    await soon()
    expect([kept.state.value, kept.faultAt('name')]).toEqual(['kept', undefined])
  })

  it('goes back and forth step by step, typing in one field being one step, and saves what it goes to', async () => {
    const kept = open()
    kept.change({ name: 'a' }, 'name')
    kept.change({ name: 'ab' }, 'name')
    kept.change({ name: 'other' })
    kept.undo()
    expect(kept.draft.value).toEqual({ name: 'ab' })
    kept.undo()
    expect([kept.draft.value, kept.canUndo.value]).toEqual([{ name: 'first' }, false])
    kept.redo()
    kept.redo()
    expect([kept.draft.value, kept.canRedo.value]).toEqual([{ name: 'other' }, false])
    await soon()
    expect(sent.at(-1)?.value).toEqual({ name: 'other' })
  })

  it('holds two hundred steps', () => {
    const kept = open()
    for (let n = 0; n < 250; n++) kept.change({ name: `n${n}` })
    let steps = 0
    for (; kept.canUndo.value; steps++) kept.undo()
    expect([steps, kept.draft.value.name]).toEqual([200, 'n49'])
  })

  it('a change made while one is on its way is sent after it', async () => {
    const kept = open()
    let arrive: (saved: { version: number }) => void = () => undefined
    answer = () => new Promise((resolve) => (arrive = resolve))
    kept.change({ name: 'one' })
    await soon()
    kept.change({ name: 'two' })
    answer = async (_value, base) => ({ version: base + 1 })
    arrive({ version: 2 })
    await soon()
    await soon()
    expect(sent.map(({ value, base }) => [value.name, base])).toEqual([
      ['one', 1],
      ['two', 2],
    ])
    expect(kept.state.value).toBe('kept')
  })

  it('without the server it is tried again until it is kept', async () => {
    const kept = open()
    answer = () => Promise.reject(new ApiProblem(0))
    kept.change({ name: 'offline' })
    await soon()
    expect(kept.state.value).toBe('unreachable')
    answer = async (_value, base) => ({ version: base + 1 })
    await vi.advanceTimersByTimeAsync(4100)
    expect([kept.state.value, sent.length]).toEqual(['kept', 2])
  })

  it('what the server refuses is told with its fields', async () => {
    const kept = open()
    answer = () => Promise.reject(new ApiProblem(422, [{ path: 'ranks', message: 'Teal cannot be removed' }]))
    kept.change({ name: 'x' })
    await soon()
    expect([kept.state.value, kept.faultAt('ranks')]).toEqual(['refused', 'Teal cannot be removed'])
  })

  it('over somebody else’s save it asks: theirs, with mine a step of undo away, or mine over theirs', async () => {
    const kept = open()
    const stale = (name: string, version: number) =>
      Promise.reject(new ApiProblem(409, [], { theirs: { name }, version, again: false }))
    answer = () => stale('theirs', 7)
    kept.change({ name: 'mine' })
    await soon()
    expect(kept.state.value).toBe('stale')
    kept.change({ name: 'mine still' })
    await soon()
    expect(sent).toHaveLength(1)
    answer = async (_value, base) => ({ version: base + 1 })
    await kept.takeTheirs()
    expect([kept.draft.value.name, kept.state.value]).toEqual(['theirs', 'kept'])
    kept.undo()
    expect(kept.draft.value.name).toBe('mine still')
    await soon()
    expect(sent.at(-1)).toEqual({ value: { name: 'mine still' }, base: 7 })

    answer = () => stale('theirs again', 12)
    kept.change({ name: 'again mine' })
    await soon()
    answer = async (_value, base) => ({ version: base + 1 })
    await kept.keepMine()
    expect(sent.at(-1)).toEqual({ value: { name: 'again mine' }, base: 12 })
  })
})
