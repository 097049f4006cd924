import type { Names } from '../formats/class-lines'
import type { CombinationPart, Link, Place, Receives, RelativeSide } from './places'

/** What is worked at a place, in words: the same on a board, a card and the floor. */

const SIDE: Record<RelativeSide, string> = { same: '', other: ', other side', none: ', no side' }

/** `Leg check, raised, other side`: what whoever receives works on. */
export function answerWords({ technique, layer, side }: Receives, names: Names): string {
  return `${names.item(technique)}${layer > 1 ? `, ${names.layer(technique, layer)}` : ''}${SIDE[side]}`
}

/** `Jab → Hook, at the body, other side → 2 × Step`: what a rep is made of, in order, each part at its version. */
export function chainWords(parts: readonly CombinationPart[], names: Names): string {
  return parts
    .map(
      ({ technique, layer, times, side }) =>
        `${times > 1 ? `${times} × ` : ''}${names.item(technique)}${layer > 1 ? `, ${names.layer(technique, layer)}` : ''}${SIDE[side]}`,
    )
    .join(' → ')
}

/** One link as it is called, with its side. */
export const linkWords = ({ say, side, times }: Link): string =>
  `${times > 1 ? `${times} × ` : ''}${say}${SIDE[side]}`

/** `step / kick / back`, and where both do something who does which: `A jab / B slip / B cross`. */
export function linksWords(links: readonly Link[], roleNames: readonly string[] = ['A', 'B']): string {
  const isShared = links.some(({ by }) => by !== 'A')
  const who = { A: roleNames[0] ?? 'A', B: roleNames[1] ?? 'B', both: 'both' }
  return links.map((link) => `${isShared ? `${who[link.by]}: ` : ''}${linkWords(link)}`).join(' / ')
}

/** What a place says beside its item and dose: the chain, the other role, and up to which layer. */
export function besideWords(
  place: Place & { layerUpTo?: number | undefined },
  names: Names,
  within?: string,
): string[] {
  const { receives, parts, links, layerUpTo, technique = within } = place
  return [
    parts ? chainWords(parts, names) : '',
    links ? linksWords(links) : '',
    receives ? `partner: ${answerWords(receives, names)}` : '',
    layerUpTo !== undefined && technique !== undefined ? `up to ${names.layer(technique, layerUpTo)}` : '',
  ].filter(Boolean)
}
