import type { z } from 'zod'
import { colour, list, oneOf, record, slug, text, whole } from '../kernel/fields'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'

/**
 * The rank ladder as data: ranks in their order with notches, or plain levels, or none at all (then one entry stands for
 * everybody). A rank may differ by age: another name or sash, another time in rank.
 */

const months = () => whole(0, 120)
const classes = () => whole(0, 2000)

export const rankSchema = record({
  id: slug(),
  name: text(40),
  colour: colour(),
  /** The colour of the name printed on it. */
  ink: colour(),
  /** How many notches can be earned within it. */
  notches: whole(0, 10).default(0),
  /** The least time, and the fewest classes, in this rank before the next. */
  minMonths: months().default(0),
  minClasses: classes().default(0),
  variants: list(
    record({
      /** For students younger than this, in whole years. */
      under: whole(4, 25),
      name: text(40).optional(),
      colour: colour().optional(),
      minMonths: months().optional(),
      minClasses: classes().optional(),
    }),
    0,
    4,
  ).default([]),
})

export const ladderSchema = record({
  kind: oneOf(['ranks', 'levels', 'none']),
  ranks: list(rankSchema, 1, 40),
})

export type Ladder = z.infer<typeof ladderSchema>
export type Rank = Ladder['ranks'][number]

/** A ladder without ranks: one entry that stands for everybody. */
export const NO_RANKS: Ladder = {
  kind: 'none',
  ranks: [
    {
      id: 'everyone',
      name: 'Everyone',
      colour: '#DDD2BF',
      ink: '#221C16',
      notches: 0,
      minMonths: 0,
      minClasses: 0,
      variants: [],
    },
  ],
}

export type ReadLadder = { ok: true; ladder: Ladder } | { ok: false; faults: Fault[] }

export function readLadder(json: unknown): ReadLadder {
  const shaped = ladderSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { kind, ranks } = shaped.data
  const faults: Fault[] = []
  if (kind === 'none' && ranks.length > 1)
    faults.push(fault(['ranks'], 'must be one: this ladder has no ranks'))
  ranks.forEach((rank, r) => {
    const twin = (same: (other: Rank) => boolean) => ranks.findIndex(same) !== r
    if (twin(({ id }) => id === rank.id))
      faults.push(fault(['ranks', r, 'id'], `"${rank.id}" is listed twice`))
    if (twin(({ name }) => name.trim().toLowerCase() === rank.name.trim().toLowerCase()))
      faults.push(fault(['ranks', r, 'name'], `"${rank.name}" is listed twice`))
    rank.variants.forEach(({ under }, v) => {
      if (rank.variants.findIndex((other) => other.under === under) !== v)
        faults.push(fault(['ranks', r, 'variants', v, 'under'], `${under} is listed twice`))
    })
  })
  return faults.length ? { ok: false, faults: oncePerPath(faults) } : { ok: true, ladder: shaped.data }
}

/** A rank as it is for a student of an age in whole years: the youngest variant that takes them in, else the rank. */
export function rankAtAge(rank: Rank, age: number | null): Rank {
  if (age === null) return rank
  const [variant] = rank.variants.filter(({ under }) => age < under).sort((a, b) => a.under - b.under)
  if (!variant) return rank
  const { under: _, ...differs } = variant
  return {
    ...rank,
    ...Object.fromEntries(Object.entries(differs).filter(([, value]) => value !== undefined)),
  }
}

/** Black or white, whichever reads better on a colour (WCAG relative luminance). */
export function inkFor(background: string): '#1B1611' | '#FFFFFF' {
  const channel = (at: number) => {
    const value = Number.parseInt(background.slice(at, at + 2), 16) / 255
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
  }
  const light = 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5)
  return light > 0.19 ? '#1B1611' : '#FFFFFF'
}
