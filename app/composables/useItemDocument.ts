import { discardedSchema, savedVersionSchema } from '~~/shared/answers'
import { toast } from '~/domain/toast'
import { spokenName, type Item } from '~~/core/curriculum/item'
import { withoutEmptyRows } from '~~/core/curriculum/empty-rows'
import { readItem } from '~~/core/curriculum/item-rules'
import { prerequisiteFaults } from '~~/core/curriculum/prerequisites'
import type { LibraryItem } from '~~/shared/answers'
import { withFields } from '~/domain/with-fields'

type Outcome = 'archived' | 'deleted'

function documentOf({ version: _v, archived: _a, ...item }: LibraryItem): Item {
  return item
}

/**
 * One item of the library as a document edited in place: read by the core's rules, its prerequisites against the whole
 * library, and put away or deleted with a way back. `undefined` for an item there is not.
 */
export function useItemDocument(id: string) {
  const library = useLibraryStore()
  const found = library.items.get(id)
  if (!found) return undefined

  const kept = useKeptDocument<Item>(
    { value: documentOf(found), version: found.version },
    {
      path: `/api/items/${id}`,
      field: 'item',
      changedBy: 'items',
      read(draft) {
        const read = readItem(JSON.parse(JSON.stringify(withoutEmptyRows(draft))))
        if (!read.ok) return read
        const faults = prerequisiteFaults(read.item, [...library.items.values()].map(documentOf))
        return faults.length ? { ok: false, faults } : { ok: true, value: read.item }
      },
      send: (item, base) =>
        api(`/api/items/${id}`, { answer: savedVersionSchema, method: 'PUT', body: { base, item } }),
      async fresh() {
        await library.refresh()
        const theirs = library.items.get(id)
        if (!theirs) throw new Error('It is no longer in the library.')
        return { value: documentOf(theirs), version: theirs.version }
      },
      kept: (item, version) =>
        library.putItem(id, { ...item, version, archived: library.items.get(id)?.archived ?? false }),
    },
  )

  /** Fields set to `undefined` are left out of the document. */
  function change(values: Partial<Item>, touch = '') {
    kept.change(withFields(kept.draft.value, values), touch)
  }

  /** What is spoken of somewhere is put away, the rest deleted; the toast takes it back. */
  async function discard() {
    await kept.save()
    const before = library.items.get(id)
    if (!before) return
    try {
      const { outcome } = await api(`/api/items/${id}`, { answer: discardedSchema, method: 'DELETE' })
      library.putItem(id, outcome === 'archived' ? { ...before, archived: true } : undefined)
      const said =
        outcome === 'archived'
          ? 'is put away: plans and records still know it'
          : 'is deleted: nothing referred to it'
      toast(`${spokenName(before)} ${said}.`, {
        duration: 8000,
        action: { label: 'Undo', onClick: () => bringBack(before, outcome) },
      })
      if (outcome === 'deleted') await navigateTo('/curriculum')
    } catch (error) {
      toast.error(saidBy(error))
    }
  }

  async function bringBack(
    before: LibraryItem | undefined = library.items.get(id),
    was: Outcome = 'archived',
  ) {
    if (!before) return
    if (was === 'archived') await api(`/api/items/${id}/restore`, { method: 'POST', body: {} })
    else await api(`/api/items/${id}`, { method: 'PUT', body: { base: 0, item: documentOf(before) } })
    await library.refresh()
    await navigateTo(`/curriculum/${id}`)
  }

  const archived = computed(() => library.items.get(id)?.archived ?? false)
  return { kept, archived, change, discard, bringBack }
}
