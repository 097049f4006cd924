import type { Fault } from '~~/core/kernel/faults'
import type { SaveState } from '~/stores/plan'

interface Kept<T> {
  /** The document as it stands on the server, and its version. */
  value: T
  version: number
}

interface Door<T> {
  /** Checks a draft: the document, or what is wrong with it. */
  read(draft: T): { ok: true; value: T } | { ok: false; faults: Fault[] }
  /** Sends it; the version that stands then. */
  send(value: T, base: number): Promise<{ version: number }>
  /** Reads it anew from the server. */
  fresh(): Promise<Kept<T>>
  /** Told of what stands on the server now. */
  kept?(value: T, version: number): void
}

const UNDO_STEPS = 200
const SAVE_AFTER_MS = 500
const RETRY_AFTER_MS = 4000

/**
 * A document that is edited in place: a change that holds is saved by itself a moment later, one that does not is kept as it
 * was typed and its fields are named. 200 steps of undo. A save over somebody else's is refused and asked about.
 */
export function useKeptDocument<T extends object>(begin: Kept<T>, door: Door<T>) {
  const draft = shallowRef<T>(begin.value)
  const version = ref(begin.version)
  const state = ref<SaveState>('kept')
  const faults = shallowRef<Fault[]>([])
  const undoSteps = shallowRef<T[]>([])
  const redoSteps = shallowRef<T[]>([])
  let lastTouch = ''
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> | undefined

  function show(next: T) {
    draft.value = next
    const read = door.read(next)
    faults.value = read.ok ? [] : read.faults
    if (read.ok) saveSoon()
    else {
      clearTimeout(timer)
      state.value = 'refused'
    }
  }

  /** Makes a change; changes with the same `touch` that follow one another are one step of undo. */
  function change(next: T, touch = '') {
    if (next === draft.value) return
    if (!touch || touch !== lastTouch) undoSteps.value = [...undoSteps.value, draft.value].slice(-UNDO_STEPS)
    lastTouch = touch
    redoSteps.value = []
    show(next)
  }

  function step(from: typeof undoSteps, to: typeof redoSteps) {
    const last = from.value.at(-1)
    if (!last) return
    to.value = [...to.value, draft.value]
    from.value = from.value.slice(0, -1)
    lastTouch = ''
    show(last)
  }

  function saveSoon(after = SAVE_AFTER_MS) {
    if (state.value === 'stale') return
    state.value = 'changed'
    clearTimeout(timer)
    timer = setTimeout(() => void save(), after)
  }

  async function save(): Promise<void> {
    clearTimeout(timer)
    await saving
    if (state.value !== 'changed' && state.value !== 'unreachable') return
    saving = send(draft.value)
    await saving
    saving = undefined
  }

  async function send(sent: T) {
    const read = door.read(sent)
    if (!read.ok) return
    state.value = 'saving'
    try {
      const { version: now } = await door.send(read.value, version.value)
      version.value = now
      door.kept?.(read.value, now)
      if (draft.value === sent) state.value = 'kept'
      else if (faults.value.length === 0) saveSoon()
    } catch (error) {
      refused(error)
    }
  }

  function refused(error: unknown) {
    if (!(error instanceof ApiProblem)) throw error
    if (error.status === 409) state.value = 'stale'
    else if (error.status === 0 || error.status >= 500) {
      saveSoon(RETRY_AFTER_MS)
      state.value = 'unreachable'
    } else {
      faults.value = error.faults.length ? error.faults : [{ path: '$', message: error.message }]
      state.value = 'refused'
    }
  }

  /** After somebody else saved first: theirs, with mine a step of undo away. */
  async function takeTheirs() {
    const { value, version: now } = await door.fresh()
    undoSteps.value = [...undoSteps.value, draft.value].slice(-UNDO_STEPS)
    draft.value = value
    version.value = now
    faults.value = []
    state.value = 'kept'
    door.kept?.(value, now)
  }

  /** After somebody else saved first: mine over theirs. */
  async function keepMine() {
    version.value = (await door.fresh()).version
    state.value = 'changed'
    await save()
  }

  const faultAt = (path: string) => faults.value.find((one) => one.path === path)?.message
  onScopeDispose(() => void save())

  return {
    draft,
    state,
    faults,
    faultAt,
    change,
    undo: () => step(undoSteps, redoSteps),
    redo: () => step(redoSteps, undoSteps),
    canUndo: computed(() => undoSteps.value.length > 0),
    canRedo: computed(() => redoSteps.value.length > 0),
    save,
    takeTheirs,
    keepMine,
  }
}
export type KeptDocument<T extends object> = ReturnType<typeof useKeptDocument<T>>
