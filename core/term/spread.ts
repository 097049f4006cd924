/**
 * Minutes of items spread over classes. Two questions, one after the other:
 *
 * 1. How much of each item can be served? What can be served together are the independent sets of a polymatroid, so taking as much as
 *    there can be of each item in turn gives the most in all, and of the ways to have the most the one that serves earlier items first. Each
 *    item's share is a maximum flow on top of what the ones before it have, which may be moved but not lessened.
 * 2. Where does each minute go, so that the sum of squared minutes by item and class is least? The price of a minute rises with the
 *    minutes that are there already (1, 3, 5 …), so minutes are sent one by one along the cheapest way there is, with what was sent before
 *    moved where that is cheaper: successive shortest paths, which keep the sum the least at every step.
 */

interface Asked {
  need: number
  /** The most of it in each class. */
  most: readonly number[]
}

/**
 * @param items what is asked, the first served first; whole minutes
 * @param classes the minutes of each class
 * @returns minutes by item and class
 */
export function spread(items: readonly Asked[], classes: readonly number[]): number[][] {
  const served = mostServed(items, classes)
  return new Cheapest(items, classes).send(served)
}

/** How much of each item can be served, the first first. */
function mostServed(items: readonly Asked[], classes: readonly number[]): number[] {
  const flow = items.map(() => classes.map(() => 0))
  const left = [...classes]
  return items.map(({ need }, i) => {
    let got = 0
    while (got < need) {
      const more = augment(i, need - got, items, flow, left)
      if (more === 0) break
      got += more
    }
    return got
  })
}

/**
 * Sends more of an item to some class, moving what others have there to where there is room: the shortest chain of moves.
 *
 * @returns how many minutes more
 */
function augment(
  item: number,
  wanted: number,
  items: readonly Asked[],
  flow: number[][],
  left: number[],
): number {
  // By which item a class was reached, and by which class an item.
  const byItem = new Map<number, number>()
  const byClass = new Map<number, number>([[item, -1]])
  const queue = [item]
  let end = -1
  for (let at = 0; at < queue.length && end < 0; at++) {
    const i = queue[at]!
    for (let c = 0; c < left.length && end < 0; c++) {
      if (byItem.has(c) || flow[i]![c]! >= items[i]!.most[c]!) continue
      byItem.set(c, i)
      if (left[c]! > 0) end = c
      else
        for (let other = 0; other < items.length; other++)
          if (!byClass.has(other) && flow[other]![c]! > 0) {
            byClass.set(other, c)
            queue.push(other)
          }
    }
  }
  if (end < 0) return 0
  // Back along the chain: how much all of it can carry, and then that much.
  const chain: [item: number, to: number, from: number][] = []
  for (let c = end; c >= 0;) {
    const i = byItem.get(c)!
    const from = byClass.get(i)!
    chain.push([i, c, from])
    c = from
  }
  let more = Math.min(wanted, left[end]!)
  for (const [i, to, from] of chain) {
    more = Math.min(more, items[i]!.most[to]! - flow[i]![to]!)
    if (from >= 0) more = Math.min(more, flow[i]![from]!)
  }
  for (const [i, to, from] of chain) {
    flow[i]![to]! += more
    if (from >= 0) flow[i]![from]! -= more
  }
  left[end]! -= more
  return more
}

/** Minutes sent one by one along the cheapest way. Nodes are the items, then the classes, then the end; prices stay non-negative by potentials. */
class Cheapest {
  private readonly flow: number[][]
  private readonly left: number[]
  private readonly end: number
  private readonly potential: Float64Array

  constructor(
    private readonly items: readonly Asked[],
    classes: readonly number[],
  ) {
    this.flow = items.map(() => classes.map(() => 0))
    this.left = [...classes]
    this.end = items.length + classes.length
    this.potential = new Float64Array(this.end + 1)
  }

  /** @param served minutes of each item, which can be served together */
  send(served: readonly number[]): number[][] {
    for (const [i, minutes] of served.entries()) for (let n = 0; n < minutes; n++) this.sendOne(i)
    return this.flow
  }

  /** The cheapest way from an item to the end (Dijkstra over a dense graph), and one minute along it. */
  private sendOne(item: number): void {
    const { flow, left, potential, end } = this
    const distance = new Float64Array(end + 1).fill(Infinity)
    const before = new Int32Array(end + 1).fill(-1)
    const isDone = new Uint8Array(end + 1)
    distance[item] = 0
    while (!isDone[end]) {
      let node = -1
      for (let n = 0; n <= end; n++)
        if (!isDone[n] && distance[n]! < Infinity && (node < 0 || distance[n]! < distance[node]!)) node = n
      if (node < 0) throw new RangeError('more is to be served than there is room for')
      isDone[node] = 1
      this.look(node, (to, price) => {
        const along = distance[node]! + price + potential[node]! - potential[to]!
        if (along < distance[to]!) {
          distance[to] = along
          before[to] = node
        }
      })
    }
    const far = distance[end]!
    for (let n = 0; n <= end; n++) if (isDone[n]) potential[n]! += distance[n]! - far
    left[before[end]! - this.items.length]! -= 1
    for (let node = before[end]!; node !== item; node = before[node]!) {
      const from = before[node]!
      if (node >= this.items.length) flow[from]![node - this.items.length]! += 1
      else flow[node]![from - this.items.length]! -= 1
    }
  }

  /** Where one minute can go from a node, and at what price: the next minute costs more than the last, and taking the last back gives it back. */
  private look(node: number, relax: (to: number, price: number) => void): void {
    const { items, flow, left, end } = this
    if (node === end) return
    if (node < items.length) {
      const { most } = items[node]!
      for (let c = 0; c < left.length; c++) {
        const has = flow[node]![c]!
        if (has < most[c]!) relax(items.length + c, 2 * has + 1)
      }
      return
    }
    const c = node - items.length
    if (left[c]! > 0) relax(end, 0)
    for (let i = 0; i < items.length; i++) {
      const has = flow[i]![c]!
      if (has > 0) relax(i, 1 - 2 * has)
    }
  }
}
