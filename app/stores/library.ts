import { librarySchema } from '~~/shared/answers'
import { needsSpelling, readSpelling } from '~~/core/kernel/spelling'
import type { Ladder } from '~~/core/curriculum/ladder'
import { madeOf } from '~~/core/curriculum/made-of'
import { calledIn } from '~~/core/curriculum/called'
import type { FindItem } from '~~/core/curriculum/said-line'
import type { Made } from '~~/core/plan/edit-places'
import { librarySearch } from '~~/core/curriculum/search'
import { atLayer, spokenName } from '~~/core/curriculum/item'
import type { Library, LibraryItem } from '~~/shared/answers'

const READ_AFTER_MS = 800

/** The club's ranks, groups and items: what every screen needs to name and colour things. Loaded once. */
export const useLibraryStore = defineStore('library', () => {
  const loaded = shallowRef<Library>()
  let loading: Promise<Library> | undefined

  async function read(): Promise<Library> {
    loading ??= api('/api/library', { answer: librarySchema })
    listen()
    try {
      const told = await loading
      // Boards of items with names in other scripts are to have ids that can be read.
      if ([...told.items, ...told.groups].some(({ name }) => needsSpelling(name)))
        void readSpelling().catch(() => {})
      return (loaded.value = told)
    } catch (error) {
      loading = undefined
      throw error
    }
  }

  /** As it is held, read where it is not: what was changed since it was read stands. */
  const load = async (): Promise<Library> => loaded.value ?? read()

  let isListening = false
  let soon: ReturnType<typeof setTimeout> | undefined
  /** What a colleague changes of the curriculum is read anew, once for many changes. */
  function listen(): void {
    if (isListening) return
    isListening = true
    onChange('library', undefined, (change) => {
      if (change !== 'back' && change.mine) return
      clearTimeout(soon)
      soon = setTimeout(() => void refresh().catch(() => {}), READ_AFTER_MS)
    })
  }

  function forget(): void {
    loaded.value = undefined
    loading = undefined
  }

  /** Changes what is held, after the server has it. */
  function change(values: Partial<Library>): void {
    if (loaded.value) loaded.value = { ...loaded.value, ...values }
  }

  /** An item as it stands now; `undefined` when it is gone for good. */
  function putItem(id: string, item: LibraryItem | undefined): void {
    const rest = (loaded.value?.items ?? []).filter((other) => other.id !== id)
    change({ items: item ? [...rest, item].sort((a, b) => a.name.localeCompare(b.name)) : rest })
  }

  /** Reads everything anew. */
  async function refresh(): Promise<Library> {
    loading = undefined
    return read()
  }

  const items = computed(() => new Map((loaded.value?.items ?? []).map((item) => [item.id, item])))
  const ranks = computed(() => new Map((loaded.value?.ranks ?? []).map((rank) => [rank.id, rank])))
  const groups = computed(() => loaded.value?.groups ?? [])
  const club = computed(() => loaded.value?.club)
  const ladder = computed<Ladder>(() => ({
    kind: loaded.value?.ladderKind ?? 'none',
    ranks: loaded.value?.ranks ?? [],
  }))
  const syllabus = computed(() => loaded.value?.syllabus ?? [])

  const search = computed(() => librarySearch(loaded.value?.items ?? []))
  /** What of the library is offered for a plan, the best first: what was put away is not. */
  const offered = (words: string) =>
    search.value.find(words).flatMap((id) => {
      const item = items.value.get(id)
      return item && !item.archived ? [item] : []
    })

  const called = computed(() => calledIn((loaded.value?.items ?? []).filter(({ archived }) => !archived)))
  /** The item of a typed name; none where nothing is called that. */
  const itemCalled: FindItem = (name, exactly) => called.value(name, exactly)

  const NEAREST = 3
  /** Items that are called something like it, to be offered where nothing is called just that. */
  const itemsNear = (name: string) =>
    search.value
      .near(name)
      .flatMap((id) => {
        const item = items.value.get(id)
        return item && !item.archived ? [item] : []
      })
      .slice(0, NEAREST)

  const itemName = (id: string | undefined) => {
    const item = id ? items.value.get(id) : undefined
    return item ? spokenName(item) : (id ?? '')
  }
  /** What an item brings to a board: what its reps are made of at a layer, and what is done instead. */
  const itemMade = (id: string | undefined, layer = 1): Made => {
    const item = items.value.get(id ?? '')
    return item ? madeOf(item, layer) : {}
  }
  /** The name of a layer of an item, `layer 2` where it has none. */
  const layerName = (id: string | undefined, layer: number) =>
    (id && items.value.get(id)?.layers[layer - 1]?.name) || `layer ${layer}`

  /** An item as it is at one of its layers: with that layer's own caution, contact and holder. */
  const itemAt = (id: string | undefined, layer = 1) => {
    const item = id ? items.value.get(id) : undefined
    return item && atLayer(item, layer)
  }

  const groupsById = computed(() => new Map(groups.value.map((group) => [group.id, group])))
  const groupName = (id: string) => groupsById.value.get(id)?.name ?? id
  const ranksOfGroup = (id: string) => groupsById.value.get(id)?.ranks ?? []

  return {
    loaded,
    load,
    refresh,
    forget,
    change,
    putItem,
    items,
    offered,
    search,
    ranks,
    groups,
    club,
    ladder,
    syllabus,
    itemCalled,
    itemsNear,
    itemName,
    itemAt,
    itemMade,
    layerName,
    groupName,
    ranksOfGroup,
  }
})
