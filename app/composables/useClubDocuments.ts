import { toast } from '~/domain/toast'
import { freshId } from '~~/core/kernel/ids'

interface Named {
  id: string
  name: string
}

/**
 * Shapes, or series: documents of the club of which one is open, by the query of the page. Kept one by one, taken out with a way back.
 *
 * @param options.what as it is in the address and in the library
 * @param options.query the part of the query that says which is open
 * @param options.first the document that a new one begins as, under a fresh id
 * @param options.gone what is said once one is taken out
 */
export function useClubDocuments<D extends Named>(
  documents: () => readonly D[],
  put: (documents: D[]) => void,
  options: {
    what: 'shapes' | 'series'
    query: 'shape' | 'series'
    first: (id: string) => D | undefined
    gone: (name: string) => string
  },
) {
  const route = useRoute()
  const all = computed(documents)
  const open = computed(() => all.value.find(({ id }) => id === route.query[options.query]) ?? all.value[0])
  const path = (id: string) => `/api/${options.what}/${id}`
  const linkTo = (id: string) => ({ path: `/curriculum/${options.what}`, query: { [options.query]: id } })

  async function keep(document: D) {
    await api(path(document.id), { method: 'PUT', body: JSON.parse(JSON.stringify(document)) as object })
    const rest = all.value.filter(({ id }) => id !== document.id)
    put([...rest, document].sort((a, b) => a.name.localeCompare(b.name)))
  }
  async function telling(task: () => Promise<unknown>) {
    try {
      await task()
    } catch (error) {
      toast.error(saidBy(error))
    }
  }
  const add = () =>
    telling(async () => {
      const id = freshId(
        `a new ${options.query}`,
        all.value.map((one) => one.id),
      )
      const first = options.first(id)
      if (!first) return
      await keep(first)
      await navigateTo(linkTo(id))
    })
  const discard = (document: D) =>
    telling(async () => {
      await api(path(document.id), { method: 'DELETE' })
      put(all.value.filter(({ id }) => id !== document.id))
      toast(options.gone(document.name), {
        duration: 8000,
        action: { label: 'Undo', onClick: () => telling(() => keep(document)) },
      })
    })

  return { all, open, linkTo, keep, add, discard }
}
