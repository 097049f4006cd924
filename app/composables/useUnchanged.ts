/**
 * What is worked out anew with every tick of the clock and seldom comes out different: the very same object until it does, so that what shows it is
 * drawn only then.
 */
export function useUnchanged<T>(make: () => T): ComputedRef<T> {
  return computed<T>((before) => {
    const now = make()
    return before !== undefined && JSON.stringify(before) === JSON.stringify(now) ? before : now
  })
}
