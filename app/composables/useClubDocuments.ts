import { savedVersionSchema, type SavedVersion } from '~~/shared/answers'
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
  const library = useLibraryStore()
  const all = computed(documents)
  const open = computed(() => all.value.find(({ id }) => id === route.query[options.query]) ?? all.value[0])
  const path = (id: string) => `/api/${options.what}/${id}`
  const linkTo = (id: string) => ({ path: `/curriculum/${options.what}`, query: { [options.query]: id } })

  const versionsOf = options.what === 'shapes' ? 'shapeVersions' : 'seriesVersions'
  const versionOf = (id: string) => library.loaded?.[versionsOf][id] ?? 0
  /** Keeps a document over the version it was made from; one that is not there yet, or was taken out, is new. */
  async function keep(document: D, base = versionOf(document.id)): Promise<SavedVersion> {
    const saved = await api(path(document.id), {
      answer: savedVersionSchema,
      method: 'PUT',
      body: { base, [options.query]: JSON.parse(JSON.stringify(document)) as object },
    })
    const rest = all.value.filter(({ id }) => id !== document.id)
    put([...rest, document].sort((a, b) => a.name.localeCompare(b.name)))
    setVersion(document.id, saved.version)
    return saved
  }
  function setVersion(id: string, version: number) {
    const { [id]: _had, ...others } = library.loaded?.[versionsOf] ?? {}
    library.change({ [versionsOf]: version ? { ...others, [id]: version } : others })
  }
  /** As it stands on the server now. */
  async function fresh(id: string, begin: D): Promise<{ value: D; version: number }> {
    const now = await library.refresh()
    return { value: all.value.find((one) => one.id === id) ?? begin, version: now[versionsOf][id] ?? 0 }
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
      setVersion(document.id, 0)
      put(all.value.filter(({ id }) => id !== document.id))
      toast(options.gone(document.name), {
        duration: 8000,
        action: { label: 'Undo', onClick: () => telling(() => keep(document)) },
      })
    })

  return { all, open, linkTo, keep, versionOf, fresh, add, discard }
}
