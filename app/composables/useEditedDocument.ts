import type { Fault } from '~~/core/kernel/faults'
import { draftOf, dropDraft } from '~/domain/device-store'
import { DraftKeeper } from '~/domain/draft-keeper'
import type { DocumentKind, SaveState, Step, Stored } from '~/domain/edited-document'
import { soundPart } from '~/domain/sound-part'

const UNDO_STEPS = 200
const SAVE_AFTER_MS = 500
const RETRY_AFTER_MS = 4000
/** Leaving waits so long for a save; what is not saved then is on the device. */
const LEAVE_AFTER_MS = 1500

/**
 * A document that is edited in place: its value, its history, and its way to the server. A change is saved by itself a moment later and is
 * on the device until it is. Somebody else's change is put together with mine against what both began from; only what both changed
 * is asked about. History is kept as changes: undo takes back *my* change from what stands now, and never what a colleague did since.
 */
export function useEditedDocument<T extends object, Place = undefined>() {
  const value = shallowRef<T>()
  const version = ref(0)
  const state = ref<SaveState>('kept')
  const faults = shallowRef<Fault[]>([])
  const theirs = shallowRef<Stored<T>>()
  /** Whose it is, where the server said so. */
  const clashWith = ref('')
  /** Whose changes were put in last. */
  const broughtIn = ref('')
  /** Why the last undo could not be done; empty when it could. */
  const notUndone = ref('')
  /** When a change was made that was found on the device, ms since 1970. */
  const restoredFrom = ref<number>()
  const undoSteps = shallowRef<Step<T, Place>[]>([])
  const redoSteps = shallowRef<Step<T, Place>[]>([])
  let kind: DocumentKind<T, Place> | undefined
  /** What the server has, as `version`. */
  let base: T | undefined
  let lastTouch = ''
  let timer: ReturnType<typeof setTimeout> | undefined
  let sending: Promise<void> | undefined
  const device = new DraftKeeper(() => {
    if (!kind || !value.value || !base) return undefined
    const { path, field } = kind
    return state.value === 'kept'
      ? { drop: path }
      : { keep: { path, field, base, version: version.value, value: value.value } }
  })

  /** Takes a document up: what was left unsaved on this device is put on top of it, as a step that can be undone. */
  async function open(next: DocumentKind<T, Place>, stored: Stored<T>): Promise<void> {
    await leave()
    kind = next
    show(stored)
    undoSteps.value = []
    redoSteps.value = []
    theirs.value = undefined
    broughtIn.value = ''
    restoredFrom.value = undefined
    await lookOnDevice()
  }

  /** Looks for what was left unsaved on this device, and puts it on top of what stands. */
  async function lookOnDevice(): Promise<void> {
    const of = kind
    const stored = base && { value: base, version: version.value }
    const draft = of && (await draftOf<T>(of.path))
    if (draft && stored && kind === of && state.value === 'kept') restore(draft, stored)
  }

  /** As `open`, at once, for what is made on the spot. */
  function begin(next: DocumentKind<T, Place>, stored: Stored<T>): void {
    kind = next
    show(stored)
  }

  function show(stored: Stored<T>) {
    base = stored.value
    value.value = stored.value
    version.value = stored.version
    state.value = 'kept'
    faults.value = []
    lastTouch = ''
  }

  function restore(draft: { base: T; value: T; version: number; at: number }, stored: Stored<T>) {
    if (!kind) return
    const outcome =
      draft.version === stored.version
        ? { merged: draft.value }
        : kind.merge(draft.base, draft.value, stored.value)
    const restored = 'merged' in outcome ? outcome.merged : draft.value
    restoredFrom.value = draft.at
    // What was put back when the document was opened was done at no place: whoever takes it back stays where they are.
    remember(stored.value, restored, undefined)
    value.value = restored
    if ('merged' in outcome) check()
    else {
      base = draft.base
      theirs.value = stored
      state.value = 'stale'
    }
  }

  /** @param before where one was; undoing leads back to it */
  function remember(from: T, to: T, before: Place | undefined) {
    undoSteps.value = [...undoSteps.value, { from, to, before }].slice(-UNDO_STEPS)
    redoSteps.value = []
  }

  /** Shows what is wrong with the value, or saves it soon. */
  function check() {
    if (!kind || !value.value) return
    const read = kind.keepsFaulty ? kind.read(value.value) : undefined
    faults.value = read && !read.ok ? read.faults : []
    if (value.value === base) void device.now()
    else device.soon()
    if (faults.value.length === 0) return saveSoon()
    clearTimeout(timer)
    if (state.value === 'stale') return
    state.value = 'refused'
    timer = setTimeout(() => void save(), kind.saveAfterMs ?? SAVE_AFTER_MS)
  }

  /** What can be sent of the value: all of it, or what is not at fault. */
  function sendable(of: DocumentKind<T, Place>, draft: T): { sent: T; read: T } | undefined {
    if (!of.keepsFaulty) return { sent: draft, read: draft }
    const read = of.read(draft)
    if (read.ok) return { sent: draft, read: read.value }
    const part = base && soundPart(draft, base, read.faults)
    const sound = part && of.read(part)
    return part && sound?.ok ? { sent: part, read: sound.value } : undefined
  }

  /**
   * Makes a change. Changes that follow one another with the same `touch` (typing in one field) are one step of undo.
   *
   * @returns whether it was made
   */
  function change(next: T, touch = ''): boolean {
    const from = value.value
    if (!kind || !from || next === from) return false
    if (!kind.keepsFaulty) {
      const read = kind.read(next)
      faults.value = read.ok ? [] : read.faults
      if (!read.ok) return false
    }
    const last = undoSteps.value.at(-1)
    if (touch && touch === lastTouch && last?.to === from)
      undoSteps.value = [...undoSteps.value.slice(0, -1), { ...last, to: next }]
    else remember(from, next, kind.place?.now())
    redoSteps.value = []
    lastTouch = touch
    value.value = next
    check()
    return true
  }

  /** What stands now with one change taken back or made again; nothing when somebody else changed the same since. */
  function without(from: T, to: T): T | undefined {
    const now = value.value
    if (!kind || !now || now === from) return to
    const outcome = kind.merge(from, to, now)
    return 'merged' in outcome ? outcome.merged : undefined
  }

  function step(back: boolean) {
    const [source, target] = back ? [undoSteps, redoSteps] : [redoSteps, undoSteps]
    const last = source.value.at(-1)
    if (!last) return
    source.value = source.value.slice(0, -1)
    const next = back ? without(last.to, last.from) : without(last.from, last.to)
    notUndone.value = next ? '' : 'Somebody else has changed the same since; it stays as they left it.'
    if (!next) return
    const place = kind?.place?.now()
    target.value = [...target.value, { ...last, before: place }]
    lastTouch = ''
    value.value = next
    if (last.before !== undefined) kind?.place?.restore(last.before)
    check()
  }

  function saveSoon(after = kind?.saveAfterMs ?? SAVE_AFTER_MS) {
    if (state.value === 'stale') return
    state.value = 'changed'
    clearTimeout(timer)
    timer = setTimeout(() => void save(), after)
  }

  const isUnsaved = () => ['changed', 'saving', 'unreachable', 'signed out'].includes(state.value)

  async function save(): Promise<void> {
    clearTimeout(timer)
    while (sending) await sending
    const isDue = ['changed', 'unreachable', 'signed out', 'refused'].includes(state.value)
    if (!kind || !value.value || !isDue) return
    sending = send(kind, value.value)
    try {
      await sending
    } finally {
      sending = undefined
    }
  }

  async function send(of: DocumentKind<T, Place>, draft: T) {
    const part = sendable(of, draft)
    if (!part) return
    const { sent, read } = part
    // What is at fault goes on being named while the rest is on its way.
    if (sent === draft) state.value = 'saving'
    try {
      const saved = await of.send(read, version.value)
      if (of !== kind) return void dropDraft(of.path)
      version.value = saved.version
      if (saved.merged) putIn(sent, { value: saved.merged.value, version: saved.version }, saved.merged.with)
      else {
        base = sent
        of.kept?.(read, saved.version)
      }
      await settled(saved.merged ? saved.merged.value : sent)
    } catch (error) {
      if (of === kind) refused(error)
    }
  }

  /**
   * Whether anything was changed while a save was on its way. What is said to be kept is on the device no longer: a page that is closed at
   * that moment must not bring it up again over what somebody does afterwards.
   */
  async function settled(stands: T) {
    if (state.value === 'stale') return device.soon()
    if (value.value === stands) {
      if (kind) await device.forget(kind.path)
      // A change meanwhile has begun its own way to the server.
      if (value.value === stands) state.value = 'kept'
    } else if (faults.value.length === 0) saveSoon()
    else state.value = 'refused'
  }

  /** Puts what stands on the server together with what I changed since `from`; where both changed the same, it is asked. */
  function putIn(from: T, stored: Stored<T>, name: string) {
    const mine = value.value
    if (!kind || !mine) return
    const outcome = mine === from ? { merged: stored.value } : kind.merge(from, mine, stored.value)
    if (!('merged' in outcome)) {
      base = from
      theirs.value = stored
      clashWith.value = name
      state.value = 'stale'
      return
    }
    base = stored.value
    version.value = stored.version
    value.value = outcome.merged
    lastTouch = ''
    broughtIn.value = name
    kind.kept?.(stored.value, stored.version)
  }

  /** Reads what somebody else has saved, and puts it together with what is mine. */
  async function takeIn(name = ''): Promise<boolean> {
    const of = kind
    if (!of || state.value === 'stale') return false
    while (sending) await sending
    const stored = await of.fresh()
    if (of !== kind || stored.version <= version.value || !base) return false
    const before = value.value
    putIn(base, stored, name)
    if (!theirs.value && value.value !== stored.value) saveSoon(0)
    return value.value !== before || theirs.value !== undefined
  }

  function refused(error: unknown) {
    if (!(error instanceof ApiProblem)) {
      state.value = 'unreachable'
      throw error
    }
    if (error.status === 409) return onStale(error)
    if (error.status === 401) {
      // The sign-in comes over the page; once it is done, this goes on.
      saveSoon(RETRY_AFTER_MS)
      state.value = 'signed out'
    } else if (error.status === 0 || error.status === 429 || error.status >= 500) {
      saveSoon(RETRY_AFTER_MS)
      state.value = 'unreachable'
    } else {
      faults.value = error.faults.length ? error.faults : [{ path: '$', message: error.message }]
      state.value = 'refused'
    }
    device.soon()
  }

  /** Somebody else saved first: put together at once where it can be, else both are shown. */
  function onStale(problem: ApiProblem) {
    const stored = kind?.theirsIn?.(problem)
    if (!kind || !stored || !base || !value.value) {
      state.value = 'stale'
      return
    }
    putIn(base, stored, '')
    if (theirs.value) return device.soon()
    void settled(stored.value)
  }

  /** Of two versions: mine where both changed the same, with everything else of theirs. */
  async function keepMine(): Promise<void> {
    const stored = theirs.value ?? (await kind?.fresh())
    if (!kind || !stored || !base || !value.value) return
    const outcome = kind.merge(base, value.value, stored.value, 'mine')
    const merged = 'merged' in outcome ? outcome.merged : value.value
    if (merged !== value.value) remember(value.value, merged, kind.place?.now())
    value.value = merged
    base = stored.value
    version.value = stored.version
    theirs.value = undefined
    state.value = 'changed'
    await save()
  }

  /** Of two versions: theirs, with mine a step of undo away. */
  async function takeTheirs(): Promise<void> {
    const stored = theirs.value ?? (await kind?.fresh())
    if (!kind || !stored || !value.value) return
    const mine = value.value
    show(stored)
    theirs.value = undefined
    remember(mine, stored.value, kind.place?.now())
    kind.kept?.(stored.value, stored.version)
    device.soon()
  }

  /** What is not saved yet is sent now; what cannot be is on the device. Never waits long: leaving is not held up. */
  async function leave(): Promise<void> {
    if (!kind || state.value === 'kept') return
    if (isUnsaved()) {
      const waited = new Promise<void>((resolve) => setTimeout(resolve, LEAVE_AFTER_MS))
      await Promise.race([save(), waited])
    }
    await device.now()
    clearTimeout(timer)
  }

  const faultAt = (path: string) => faults.value.find((one) => one.path === path)?.message

  return {
    value,
    version,
    state,
    faults,
    faultAt,
    theirs,
    clashWith,
    broughtIn,
    notUndone,
    restoredFrom,
    canUndo: computed(() => undoSteps.value.length > 0),
    canRedo: computed(() => redoSteps.value.length > 0),
    open,
    begin,
    lookOnDevice,
    change,
    undo: () => step(true),
    redo: () => step(false),
    save,
    leave,
    takeIn,
    keepMine,
    takeTheirs,
  }
}
export type EditedDocument<T extends object> = ReturnType<typeof useEditedDocument<T>>
