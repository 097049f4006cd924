/** Half-open intervals of time in ms: `[from, to]`, of which the end is not part. */
export type Interval = [from: number, to: number]

/** The same time as sorted intervals that neither touch nor overlap; empty ones vanish. */
export function merged(intervals: readonly (readonly [number, number])[]): Interval[] {
  const out: Interval[] = []
  for (const [from, to] of [...intervals].sort((a, b) => a[0] - b[0])) {
    if (to <= from) continue
    const last = out.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else out.push([from, to])
  }
  return out
}

/** What is left of `from`–`to` when `holes` are taken out. */
export function without(from: number, to: number, holes: readonly (readonly [number, number])[]): Interval[] {
  const out: Interval[] = []
  let at = from
  for (const [start, end] of merged(holes)) {
    if (start > at) out.push([at, Math.min(start, to)])
    at = Math.max(at, end)
    if (at >= to) break
  }
  if (at < to) out.push([at, to])
  return merged(out)
}

/** Total length in ms. */
export function lengthOf(intervals: readonly (readonly [number, number])[]): number {
  return intervals.reduce((sum, [from, to]) => sum + to - from, 0)
}

/** The time in both. */
export function common(
  a: readonly (readonly [number, number])[],
  b: readonly (readonly [number, number])[],
): Interval[] {
  return merged(
    a.flatMap(([from, to]) => b.map(([start, end]): Interval => [Math.max(from, start), Math.min(to, end)])),
  )
}
