import { techniquesOf } from '~~/core/plan/techniques'

const MOST_OFFERED = 8

/** An item and its layer, chosen with a thumb: those of the plan until something is looked for. */
export function useItemChoice() {
  const store = useClassStore()
  const library = useLibraryStore()
  const words = ref('')
  const layer = ref(1)
  const chosen = ref('')
  const offered = computed(() => {
    const found = words.value.trim()
      ? library.offered(words.value)
      : [...new Set(store.plan ? techniquesOf(store.plan).map(({ id }) => id) : [])].flatMap(
          (id) => library.items.get(id) ?? [],
        )
    return found.slice(0, MOST_OFFERED).map(({ id }) => ({ value: id, name: library.itemName(id) }))
  })
  const layers = computed(() =>
    (library.items.get(chosen.value)?.layers ?? []).map(({ name }, n) => ({ value: n + 1, name })),
  )
  watch(chosen, () => (layer.value = 1))
  return { words, layer, chosen, offered, layers }
}
