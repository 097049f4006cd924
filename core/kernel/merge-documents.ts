/**
 * Two people changed one document: what each of them changed is found against what both began from: changes to different
 * fields and entries are put together, and only what both changed in different ways is asked about.
 */

/** Whose change stands where both changed the same. Without it that is a clash. */
export type Preference = 'mine' | 'theirs'

export type Merged<T, C> = { merged: T } | { clashes: C[] }

/** Equal as documents: a field left out and one of `undefined` are the same, and the order of fields is none. */
export function equalDocuments(a: unknown, b: unknown): boolean {
  return a === b || JSON.stringify(inOneOrder(a)) === JSON.stringify(inOneOrder(b))
}

function inOneOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOneOrder)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, one]) => one !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, one]) => [key, inOneOrder(one)]),
  )
}

/** Of one thing in three states, the one that was changed; `undefined` when both changed it differently. */
export function changedOne<T>(base: T, mine: T, theirs: T, prefer?: Preference): { value: T } | undefined {
  if (equalDocuments(mine, theirs) || equalDocuments(base, theirs)) return { value: mine }
  if (equalDocuments(base, mine)) return { value: theirs }
  return prefer && { value: prefer === 'mine' ? mine : theirs }
}

/** What was moved on the way from one order to another: whatever stands outside the longest run that kept its order. */
function movedBetween(base: readonly string[], changed: readonly string[]): Set<string> {
  const place = new Map(base.map((id, at) => [id, at]))
  const common = changed.filter((id) => place.has(id))
  const lengths = common.map(() => 1)
  const from = common.map(() => -1)
  common.forEach((id, at) => {
    for (let before = 0; before < at; before++)
      if (
        (place.get(common[before] ?? '') ?? 0) < (place.get(id) ?? 0) &&
        (lengths[before] ?? 0) + 1 > (lengths[at] ?? 0)
      ) {
        lengths[at] = (lengths[before] ?? 0) + 1
        from[at] = before
      }
  })
  const moved = new Set(common)
  for (let at = lengths.indexOf(Math.max(0, ...lengths)); at >= 0; at = from[at] ?? -1)
    moved.delete(common[at] ?? '')
  return moved
}

/** Puts an id behind the nearest one before it in another order. */
function placeAsIn(order: string[], other: readonly string[], id: string): void {
  const before = other.slice(0, other.indexOf(id)).findLast((one) => order.includes(one))
  order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, id)
}

/**
 * The order of both: where one of the two moved things, theirs is followed; where both did, both moves are made. `undefined` when
 * both moved the same thing to different places.
 */
export function mergeOrder(
  base: readonly string[],
  mine: readonly string[],
  theirs: readonly string[],
  prefer?: Preference,
): string[] | undefined {
  const among = (ids: readonly string[], others: readonly string[]) => {
    const known = new Set(others)
    return ids.filter((id) => known.has(id))
  }
  const isMoved = (ids: readonly string[]) => !equalDocuments(among(ids, base), among(base, ids))
  const agree = equalDocuments(among(mine, theirs), among(theirs, mine))
  const [iMoved, theyMoved] = [isMoved(mine), isMoved(theirs)]
  const lead = iMoved && !(theyMoved && prefer !== 'mine' && !agree) ? mine : theirs
  const order = [...lead]
  if (iMoved && theyMoved && !agree && !prefer) {
    const moved = movedBetween(base, mine)
    if ([...movedBetween(base, theirs)].some((id) => moved.has(id))) return undefined
    for (const id of mine) {
      if (!moved.has(id) || !order.includes(id)) continue
      order.splice(order.indexOf(id), 1)
      placeAsIn(order, mine, id)
    }
  }
  const other = lead === mine ? theirs : mine
  for (const id of other) if (!order.includes(id)) placeAsIn(order, other, id)
  return order
}

type Fields = Record<string, unknown>
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** What names an entry of a list: its id, or the rank and the item it is about. */
function nameOf(entry: unknown): string | undefined {
  if (!isFields(entry)) return undefined
  const { id, rank, item, from } = entry
  if (typeof id === 'string') return id
  if (typeof item === 'string') return `${String(rank ?? '')} ${item} ${String(from ?? '')}`
  return undefined
}

function namedEntries(list: unknown): Map<string, unknown> | undefined {
  if (!Array.isArray(list)) return undefined
  const entries = new Map<string, unknown>()
  for (const entry of list) {
    const name = nameOf(entry)
    if (name === undefined || entries.has(name)) return undefined
    entries.set(name, entry)
  }
  return entries
}

/**
 * @param base what both began from
 * @returns the document with both's changes, or the paths of what they clash over
 * @example mergeDocuments({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }) // { merged: { a: 2, b: 3 } }
 */
export function mergeDocuments<T>(base: T, mine: T, theirs: T, prefer?: Preference): Merged<T, string> {
  const clashes: string[] = []
  const merged = mergeValues(base, mine, theirs, '', prefer, clashes)
  return clashes.length ? { clashes } : { merged: merged as T }
}

function mergeValues(
  base: unknown,
  mine: unknown,
  theirs: unknown,
  path: string,
  prefer: Preference | undefined,
  clashes: string[],
): unknown {
  const one = changedOne(base, mine, theirs)
  if (one) return one.value
  const within = (name: string) => (path ? `${path}.${name}` : name)
  if (isFields(base) && isFields(mine) && isFields(theirs)) {
    const names = new Set([...Object.keys(base), ...Object.keys(mine), ...Object.keys(theirs)])
    const merged = [...names].map((name) => [
      name,
      mergeValues(base[name], mine[name], theirs[name], within(name), prefer, clashes),
    ])
    return Object.fromEntries(merged.filter(([, value]) => value !== undefined))
  }
  const lists = [namedEntries(base), namedEntries(mine), namedEntries(theirs)] as const
  const [was, ours, others] = lists
  if (was && ours && others) {
    const order = mergeOrder([...was.keys()], [...ours.keys()], [...others.keys()], prefer)
    if (order)
      return order.flatMap((name) => {
        const value = mergeValues(
          was.get(name),
          ours.get(name),
          others.get(name),
          within(name),
          prefer,
          clashes,
        )
        return value === undefined ? [] : [value]
      })
  }
  if (!prefer) clashes.push(path)
  return prefer === 'theirs' ? theirs : mine
}
