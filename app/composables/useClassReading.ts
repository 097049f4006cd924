import type { z } from 'zod'
import { inOrder } from '~/domain/in-order'

/**
 * Something more of the class that is open, read anew as the class changes. Out of reach, what was read before stands: the next change reads
 * again.
 *
 * @param part the last word of its path
 */
export function useClassReading<S extends z.ZodType>(
  part: 'partners' | 'door' | 'amendments',
  way: {
    answer: S
    /** What was told, before anything is read and of no class. */
    nothing: z.output<S>
    /** A hall full of taps is read once, so long after the last. */
    afterMs: number
    /** The one change it is about; not given: all. */
    what?: string
    /** Takes in what is told beside what is known; not given: what is told stands for it. */
    takeIn?: (told: z.output<S>, known: z.output<S>) => z.output<S>
  },
) {
  const store = useClassStore()
  const told = shallowRef<z.output<S>>(way.nothing)
  const readAnew = inOrder(
    async () => {
      const id = store.data?.id
      return { id, fresh: id ? await api(`/api/classes/${id}/${part}`, { answer: way.answer }) : way.nothing }
    },
    ({ id, fresh }) => {
      if (id === store.data?.id) told.value = way.takeIn?.(fresh, told.value) ?? fresh
    },
  )
  async function read() {
    try {
      await readAnew()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
    }
  }
  watch(
    () => store.data?.id,
    () => {
      told.value = way.nothing
      void read()
    },
    { immediate: true },
  )
  const readSoon = useDebounceFn(read, way.afterMs)
  onChange('class', undefined, (change) => {
    if (change === 'back') return void readSoon()
    if (change.root === store.data?.id && (way.what ?? change.what) === change.what) void readSoon()
  })
  return { told, read, readSoon }
}
