import { piecesOf } from '../plan/lines/read'
import { linkSchema, MOST_LINKS, MOST_SAID, SIDE_SAID, type Link } from '../plan/places'
import { cutTo } from '../kernel/sound-text'
import { splitSaid } from './combinations'
import type { FindItem } from './said-line'

/**
 * What a rep is made of, link by link, in one line: `step / kick / back`, and where both do something `A: jab / B: slip / B: cross`. After its name
 * a link may say `other side` or `no side`, how many times (`x2`) and its beats (`2 beats`). A name the library knows is worked and credited; any other
 * is only called.
 */

const WHO: Record<string, Link['by']> = { a: 'A', b: 'B', both: 'both' }

export type ReadLinks = { ok: true; links: Link[] } | { ok: false; message: string }

/** @param before the links that stood there: one whose name stays keeps what the line does not say of it, its layer, cue and choice */
export function readLinks(line: string, find: FindItem, before: readonly Link[] = []): ReadLinks {
  const pieces = piecesOf(line)
  if (pieces.length > MOST_LINKS) return { ok: false, message: `A rep has ${MOST_LINKS} links at most` }
  const links: Link[] = []
  for (const piece of pieces) {
    const [, who = '', rest = piece] = /^(a|b|both)\s*:\s*(.*)$/i.exec(piece) ?? []
    const { name, given, figure: beats } = splitSaid(rest, /\s+(\d{1,2}) beats?$/i)
    if (!name) return { ok: false, message: `“${piece}” names nothing to call` }
    if (name.length > MOST_SAID)
      return { ok: false, message: `“${name.slice(0, 20)}…” is too long to be called` }
    const had = before.find(({ say }) => say.toLowerCase() === name.toLowerCase())
    const technique = had ? had.technique : find(name, true)?.id
    const read = linkSchema.safeParse({
      ...(had?.cue ? { cue: had.cue } : {}),
      ...(had?.oneOf ? { oneOf: had.oneOf } : {}),
      ...(had ? { layer: had.layer } : {}),
      ...(technique ? { technique } : {}),
      say: name,
      by: WHO[who.toLowerCase()] ?? 'A',
      ...given,
      ...(beats === undefined ? {} : { beats }),
    })
    if (!read.success)
      return { ok: false, message: `“${piece}”: ${read.error.issues[0]?.message ?? 'is no link'}` }
    links.push(read.data)
  }
  return { ok: true, links }
}

/** Links as they are typed again. Who does each is said where both do something. */
export function writeLinks(links: readonly Link[]): string {
  const isShared = links.some(({ by }) => by !== 'A')
  return links
    .map(({ say, by, side, times, beats }) =>
      [
        isShared ? `${by}: ` : '',
        say,
        times > 1 ? ` x${times}` : '',
        SIDE_SAID[side],
        beats > 1 ? ` ${beats} beats` : '',
      ].join(''),
    )
    .join(' / ')
}

/** Steps of an item, or moves of a section, as links that are called one by one. */
export const linksOf = (steps: readonly string[]): Link[] =>
  steps.slice(0, MOST_LINKS).map((step) => linkSchema.parse({ say: cutTo(step, MOST_SAID) }))

const OTHER = { A: 'B', B: 'A', both: 'both' } as const
/** What each did, done by the other. */
export const turnedAbout = (links: readonly Link[]): Link[] =>
  links.map((link) => ({ ...link, by: OTHER[link.by] }))
