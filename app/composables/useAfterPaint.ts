import type { ShallowRef } from 'vue'

/**
 * A value as it was when the last frame was painted: what is wide and slow to draw follows what a key did by one frame, so that the key
 * itself is never kept waiting for it.
 *
 * @returns the value that is shown, and `now`, which brings it up to date before somebody acts on what is shown
 */
export function useAfterPaint<T>(source: () => T): { shown: Readonly<Ref<T>>; now: () => void } {
  const shown = shallowRef(source()) as ShallowRef<T>
  let frame = 0
  let task = 0
  function now() {
    cancelAnimationFrame(frame)
    clearTimeout(task)
    frame = task = 0
    shown.value = source()
  }
  watch(
    source,
    () => {
      // A task that is asked for while a frame is made runs once it has been drawn.
      frame ||= requestAnimationFrame(() => (task = window.setTimeout(now)))
    },
    { flush: 'sync' },
  )
  onScopeDispose(() => {
    cancelAnimationFrame(frame)
    clearTimeout(task)
  })
  return { shown, now }
}
