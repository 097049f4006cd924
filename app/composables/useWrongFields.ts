/** Fields of the page whose figure is out of range: it stands there as typed, and nothing of it is kept. */
const useAll = createSharedComposable(() => shallowReactive(new Set<string>()))

/** How many there are, for whoever says that all is kept. */
export function useWrongFieldCount(): ComputedRef<number> {
  const all = useAll()
  return computed(() => all.size)
}

/** Counts a field among them for as long as it is wrong, and there. */
export function useWrongField(id: string, isWrong: Ref<boolean>): void {
  const all = useAll()
  watch(isWrong, (is) => (is ? all.add(id) : all.delete(id)))
  onScopeDispose(() => all.delete(id))
}
