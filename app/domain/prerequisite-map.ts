import { Graph, layout } from '@dagrejs/dagre'
import type { Item } from '~~/core/curriculum/item'
import { linksOf, type Link } from '~~/core/curriculum/prerequisites'

/** Where each item stands on the map of what builds on what: what comes first at the left. */
export interface MapNode {
  id: string
  /** The left upper corner, in px. */
  x: number
  y: number
}
export interface MapLine extends Link {
  /** The line as an SVG path. */
  path: string
}
export interface PrerequisiteMap {
  nodes: MapNode[]
  lines: MapLine[]
  /** Items that neither build on anything nor lead to anything. */
  loose: string[]
  width: number
  height: number
}

export const NODE = { width: 152, height: 21 }

interface Point {
  x: number
  y: number
}

/** A soft line through points. */
function pathThrough(points: readonly Point[]): string {
  const [first, ...rest] = points
  if (!first) return ''
  const bends = rest.map((point, n) => {
    const before = points[n] ?? first
    const middle = (before.x + point.x) / 2
    return `C${middle.toFixed(1)} ${before.y.toFixed(1)} ${middle.toFixed(1)} ${point.y.toFixed(1)} ${point.x.toFixed(1)} ${point.y.toFixed(1)}`
  })
  return `M${first.x.toFixed(1)} ${first.y.toFixed(1)}${bends.join('')}`
}

/** Lays the items out with the fewest crossings dagre finds; 90 items take some tens of ms. */
export function prerequisiteMap(items: readonly Item[]): PrerequisiteMap {
  const links = linksOf(items)
  const linked = new Set(links.flatMap(({ from, to }) => [from, to]))
  const graph = new Graph({ multigraph: true })
  graph.setGraph({
    rankdir: 'LR',
    ranker: 'tight-tree',
    nodesep: 3,
    edgesep: 1,
    ranksep: 46,
    marginx: 8,
    marginy: 6,
  })
  graph.setDefaultEdgeLabel(() => ({}))
  for (const { id } of items) if (linked.has(id)) graph.setNode(id, { ...NODE })
  for (const { from, to, since } of links) graph.setEdge(from, to, {}, `since ${since}`)
  layout(graph)
  const nodes = [...linked].map((id) => {
    const { x = 0, y = 0 } = graph.node(id) as Partial<Point>
    return { id, x: x - NODE.width / 2, y: y - NODE.height / 2 }
  })
  const columns = [...new Set([...linked].map((id) => (graph.node(id) as Point).x))]
  const lines = links.map((link) => {
    const { points = [] } = graph.edge(link.from, link.to, `since ${link.since}`) as { points?: Point[] }
    // From the right edge of the one to the left edge of the other; of the way dagre found, only where it passes a column:
    // what bends between two columns is its place for a label, and there is none.
    const [from, to] = [graph.node(link.from) as Point, graph.node(link.to) as Point]
    const between = points
      .filter(({ x }) => x > from.x + 1 && x < to.x - 1 && columns.some((column) => Math.abs(column - x) < 1))
      .flatMap(({ x, y }) => [
        { x: x - NODE.width / 2, y },
        { x: x + NODE.width / 2, y },
      ])
    const start = { x: from.x + NODE.width / 2, y: from.y }
    const end = { x: to.x - NODE.width / 2, y: to.y }
    return { ...link, path: pathThrough([start, ...between, end]) }
  })
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number }
  return { nodes, lines, loose: items.filter(({ id }) => !linked.has(id)).map(({ id }) => id), width, height }
}

/** The node a key leads to: left to what it builds on, right to what it leads to, up and down to the next in its column. */
export function neighbour(map: PrerequisiteMap, id: string, key: string): string | undefined {
  const at = map.nodes.find((node) => node.id === id)
  if (!at) return map.nodes[0]?.id
  const nearest = (nodes: MapNode[]) =>
    [...nodes].sort((a, b) => Math.hypot(a.x - at.x, a.y - at.y) - Math.hypot(b.x - at.x, b.y - at.y))[0]?.id
  const among = (ids: string[]) => nearest(map.nodes.filter((node) => ids.includes(node.id)))
  switch (key) {
    case 'ArrowLeft':
      return among(map.lines.filter(({ to }) => to === id).map(({ from }) => from))
    case 'ArrowRight':
      return among(map.lines.filter(({ from }) => from === id).map(({ to }) => to))
    case 'ArrowUp':
      return nearest(map.nodes.filter(({ x, y }) => Math.abs(x - at.x) < NODE.width && y < at.y))
    case 'ArrowDown':
      return nearest(map.nodes.filter(({ x, y }) => Math.abs(x - at.x) < NODE.width && y > at.y))
    default:
      return undefined
  }
}
