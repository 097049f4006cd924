import type { Block } from '~~/core/plan/schema'
import { canBeCut, changeBlock, newBlock, toggleSplit } from '~~/core/plan/edit'
import { changeDoses } from '~~/core/plan/edit-doses'
import { nudgeReps, nudgeSets, togglePartner } from '~~/core/plan/nudge'
import type { Dose } from '~~/core/plan/doses'
import { toast } from '~/domain/toast'

interface Acts {
  find(): void
  /** To the bench, at the name of the board. */
  bench(): void
  keys(): void
  floor(): void
  /** Lets go of the board, so that the bench shows the class itself. */
  settings(): void
  /** To the first finding of the checks. */
  checks(): void
  /** Looks at the fix of the worst finding; looked at already, takes it. */
  mend(): void
  /** A new board, its title ready to be typed. */
  add(): void
  /** To the name of the part of the marked boards. */
  part(): void
}

const FIGURE = 'input[inputmode], select, input[type=checkbox]'
const TYPING = 'input, select, textarea, [contenteditable]'

const isText = (target: unknown): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLElement &&
  target.matches('textarea, input[type=text], input:not([type])') &&
  !target.matches(FIGURE)

/** The keys of the frame. In a field they type; in a dialog they belong to the dialog. */
export function useComposeKeys(acts: Acts): void {
  const store = usePlanStore()
  const marked = useMarkedStore()

  function step(by: 1 | -1) {
    marked.clear()
    const blocks = store.shown?.blocks ?? []
    const at = blocks.findIndex(({ id }) => id === store.selected)
    const from = at < 0 ? (by > 0 ? -1 : blocks.length) : at
    const to = blocks[Math.max(0, Math.min(blocks.length - 1, from + by))]
    if (to) store.selected = to.id
  }

  /** Changes the dose of the marked boards, and of every track that has its own. */
  function dose(change: (dose: Dose) => Dose) {
    const { plan } = store
    if (!plan || marked.ids.length === 0) return
    const to = (block: Block) => changeDoses(block, change)
    store.change(marked.ids.reduce((next, id) => changeBlock(next, id, to), plan))
  }

  function split() {
    const { plan, selectedBlock: block } = store
    if (!plan || !block) return
    if (canBeCut(block)) store.changeBlock(block.id, (one) => toggleSplit(one, plan))
    else askForItem(block)
  }

  const onBoards = (act: (ids: readonly string[]) => void) => () => {
    if (marked.ids.length) act(marked.ids)
  }
  function escape() {
    if (marked.isMany) marked.clear()
    else acts.settings()
  }
  const plain: Record<string, () => void> = {
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    a: acts.add,
    w: () => store.add(newBlock('water', 'Water')),
    Enter: acts.bench,
    Escape: escape,
    '[': () => dose((d) => nudgeSets(d, -1)),
    ']': () => dose((d) => nudgeSets(d, 1)),
    '{': () => dose((d) => nudgeReps(d, -1)),
    '}': () => dose((d) => nudgeReps(d, 1)),
    s: split,
    p: () => dose(togglePartner),
    d: onBoards(store.duplicate),
    Delete: onBoards(store.remove),
    Backspace: () => {
      if (!wasTyping) onBoards(store.remove)()
    },
    '/': acts.find,
    g: acts.floor,
    c: acts.checks,
    f: acts.mend,
    n: acts.part,
    '?': acts.keys,
  }

  /** Keys that change nothing: they are the same whatever is on the frame. Of a fix, F is the key that takes it. */
  const LOOKING = ['ArrowDown', 'ArrowUp', 'Escape', '/', 'c', '?']
  const isForPlan = (key: string) => !LOOKING.includes(key) && !(key === 'f' && store.looked?.by === 'fix')

  function undoKey(event: KeyboardEvent): boolean {
    const key = event.key.toLowerCase()
    if (!(event.ctrlKey || event.metaKey)) return false
    if (key === 'z' && !event.shiftKey) store.undo()
    else if (key === 'y' || (key === 'z' && event.shiftKey)) store.redo()
    else return false
    return true
  }

  function moveKey(event: KeyboardEvent): boolean {
    if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return false
    if (marked.ids.length) store.shift(marked.ids, event.key === 'ArrowUp' ? -1 : 1)
    return true
  }

  /** Shift and the arrows mark one board more; Ctrl A marks all. */
  function markKey(event: KeyboardEvent): boolean {
    if (event.shiftKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown'))
      marked.extend(event.key === 'ArrowUp' ? -1 : 1)
    else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'a') marked.all()
    else return false
    return true
  }

  const isTyping = (target: EventTarget | null) =>
    target instanceof HTMLElement && (target.matches(TYPING) || target.closest('[role="dialog"]') !== null)
  function toClipboard(event: ClipboardEvent, cut: boolean) {
    const text = marked.copied()
    if (isTyping(event.target) || !text || getSelection()?.toString()) return
    event.preventDefault()
    event.clipboardData?.setData('text/plain', text)
    if (cut && store.looked) return store.sayNotNow()
    if (cut) store.remove(marked.ids)
  }
  useEventListener(document, 'copy', (event: ClipboardEvent) => toClipboard(event, false))
  useEventListener(document, 'cut', (event: ClipboardEvent) => toClipboard(event, true))
  useEventListener(document, 'paste', (event: ClipboardEvent) => {
    if (isTyping(event.target)) return
    event.preventDefault()
    if (store.looked) return store.sayNotNow()
    const wrong = marked.paste(event.clipboardData?.getData('text/plain') ?? '')
    if (wrong) toast.error(wrong)
  })

  /** What stood in a text when it was come to. */
  let stood = ''
  useEventListener(document, 'focusin', ({ target }) => {
    if (isText(target)) stood = target.value
  })
  useEventListener(document, 'change', ({ target }) => {
    if (isText(target)) stood = target.value
  })
  /** Whether the last thing done was typing: a Backspace too many then takes no board out. */
  let wasTyping = false
  useEventListener(document, 'pointerdown', () => (wasTyping = false))

  /** Escape leaves a field; in a text it takes back what was typed. */
  function leaveField(target: HTMLElement) {
    if (isText(target) && target.value !== stood) {
      target.value = stood
      target.dispatchEvent(new InputEvent('input', { bubbles: true }))
    }
    target.blur()
  }

  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    const target = event.target as HTMLElement
    if (!store.plan || target.closest('[role="dialog"]')) return
    if (target.matches(TYPING)) {
      wasTyping = true
      if (event.key === 'Escape') leaveField(target)
      // A figure is taken as it is typed, so undo in it is the plan's; in text the browser undoes the typing.
      else if (target.matches(FIGURE) && undoKey(event)) event.preventDefault()
      return
    }
    if (
      store.looked &&
      (event.altKey || event.ctrlKey || event.metaKey) &&
      /^Arrow|^z$|^y$/i.test(event.key)
    ) {
      event.preventDefault()
      return store.sayNotNow()
    }
    if (undoKey(event) || moveKey(event) || markKey(event)) return event.preventDefault()
    if (event.ctrlKey || event.metaKey || event.altKey) return
    // Enter and the arrows belong to the button or list that has the focus.
    const onControl = target.closest('button, a, [role="radiogroup"], [role="tablist"]')
    if (onControl && (event.key === 'Enter' || event.key.startsWith('Arrow'))) return
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key
    const act = plain[key]
    if (!act) return
    event.preventDefault()
    // One owner of what is on the frame: a key of the plan does nothing unseen under it.
    if (store.looked && isForPlan(key)) return store.sayNotNow()
    act()
    if (event.key !== 'Backspace') wasTyping = false
  })
}
