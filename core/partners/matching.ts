/**
 * The heaviest matching of a general graph, exactly: the primal-dual method with blossoms (Edmonds 1965), in the O(n³) form in which every
 * blossom keeps its lightest edge to every other (Galil 1986). Weights and duals are whole numbers, so nothing is rounded. The duals are
 * given out too: they say what it would cost at least to have an edge that is not in the matching.
 */

export interface Matching {
  /** The partner of each vertex; -1 for none. */
  mate: Int32Array
  /** The sum of the weights of the pairs. */
  weight: number
  /** At least so much less weighs every matching that has this edge, doubled so that it is whole. */
  doubleSlack(a: number, b: number): number
  /** And so much less one that leaves this vertex without a partner, doubled likewise; both may be added up. */
  doubleDual(a: number): number
}

const OUTSIDE = -1
const EVEN = 0
const ODD = 1

/**
 * @param n how many vertices
 * @param weights n × n, symmetric, whole numbers above 0; 0 where there is no edge. So that the doubled sums stay whole, n × the greatest
 *   weight must be below 2⁵¹.
 */
export function heaviestMatching(n: number, weights: Float64Array): Matching {
  return new Blossoms(n, weights).solve()
}

/** Vertices are 1 to n and blossoms above; 0 stands for nothing. */
class Blossoms {
  private readonly width: number
  /** The edge between two vertices or blossoms: its ends among the vertices, and its weight. */
  private readonly endU: Int32Array
  private readonly endV: Int32Array
  private readonly weightOf: Float64Array
  /** Twice the dual of a vertex; of a blossom the same scale. */
  private readonly dual: Float64Array
  private readonly match: Int32Array
  private readonly slackFrom: Int32Array
  private readonly outer: Int32Array
  private readonly parent: Int32Array
  private readonly level: Int8Array
  private readonly seen: Int32Array
  /** In which child of a blossom a vertex lies. */
  private readonly childWith: Int32Array
  private readonly children: number[][]
  private queue: number[] = []
  private top: number
  private round = 0

  constructor(
    private readonly n: number,
    weights: Float64Array,
  ) {
    const width = (this.width = n + Math.floor(n / 2) + 2)
    this.endU = new Int32Array(width * width)
    this.endV = new Int32Array(width * width)
    this.weightOf = new Float64Array(width * width)
    this.dual = new Float64Array(width)
    this.match = new Int32Array(width)
    this.slackFrom = new Int32Array(width)
    this.outer = new Int32Array(width)
    this.parent = new Int32Array(width)
    this.level = new Int8Array(width)
    this.seen = new Int32Array(width)
    this.childWith = new Int32Array(width * width)
    this.children = Array.from({ length: width }, () => [])
    this.top = n
    let most = 0
    for (let u = 1; u <= n; u++) {
      this.outer[u] = u
      this.childWith[u * width + u] = u
      for (let v = 1; v <= n; v++) {
        const e = u * width + v
        this.endU[e] = u
        this.endV[e] = v
        const weight = u === v ? 0 : weights[(u - 1) * n + v - 1]!
        this.weightOf[e] = weight
        if (weight > most) most = weight
      }
    }
    this.dual.fill(most, 1, n + 1)
  }

  solve(): Matching {
    while (this.grow());
    const mate = new Int32Array(this.n).fill(-1)
    let weight = 0
    for (let u = 1; u <= this.n; u++) {
      const v = this.match[u]!
      if (!v) continue
      mate[u - 1] = v - 1
      if (v < u) weight += this.weightOf[u * this.width + v]!
    }
    const within = this.dualsWithin()
    return {
      mate,
      weight,
      doubleSlack: (a, b) =>
        this.dual[a + 1]! +
        this.dual[b + 1]! -
        2 * this.weightOf[(a + 1) * this.width + b + 1]! +
        within[a * this.n + b]!,
      doubleDual: (a) => this.dual[a + 1]!,
    }
  }

  /** For each two vertices the duals of all the blossoms that hold both. */
  private dualsWithin(): Float64Array {
    const { n } = this
    const sums = new Float64Array(n * n)
    const vertices = (x: number): number[] => (x <= n ? [x] : this.children[x]!.flatMap(vertices))
    const add = (b: number) => {
      if (b <= n) return
      const inside = vertices(b)
      for (const u of inside) for (const v of inside) sums[(u - 1) * n + v - 1]! += this.dual[b]!
      this.children[b]!.forEach(add)
    }
    for (let b = n + 1; b <= this.top; b++) if (this.outer[b] === b) add(b)
    return sums
  }

  private delta(e: number): number {
    const u = this.endU[e]!
    const v = this.endV[e]!
    return this.dual[u]! + this.dual[v]! - 2 * this.weightOf[u * this.width + v]!
  }

  private offerSlack(u: number, x: number): void {
    const known = this.slackFrom[x]!
    if (!known || this.delta(u * this.width + x) < this.delta(known * this.width + x)) this.slackFrom[x] = u
  }

  private findSlack(x: number): void {
    this.slackFrom[x] = 0
    for (let u = 1; u <= this.n; u++)
      if (
        this.weightOf[u * this.width + x]! > 0 &&
        this.outer[u] !== x &&
        this.level[this.outer[u]!] === EVEN
      )
        this.offerSlack(u, x)
  }

  private enqueue(x: number): void {
    if (x <= this.n) this.queue.push(x)
    else for (const child of this.children[x]!) this.enqueue(child)
  }

  private putUnder(x: number, b: number): void {
    this.outer[x] = b
    if (x > this.n) for (const child of this.children[x]!) this.putUnder(child, b)
  }

  /** The place of a child, counted along the way round the blossom that is even up to it. */
  private placeOf(b: number, child: number): number {
    const ring = this.children[b]!
    const place = ring.indexOf(child)
    if (place % 2 === 0) return place
    ring.splice(1, ring.length - 1, ...ring.slice(1).reverse())
    return ring.length - place
  }

  private setMatch(u: number, v: number): void {
    const e = u * this.width + v
    this.match[u] = this.endV[e]!
    if (u <= this.n) return
    const child = this.childWith[u * this.width + this.endU[e]!]!
    const place = this.placeOf(u, child)
    const ring = this.children[u]!
    for (let i = 0; i < place; i++) this.setMatch(ring[i]!, ring[i ^ 1]!)
    this.setMatch(child, v)
    ring.push(...ring.splice(0, place))
  }

  private augment(u: number, v: number): void {
    for (;;) {
      const next = this.outer[this.match[u]!]!
      this.setMatch(u, v)
      if (!next) return
      const above = this.outer[this.parent[next]!]!
      this.setMatch(next, above)
      u = above
      v = next
    }
  }

  private commonAncestor(u: number, v: number): number {
    this.round++
    while (u || v) {
      if (u) {
        if (this.seen[u] === this.round) return u
        this.seen[u] = this.round
        u = this.outer[this.match[u]!]!
        if (u) u = this.outer[this.parent[u]!]!
      }
      const other = u
      u = v
      v = other
    }
    return 0
  }

  private shrink(u: number, ancestor: number, v: number): void {
    let b = this.n + 1
    while (b <= this.top && this.outer[b]) b++
    if (b > this.top) this.top++
    this.dual[b] = 0
    this.level[b] = EVEN
    this.match[b] = this.match[ancestor]!
    const up = (from: number) => {
      const way: number[] = []
      for (let x = from; x !== ancestor;) {
        const y = this.outer[this.match[x]!]!
        way.push(x, y)
        this.enqueue(y)
        x = this.outer[this.parent[y]!]!
      }
      return way
    }
    this.children[b] = [ancestor, ...up(u).reverse(), ...up(v)]
    this.putUnder(b, b)
    const { width } = this
    for (let x = 1; x <= this.top; x++) this.weightOf[b * width + x] = this.weightOf[x * width + b] = 0
    for (let x = 1; x <= this.n; x++) this.childWith[b * width + x] = 0
    for (const child of this.children[b]!) {
      for (let x = 1; x <= this.top; x++)
        if (this.weightOf[b * width + x] === 0 || this.delta(child * width + x) < this.delta(b * width + x)) {
          this.copyEdge(child * width + x, b * width + x)
          this.copyEdge(x * width + child, x * width + b)
        }
      for (let x = 1; x <= this.n; x++)
        if (this.childWith[child * width + x]) this.childWith[b * width + x] = child
    }
    this.findSlack(b)
  }

  private copyEdge(from: number, to: number): void {
    this.endU[to] = this.endU[from]!
    this.endV[to] = this.endV[from]!
    this.weightOf[to] = this.weightOf[from]!
  }

  private expand(b: number): void {
    for (const child of this.children[b]!) this.putUnder(child, child)
    const entry = this.childWith[b * this.width + this.endU[b * this.width + this.parent[b]!]!]!
    const place = this.placeOf(b, entry)
    const ring = this.children[b]!
    for (let i = 0; i < place; i += 2) {
      const odd = ring[i]!
      const even = ring[i + 1]!
      this.parent[odd] = this.endU[even * this.width + odd]!
      this.level[odd] = ODD
      this.level[even] = EVEN
      this.slackFrom[odd] = 0
      this.findSlack(even)
      this.enqueue(even)
    }
    this.level[entry] = ODD
    this.parent[entry] = this.parent[b]!
    for (const child of ring.slice(place + 1)) {
      this.level[child] = OUTSIDE
      this.findSlack(child)
    }
    this.outer[b] = 0
  }

  /** @returns whether the matching has grown by it */
  private takeTight(e: number): boolean {
    const u = this.outer[this.endU[e]!]!
    const v = this.outer[this.endV[e]!]!
    if (this.level[v] === OUTSIDE) {
      this.parent[v] = this.endU[e]!
      this.level[v] = ODD
      const next = this.outer[this.match[v]!]!
      this.slackFrom[v] = this.slackFrom[next] = 0
      this.level[next] = EVEN
      this.enqueue(next)
      return false
    }
    if (this.level[v] !== EVEN) return false
    const ancestor = this.commonAncestor(u, v)
    if (ancestor) {
      this.shrink(u, ancestor, v)
      return false
    }
    this.augment(u, v)
    this.augment(v, u)
    return true
  }

  /** One stage: a pair more, or none can be gained. */
  private grow(): boolean {
    this.level.fill(OUTSIDE)
    this.slackFrom.fill(0)
    this.queue = []
    for (let x = 1; x <= this.top; x++)
      if (this.outer[x] === x && !this.match[x]) {
        this.parent[x] = 0
        this.level[x] = EVEN
        this.enqueue(x)
      }
    if (this.queue.length === 0) return false
    for (;;) {
      if (this.followTight()) return true
      if (!this.moveDuals()) return false
      this.queue = []
      for (let x = 1; x <= this.top; x++) {
        const from = this.slackFrom[x]!
        if (this.outer[x] !== x || !from || this.outer[from] === x) continue
        if (this.delta(from * this.width + x) === 0 && this.takeTight(from * this.width + x)) return true
      }
      for (let b = this.n + 1; b <= this.top; b++)
        if (this.outer[b] === b && this.level[b] === ODD && this.dual[b] === 0) this.expand(b)
    }
  }

  private followTight(): boolean {
    for (let i = 0; i < this.queue.length; i++) {
      const u = this.queue[i]!
      if (this.level[this.outer[u]!] === ODD) continue
      for (let v = 1; v <= this.n; v++) {
        const e = u * this.width + v
        if (this.weightOf[e]! <= 0 || this.outer[u] === this.outer[v]) continue
        if (this.delta(e) > 0) this.offerSlack(u, this.outer[v]!)
        else if (this.takeTight(e)) return true
      }
    }
    return false
  }

  /** @returns whether there is more to be had */
  private moveDuals(): boolean {
    let step = Infinity
    for (let b = this.n + 1; b <= this.top; b++)
      if (this.outer[b] === b && this.level[b] === ODD) step = Math.min(step, this.dual[b]! / 2)
    for (let x = 1; x <= this.top; x++) {
      const from = this.slackFrom[x]!
      if (this.outer[x] !== x || !from) continue
      const slack = this.delta(from * this.width + x)
      if (this.level[x] === OUTSIDE) step = Math.min(step, slack)
      else if (this.level[x] === EVEN) step = Math.min(step, slack / 2)
    }
    // Once the dual of a vertex without a partner is 0 nothing more can be gained: the duals prove it.
    let isProved = false
    for (let u = 1; u <= this.n; u++)
      if (this.level[this.outer[u]!] === EVEN && this.dual[u]! <= step) {
        step = this.dual[u]!
        isProved = true
      }
    for (let u = 1; u <= this.n; u++) {
      const level = this.level[this.outer[u]!]
      if (level === EVEN) this.dual[u]! -= step
      else if (level === ODD) this.dual[u]! += step
    }
    for (let b = this.n + 1; b <= this.top; b++) {
      if (this.outer[b] !== b) continue
      if (this.level[b] === EVEN) this.dual[b]! += 2 * step
      else if (this.level[b] === ODD) this.dual[b]! -= 2 * step
    }
    return !isProved
  }
}
