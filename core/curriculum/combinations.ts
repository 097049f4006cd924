import type { CombinationPart } from '../plan/places'
import { partSchema, SIDE_SAID } from '../plan/places'
import type { DoseStage } from '../plan/doses'
import { doseSchema, type PlainDose } from '../plan/doses'
import { repSecOf, rolesOf, type Board } from './boards'
import { spokenName, type Item } from './item'
import type { FindItem } from './said-line'

/** Items done one after the other as one: how they are typed, turned about, and climbed to. */

export interface ReadCombination {
  parts: CombinationPart[]
  /** Names that the library does not know. */
  unknown: string[]
}

/**
 * `straight punch, hook other side, front kick x2`: names in order, each with `other side` or `no side`, how many times, and `layer 2`.
 */
export function readCombination(text: string, find: FindItem): ReadCombination {
  const parts: CombinationPart[] = []
  const unknown: string[] = []
  const words = text.split(/[,\n→]/).map((word) => word.trim())
  for (let at = 0; at < words.length;) {
    const found = longestPart(words, at, find)
    if (found) {
      parts.push(found.part)
      at += found.taken
    } else {
      if (words[at]) unknown.push(words[at] ?? '')
      at++
    }
  }
  return { parts, unknown }
}

/** More commas than any item's own name has. */
const MOST_IN_A_NAME = 4

/** A name may have commas of its own, so the longest run of words that is a name is taken. */
function longestPart(
  words: readonly string[],
  at: number,
  find: FindItem,
): { part: CombinationPart; taken: number } | undefined {
  for (let taken = Math.min(MOST_IN_A_NAME, words.length - at); taken > 0; taken--) {
    const part = readPart(words.slice(at, at + taken).join(', '), find)
    if (part) return { part, taken }
  }
  return undefined
}

/** What may be said after a name: on which side, and how many times. */
export interface SaidAfter {
  side?: CombinationPart['side']
  times?: number
}

/**
 * A name, and what is said after it in any order: `hook other side x2`.
 *
 * @param figure what else may stand there with a figure: its words, the figure in brackets
 * @returns the name, and the figure where it was said
 */
export function splitSaid(
  said: string,
  figure: RegExp,
): { name: string; given: SaidAfter; figure: number | undefined } {
  let name = said
  let told: number | undefined
  const given: SaidAfter = {}
  for (;;) {
    const side = /\s+(same|other|no) side$/i.exec(name)
    const times = /\s+[x×]\s?(\d{1,2})$/i.exec(name)
    const more = figure.exec(name)
    const found = side ?? times ?? more
    if (!found) return { name, given, figure: told }
    if (side)
      given.side = side[1]?.toLowerCase() === 'no' ? 'none' : (side[1]?.toLowerCase() as 'same' | 'other')
    else if (times) given.times = Number(times[1])
    else told = Number(more?.[1])
    name = name.slice(0, -found[0].length)
  }
}

/** A part as it is said: its item, its side, how many times, its layer. */
function readPart(said: string, find: FindItem): CombinationPart | undefined {
  const { name, given, figure: layer } = splitSaid(said, /\s+layer (\d{1,2})$/i)
  const item = find(name)
  const read = item && partSchema.safeParse({ technique: item.id, ...given, ...(layer ? { layer } : {}) })
  return read?.success ? read.data : undefined
}

/** The parts as they are typed again. */
export function writeCombination(parts: readonly CombinationPart[], nameOf: (id: string) => string): string {
  return parts
    .map(
      ({ technique, layer, times, side }) =>
        `${nameOf(technique)}${layer > 1 ? ` layer ${layer}` : ''}${times > 1 ? ` x${times}` : ''}${SIDE_SAID[side]}`,
    )
    .join(', ')
}

export const reversed = (parts: readonly CombinationPart[]): CombinationPart[] => [...parts].reverse()

const MIRRORED = { same: 'other', other: 'same', none: 'none' } as const

/** The same with every part, or link, on its other side. */
export const mirrored = <One extends Pick<CombinationPart, 'side'>>(all: readonly One[]): One[] =>
  all.map((one) => ({ ...one, side: MIRRORED[one.side] }))

const count = (item: Item, reps: number, tempoSec: number, roles: 1 | 2): PlainDose =>
  doseSchema.parse({
    kind: 'count',
    reps,
    tempoSec: Math.round(tempoSec * 10) / 10,
    sides: item.sides,
    roles,
    swapSec: 10,
  }) as PlainDose

const ALONE_REPS = 5
const JOINED_REPS = 5

/**
 * A combination as a ladder: each part alone, then joined slowly, then joined at speed, and with a partner where it is work for two.
 * Each rung works what it drills, so that the parts are credited as themselves while they are alone.
 *
 * @returns nothing when the item is not made of at least two parts that the library knows
 */
export function combinationLadder(item: Item, library: ReadonlyMap<string, Item>): Board | undefined {
  const parts = (item.parts ?? []).flatMap((part) => {
    const own = library.get(part.technique)
    return own ? [{ part, own }] : []
  })
  if (parts.length < 2 || parts.length !== item.parts?.length) return undefined
  const { teach, full } = repSecOf(item)
  const alone = new Map(parts.map(({ part, own }) => [`${part.technique} ${part.layer}`, { part, own }]))
  const stages: DoseStage[] = [
    ...[...alone.values()].map(({ part, own }): DoseStage => ({
      title: `${spokenName(own)}, alone`,
      technique: part.technique,
      layer: part.layer,
      dose: count(own, ALONE_REPS, repSecOf(own).full, 1),
    })),
    { title: 'Joined, slowly', dose: count(item, JOINED_REPS, Math.max(teach, 1.5 * parts.length), 1) },
    { title: 'Joined', dose: count(item, JOINED_REPS, Math.max(full, parts.length), 1) },
    ...(item.partner === 'solo'
      ? []
      : [
          {
            title: 'With a partner',
            dose: count(
              item,
              JOINED_REPS,
              Math.max(full, parts.length) + 1,
              item.partner === 'both' ? 2 : rolesOf(item),
            ),
          },
        ]),
  ]
  return {
    title: `${spokenName(item)}: part by part`,
    phase: item.partner === 'solo' ? 'technique' : 'partner',
    priority: 'should',
    mode: 'together',
    technique: item.id,
    layer: 1,
    parts: item.parts,
    dose: { kind: 'ladder', stages, bridgeSec: 15, setupSec: 40 },
  }
}
