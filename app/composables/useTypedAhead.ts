/**
 * Keys that are pressed before a page is ready for them are kept, and pressed again in their order once it is: a quick hand loses none.
 *
 * @param isReady whether the page takes keys by now
 */
export function useTypedAhead(isReady: () => boolean): void {
  const kept: KeyboardEventInit[] = []
  useEventListener(
    document,
    'keydown',
    (event: KeyboardEvent) => {
      if (isReady() || isField(event.target) || event.repeat) return
      const { key, code, shiftKey, ctrlKey, altKey, metaKey } = event
      kept.push({ key, code, shiftKey, ctrlKey, altKey, metaKey, bubbles: true, cancelable: true })
      event.stopImmediatePropagation()
    },
    { capture: true },
  )
  watch(isReady, async (ready) => {
    if (!ready) return
    for (const init of kept.splice(0)) {
      await nextTick()
      press(init)
      await nextTick()
    }
  })
}

const isField = (target: EventTarget | null): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLElement && target.matches('input, textarea')

/** A key as if it were pressed now; into a field it is typed. */
function press(init: KeyboardEventInit) {
  const target = document.activeElement ?? document.body
  const isTaken = !target.dispatchEvent(new KeyboardEvent('keydown', init))
  if (isTaken || !isField(target) || init.key?.length !== 1 || init.ctrlKey || init.metaKey) return
  target.setRangeText(init.key, target.selectionStart ?? 0, target.selectionEnd ?? 0, 'end')
  target.dispatchEvent(new InputEvent('input', { bubbles: true }))
}
