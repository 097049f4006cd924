import type { CombinationPart } from '../plan/places'
import { partSchema } from '../plan/places'
import type { DoseStage } from '../plan/doses'
import { doseSchema, type PlainDose } from '../plan/doses'
import { repSecOf, rolesOf, type Board } from './boards'
import { spokenName, type Item } from './item'
import type { FindItem } from './routine-lines'

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
  for (const raw of text.split(/[,\n→]/)) {
    let words = raw.trim()
    if (!words) continue
    const given: Record<string, unknown> = {}
    for (;;) {
      const side = /\s+(same|other|no) side$/i.exec(words)
      const times = /\s+[x×]\s?(\d{1,2})$/i.exec(words)
      const layer = /\s+layer (\d{1,2})$/i.exec(words)
      const found = side ?? times ?? layer
      if (!found) break
      if (side) given.side = side[1]?.toLowerCase() === 'no' ? 'none' : side[1]?.toLowerCase()
      else if (times) given.times = Number(times[1])
      else given.layer = Number(found[1])
      words = words.slice(0, -found[0].length)
    }
    const item = find(words)
    const read = item && partSchema.safeParse({ technique: item.id, ...given })
    if (read?.success) parts.push(read.data)
    else unknown.push(raw.trim())
  }
  return { parts, unknown }
}

const SIDE_WORDS = { same: '', other: ' other side', none: ' no side' } as const

/** The parts as they are typed again. */
export function writeCombination(parts: readonly CombinationPart[], nameOf: (id: string) => string): string {
  return parts
    .map(
      ({ technique, layer, times, side }) =>
        `${nameOf(technique)}${layer > 1 ? ` layer ${layer}` : ''}${times > 1 ? ` x${times}` : ''}${SIDE_WORDS[side]}`,
    )
    .join(', ')
}

export const reversed = (parts: readonly CombinationPart[]): CombinationPart[] => [...parts].reverse()

const MIRRORED = { same: 'other', other: 'same', none: 'none' } as const

/** The same with every part on its other side. */
export const mirrored = (parts: readonly CombinationPart[]): CombinationPart[] =>
  parts.map((part) => ({ ...part, side: MIRRORED[part.side] }))

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
