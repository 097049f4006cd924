/**
 * What follows from an object alone, worked out the first time it is asked for and kept for as long as the object is. The object is
 * never changed, only replaced: plans, lanes and items are.
 */
export function keptWith<K extends object, T>(workOut: (of: K) => T): (of: K) => T {
  const known = new WeakMap<K, { is: T }>()
  return (of) => {
    let kept = known.get(of)
    if (!kept) known.set(of, (kept = { is: workOut(of) }))
    return kept.is
  }
}
