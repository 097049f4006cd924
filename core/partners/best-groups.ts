import { heaviestMatching, type Matching } from './matching'

/**
 * The cheapest way to put everybody in pairs, with one group of three where the number is odd. Fewest left out come first, then the cost.
 *
 * Pairs alone are a matching of greatest size and least weight. With a three {c, a, b} the pair (a, b) and the rest are such a matching
 * without c, so the duals of one matching over all bound from below what every three would cost; the duals of the matching without c bound
 * it more closely. Threes are tried from the lowest bound up, until no bound is below the best that was found. Costs are whole numbers
 * here (billionths, coarser where the figures are large), so the bounds are exact and what is left untried cannot be better.
 */

export interface Grouping {
  groups: number[][]
  /** Sum of the costs of all pairs of all groups. */
  cost: number
  left: number[]
}

const NONE: Grouping = { groups: [], cost: 0, left: [] }
const FINEST = 1e9
/** Doubled sums of weights stay below this, and so stay whole. */
const MOST_SUM = 2 ** 51

/**
 * @param n how many there are, numbered from 0
 * @param costOf what two of them cost; undefined where they must not be together. The same both ways.
 * @param pins pairs that stand; a three may be made by adding to them
 */
export function bestGroups(
  n: number,
  costOf: (a: number, b: number) => number | undefined,
  pins: readonly (readonly [number, number])[] = [],
): Grouping {
  if (n === 0) return NONE
  const hall = new Hall(n, costOf, pins)
  const pairs = hall.pairing()
  const free = n - 2 * pairs.length
  const three = free > 0 ? hall.bestThree() : undefined
  const groups = [...(three ? [three.three, ...three.pairs] : pairs)].map((group) =>
    group.sort((a, b) => a - b),
  )
  const placed = new Set(groups.flat())
  return {
    groups: groups.sort((a, b) => (a[0] ?? 0) - (b[0] ?? 0)),
    cost: groups.reduce((sum, group) => sum + groupCost(group, costOf), 0),
    left: Array.from({ length: n }, (_, i) => i).filter((i) => !placed.has(i)),
  }
}

/** The cost of a group: of its pair, or of its three pairs. */
export function groupCost(
  group: readonly number[],
  costOf: (a: number, b: number) => number | undefined,
): number {
  return group.reduce(
    (sum, a, i) => sum + group.slice(i + 1).reduce((rest, b) => rest + (costOf(a, b) ?? Infinity), 0),
    0,
  )
}

interface Three {
  /** The one beside the pair. */
  apex: number
  a: number
  b: number
  /** What both pairs with the apex cost. */
  beside: number
  bound: number
}

class Hall {
  /** What a pair that may stand by itself costs, in whole units; 0 marks the pairs that may not, in `weights`. */
  private readonly costs: Float64Array
  /** A pair more always outweighs any cost: `most` less the cost. */
  private readonly weights: Float64Array
  private readonly most: number
  private readonly pinned = new Set<number>()
  private readonly all: Matching
  private readonly without = new Map<number, Matching>()

  constructor(
    private readonly n: number,
    costOf: (a: number, b: number) => number | undefined,
    pins: readonly (readonly [number, number])[],
  ) {
    const raw = new Float64Array(n * n).fill(Infinity)
    let greatest = 1
    for (let a = 0; a < n; a++)
      for (let b = a + 1; b < n; b++) {
        const cost = costOf(a, b)
        if (cost === undefined) continue
        raw[a * n + b] = raw[b * n + a] = cost
        greatest = Math.max(greatest, Math.abs(cost))
      }
    // The pairs of a grouping are at most n, and so are those that weights are compared over.
    const unit = Math.min(FINEST, 10 ** Math.floor(Math.log10(MOST_SUM / (4 * n * n * greatest))))
    this.costs = raw.map((cost) => Math.round(cost * unit))
    this.most = 2 * n * Math.ceil(greatest * unit) + 1
    for (const pin of pins) for (const one of pin) this.pinned.add(one)
    const standing = new Set(pins.flatMap(([a, b]) => [a * n + b, b * n + a]))
    this.weights = this.costs.map((cost, e) => {
      const mayStand = standing.has(e) || (!this.pinned.has(Math.floor(e / n)) && !this.pinned.has(e % n))
      return Number.isFinite(cost) && mayStand ? this.most - cost : 0
    })
    this.all = heaviestMatching(n, this.weights)
  }

  pairing(): number[][] {
    return pairsOf(this.all)
  }

  /** The best grouping with one three, if it leaves out one fewer than pairs alone. */
  bestThree(): { three: number[]; pairs: number[][] } | undefined {
    const size = pairsOf(this.all).length
    const threes = this.threes(size)
    let best: { three: number[]; pairs: number[][] } | undefined
    let least = Infinity
    for (const three of threes) {
      if (three.bound >= least) break
      if (this.closerBound(three, size) >= least) continue
      const rest = this.matchingWithout([three.apex, three.a, three.b])
      const pairs = pairsOf(rest.matching).map((pair) => pair.map((i) => rest.names[i] ?? i))
      if (pairs.length < size - 1) continue
      const cost = this.costs[three.a * this.n + three.b]! + three.beside + this.sum(pairs)
      if (cost >= least) continue
      least = cost
      best = { three: [three.apex, three.a, three.b], pairs }
    }
    return best
  }

  private sum(pairs: number[][]): number {
    return pairs.reduce((total, [a = 0, b = 0]) => total + this.costs[a * this.n + b]!, 0)
  }

  /** Every three that may be, by what it costs at least in a grouping of this many pairs and one beside. */
  private threes(size: number): Three[] {
    const { n, costs, weights } = this
    const found: Three[] = []
    for (let apex = 0; apex < n; apex++) {
      if (this.pinned.has(apex)) continue
      for (let a = 0; a < n; a++) {
        if (a === apex || !Number.isFinite(costs[apex * n + a]!)) continue
        for (let b = a + 1; b < n; b++) {
          if (b === apex || weights[a * n + b] === 0 || !Number.isFinite(costs[apex * n + b]!)) continue
          const isPinned = this.pinned.has(a)
          // Without pins a three is found with each of its members as the one beside: once is enough.
          if (!isPinned && apex > a) continue
          const bound = isPinned
            ? this.leastBeside(apex, a, b, size)
            : Math.max(
                this.leastBeside(apex, a, b, size),
                this.leastBeside(a, apex, b, size),
                this.leastBeside(b, apex, a, size),
              )
          found.push({ apex, a, b, beside: this.beside(apex, a, b), bound })
        }
      }
    }
    return found.filter(({ bound }) => bound < this.most / 2).sort((x, y) => x.bound - y.bound)
  }

  private beside(apex: number, a: number, b: number): number {
    return this.costs[apex * this.n + a]! + this.costs[apex * this.n + b]!
  }

  /** What a grouping costs at least that has a pair with one beside it, by the duals of the matching over all. */
  private leastBeside(apex: number, a: number, b: number, size: number): number {
    const less = (this.all.doubleSlack(a, b) + this.all.doubleDual(apex)) / 2
    return this.least(this.all.weight - less, size) + this.beside(apex, a, b)
  }

  /** The least cost of so many pairs that weigh at most so much. */
  private least(weight: number, size: number): number {
    return size * this.most - weight
  }

  private closerBound({ apex, a, b, beside }: Three, size: number): number {
    let matching = this.without.get(apex)
    if (!matching) {
      matching = this.matchingWithout([apex]).matching
      this.without.set(apex, matching)
    }
    const at = (i: number) => (i > apex ? i - 1 : i)
    return this.least(matching.weight - matching.doubleSlack(at(a), at(b)) / 2, size) + beside
  }

  private matchingWithout(gone: readonly number[]): { matching: Matching; names: number[] } {
    const names = Array.from({ length: this.n }, (_, i) => i).filter((i) => !gone.includes(i))
    const weights = new Float64Array(names.length ** 2)
    names.forEach((a, i) =>
      names.forEach((b, j) => (weights[i * names.length + j] = this.weights[a * this.n + b]!)),
    )
    return { matching: heaviestMatching(names.length, weights), names }
  }
}

function pairsOf({ mate }: Matching): number[][] {
  return [...mate].flatMap((b, a) => (b > a ? [[a, b]] : []))
}
