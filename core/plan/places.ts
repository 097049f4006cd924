import type { z } from 'zod'
import { layerNumber, list, oneOf, record, slug, text, whole } from '../kernel/fields'
import { otherSide, type Role, type Side } from './spans'

/**
 * What is worked at a place of a plan: a block together, a track, a stage of a ladder, an entry of a routine. Beside its item and layer a place may say what
 * the other role works on meanwhile, what one rep is made of, link by link where it is called so, and what whoever cannot do it does instead.
 */

/** On which side something is done, told from the side of the rep: the same, the other, or on none. */
export const RELATIVE_SIDES = ['same', 'other', 'none'] as const
export type RelativeSide = (typeof RELATIVE_SIDES)[number]

/** A side as it is written after what is done on it. */
export const SIDE_SAID: Record<RelativeSide, string> = { same: '', other: ' other side', none: ' no side' }

/** In the turn in which a student receives, they work on this. */
export const receivesSchema = record({
  technique: slug(),
  layer: layerNumber().default(1),
  side: oneOf(RELATIVE_SIDES).default('same'),
})
export type Receives = z.infer<typeof receivesSchema>

/** More parts than any combination has. */
export const MOST_OF_COMBINATION = 20

/** One of the things that a rep of a combination is made of, so many times. */
export const partSchema = record({
  technique: slug(),
  layer: layerNumber().default(1),
  times: whole(1, 20).default(1),
  side: oneOf(RELATIVE_SIDES).default('same'),
})
export type CombinationPart = z.infer<typeof partSchema>

/** More letters than anybody calls. */
export const MOST_SAID = 60
/** More links than are called in any rep, and more moves than any section of a form has. */
export const MOST_LINKS = 40

/** One of the things that happen in a rep, in the order in which they are called. */
export const linkSchema = record({
  say: text(MOST_SAID),
  /** Whoever performs in that rep is A, whoever receives is B. */
  by: oneOf(['A', 'B', 'both']).default('A'),
  side: oneOf(RELATIVE_SIDES).default('same'),
  technique: slug().optional(),
  layer: layerNumber().default(1),
  times: whole(1, 20).default(1),
  /** Its share of the rep's time beside the other links'. */
  beats: whole(1, 16).default(1),
  cue: text(160).optional(),
  /** One of these is done, whichever: none of them is credited. */
  oneOf: list(slug(), 2, 12).optional(),
})
export type Link = z.infer<typeof linkSchema>

/** A move of a form's section, called as a link is. */
export const moveSchema = record({
  say: text(MOST_SAID),
  cue: text(160).optional(),
  beats: whole(1, 16).default(1),
})
export type FormMove = z.infer<typeof moveSchema>

/** For whom something else is there: without a partner, kit or room, at home, not ready for it, or not sure of it. */
export const INSTEAD_IF = ['alone', 'kit', 'room', 'home', 'ready', 'unsure'] as const
export const insteadSchema = record({
  if: oneOf(INSTEAD_IF),
  do: text(),
  technique: slug().optional(),
  layer: layerNumber().default(1),
})
export type Instead = z.infer<typeof insteadSchema>

/** What any place may say beside its item. */
export const placeFields = () => ({
  receives: receivesSchema.optional(),
  parts: list(partSchema, 1, MOST_OF_COMBINATION).optional(),
  links: list(linkSchema, 1, MOST_LINKS).optional(),
  instead: list(insteadSchema, 1, 20).optional(),
})

/** A stage of a ladder or an entry of a routine over the doses it may hold: a place of its own, as far as it says so. */
export const stageSchemaOf = <S extends z.ZodType>(dose: S) =>
  record({
    title: text(200),
    technique: slug().optional(),
    layer: layerNumber().optional(),
    ...placeFields(),
    dose,
  })

export interface Place {
  /** The item has no sides: on a count that goes from side to side its reps go to none. */
  noSides?: true | undefined
  technique?: string | undefined
  layer?: number | undefined
  receives?: Receives | undefined
  parts?: readonly CombinationPart[] | undefined
  links?: readonly Link[] | undefined
  instead?: readonly Instead[] | undefined
}

/** A place with what it leaves unsaid filled in. */
export interface Worked {
  technique: string
  layer: number
  receives: Receives | undefined
  parts: readonly CombinationPart[] | undefined
  links: readonly Link[] | undefined
  noSides: boolean
}

/** Whether a stage or entry says anything of its own about what is worked in it. */
export const saysItsOwn = ({ technique, layer, receives, parts, links }: Place): boolean =>
  technique !== undefined ||
  layer !== undefined ||
  receives !== undefined ||
  parts !== undefined ||
  links !== undefined

/** What a rep is made of at a stage or entry within a place: its own parts or links, else the place's where both work the same item. */
function madeOf(place: Place, stage: Place | undefined): Pick<Worked, 'parts' | 'links'> {
  const from =
    stage?.parts || stage?.links
      ? stage
      : (stage?.technique ?? place.technique) === place.technique
        ? place
        : undefined
  return { parts: from?.parts, links: from?.links }
}

/** The links that are called at a stage or entry within a place, whether or not the place itself works an item. */
export const linksAt = (place: Place, stage?: Place): readonly Link[] | undefined =>
  madeOf(place, stage).links

/** What links give to whoever performs the rep (A) or receives it (B): those with an item that is certain, as parts are told. */
export const partsOfLinks = (links: readonly Link[], role: Role): CombinationPart[] =>
  links.flatMap(({ by, technique, layer, times, side, oneOf: choice }) =>
    technique === undefined || choice || (by !== role && by !== 'both')
      ? []
      : [{ technique, layer, times, side }],
  )

/**
 * What is worked at a stage or entry within a place, or at the place itself. Without an item of its own the stage works the place's, at
 * its own layer where it has one; with one, at its layer or 1. It answers with what the place answers with unless it names something else, and its
 * reps are made of the place's parts where it works the same item.
 */
export function workedAt(place: Place, stage?: Place): Worked | undefined {
  const technique = stage?.technique ?? place.technique
  if (technique === undefined) return undefined
  return {
    technique,
    layer: stage?.layer ?? (stage?.technique === undefined ? (place.layer ?? 1) : 1),
    receives: stage?.receives ?? place.receives,
    ...madeOf(place, stage),
    noSides: technique === place.technique && place.noSides === true,
  }
}

/** A side as it is told from another. No side has no other. */
export function relativeSide(of: Side | undefined, as: RelativeSide): Side | undefined {
  if (of === undefined || as === 'none') return undefined
  return as === 'same' ? of : otherSide(of)
}
