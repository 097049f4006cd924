import type { Side } from '../plan/spans'
import { atLayer, holderSaid, spokenName, type Item } from './item'
import { stepsOf } from './steps'

/** What an instructor has in mind while showing something: all of it, in the order in which it is said. */
export interface Showing {
  name: string
  version: string
  /** What changes at this version. */
  change: string
  steps: readonly string[]
  /** Those of this version first, then those of the item. */
  points: readonly string[]
  faults: Item['faults']
  hazard: string
  /** Which part of the body meets what. */
  meets: string
  /** What the holder or helper does, and what they watch for. */
  holder: string
  watch: string
  safety: string
  why: string
  /** With which hand it is shown to those who face the teacher. */
  mirror: string
}

/** The points of a version, then those of the item that it does not say itself. */
export function pointsOf(item: Item, layer: number): string[] {
  return [...new Set([...(item.layers[layer - 1]?.points ?? []), ...item.keyPoints])]
}

/**
 * @param firstSide which side the class begins on
 * @param why what the board says it is there for; else what the item says
 */
export function showingOf(
  item: Item,
  layer: number,
  { firstSide, why }: { firstSide: Side; why?: string | undefined },
): Showing {
  const at = atLayer(item, layer)
  const own = item.layers[layer - 1]
  const { helper } = at
  const [they, you] = firstSide === 'R' ? ['right', 'left'] : ['left', 'right']
  return {
    name: spokenName(item),
    version: item.layers.length > 1 ? (own?.name ?? '') : '',
    change: own?.change ?? '',
    steps: stepsOf(item, layer),
    points: pointsOf(item, layer),
    faults: item.faults,
    hazard: at.hazard ?? '',
    meets: at.meets ?? '',
    holder: holderSaid(at),
    watch: helper?.watch ?? '',
    safety: helper?.safety ?? '',
    why: why ?? item.why ?? '',
    mirror: item.sides === 2 ? `They begin ${they}: facing them, show it with your ${you}.` : '',
  }
}
