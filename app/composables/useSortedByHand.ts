import type { DraggableEvent } from 'vue-draggable-plus'

/** What is told of a drag: where a row was taken from and where it was put, by its place among the rows. */
export interface SortedByHand<T> {
  taken: (row: T) => void
  put: (from: number, to: number) => void
}

/**
 * Rows that are dragged to another place. The rows are the caller's: what a drag comes to is told, and they follow when the caller has
 * changed them. What does the dragging comes after the rows are there: keys and taps need none of it.
 */
export function useSortedByHand<T>(
  box: Readonly<Ref<HTMLElement | null>>,
  rows: () => T[],
  { taken, put }: SortedByHand<T>,
): void {
  const scope = getCurrentScope()
  let stop: (() => void) | undefined
  onMounted(async () => {
    const { useDraggable } = await import('vue-draggable-plus')
    scope?.run(() => {
      if (!box.value) return
      const shown = computed({ get: rows, set: () => {} })
      const sorting = useDraggable(box.value, shown, {
        animation: 160,
        immediate: false,
        onStart: ({ data }: DraggableEvent<T>) => taken(data),
        onUpdate: ({ oldIndex, newIndex }: DraggableEvent<T>) => {
          if (oldIndex !== undefined && newIndex !== undefined) put(oldIndex, newIndex)
        },
      })
      sorting.start(box.value)
      stop = sorting.destroy
    })
  })
  onBeforeUnmount(() => stop?.())
}
