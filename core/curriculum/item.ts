import type { z } from 'zod'
import {
  between,
  layerNumber,
  list,
  oneOf,
  oneOrTwo,
  positiveSeconds,
  record,
  slug,
  text,
  whole,
  yesNo,
} from '../kernel/fields'
import { references } from '../kernel/references'
import { insteadSchema, linkSchema, MOST_LINKS, MOST_OF_COMBINATION, partSchema } from '../plan/places'
import { callsSchema } from '../plan/schema'
import { CATEGORY_NAMES } from './categories'

/**
 * One thing there is to teach: how it is made easier and harder, what goes wrong and what to say, what it asks of
 * the body. The same schema reads forms, files and the database.
 */

/** What of the body an item loads or a warm-up prepares. */
export const REGIONS = [
  'pulse',
  'neck',
  'shoulders',
  'wrists',
  'trunk',
  'hips',
  'knees',
  'ankles',
  'balance',
  'falling',
] as const
export type Region = (typeof REGIONS)[number]

/** Who meets whom how hard; each level takes in the ones before it. */
export const CONTACTS = ['none', 'touch', 'controlled', 'full'] as const
export type Contact = (typeof CONTACTS)[number]

const line = (max = 200) => text(max)

/** A figure for each body region; a region left out is 0. */
function perRegion<T extends z.ZodType<number>>(figure: T) {
  return record({
    pulse: figure.optional(),
    neck: figure.optional(),
    shoulders: figure.optional(),
    wrists: figure.optional(),
    trunk: figure.optional(),
    hips: figure.optional(),
    knees: figure.optional(),
    ankles: figure.optional(),
    balance: figure.optional(),
    falling: figure.optional(),
  })
}

/** What the holder or helper does: at which height and angle, when, what they watch for, and how nobody is hurt. */
export const helperSchema = record({
  does: line(300).optional(),
  height: line(120).optional(),
  angle: line(120).optional(),
  when: line(200).optional(),
  watch: line(300).optional(),
  safety: line(300).optional(),
  /** The same for a parent who helps at home. */
  forParents: line(500).optional(),
})

/** How much something asks of each region, 0 to 3. */
const demandSchema = perRegion(whole(0, 3))

/** The same thing made harder step by step: what changes at this layer, and what to look for there. */
export const layerSchema = record({
  name: line(120),
  change: line(300).optional(),
  points: list(line(300), 0, 12).default([]),
  /** The numbered steps of this version, where they are not the item's. */
  steps: list(line(200), 0, 12).optional(),
  /** What this version asks of the body, its jumps, contact, caution and holder, each where it is not the item's. */
  demand: demandSchema.optional(),
  jumps: between(0, 20).optional(),
  contact: oneOf(CONTACTS).optional(),
  hazard: line(500).optional(),
  helper: helperSchema.optional(),
  /** Which part of the body meets what, where it is not as the item says. */
  meets: line(200).optional(),
  /** What a rep of this version is made of, where it is not as the item says. */
  links: list(linkSchema, 1, MOST_LINKS).optional(),
})

/** One move of a form: what is done, standing how, with which hand, towards where, and on which of the counts. */
export const moveSchema = record({
  name: line(120),
  stance: line(80).optional(),
  hand: oneOf(['R', 'L', 'both']).optional(),
  /** The hour of a clock that lies on the floor: 12 is the front wall, 3 the right one. */
  towards: whole(1, 12).optional(),
  /** How many steps it goes that way. */
  steps: between(0, 9).optional(),
  /** How many counts it takes; 1 unless given. */
  counts: whole(1, 9).optional(),
  shout: yesNo().optional(),
})

/** From layer `from` on, an item asks that `item` is known at `layer`. */
export const prerequisiteSchema = record({
  item: slug(),
  layer: layerNumber().default(1),
  from: layerNumber().default(1),
})

/** A rung of a partner ladder: who does what, what is allowed, where they start, and what one does alone. */
export const stageSchema = record({
  title: line(120),
  does: line(300),
  partner: line(300),
  allowed: line(300),
  distance: line(200),
  solo: line(300),
  contact: oneOf(CONTACTS).default('none'),
  /** What a rep on this rung is made of, as it is called, and what is done instead. */
  links: list(linkSchema, 1, MOST_LINKS).optional(),
  instead: list(insteadSchema, 1, 20).optional(),
})

export const itemSchema = record({
  id: slug(),
  name: line(120),
  /** What other schools, or the art's own language, call it. */
  aliases: list(line(120), 0, 20).default([]),
  /** The name this club says: the name itself or one of the aliases. */
  preferred: line(120).optional(),
  category: oneOf(CATEGORY_NAMES),
  sides: oneOrTwo().default(1),
  partner: oneOf(['solo', 'partner', 'both']).default('solo'),
  /** What a student without a partner does. */
  soloForm: line(300).optional(),
  layers: list(layerSchema, 1, 20),
  prerequisites: list(prerequisiteSchema, 0, 30).default([]),
  keyPoints: list(line(300), 0, 12).default([]),
  faults: list(record({ fault: line(200), correction: line(300) }), 0, 20).default([]),
  /** How much it asks of each region, 0 to 3. */
  demand: demandSchema.default({}),
  /** Units of readiness a minute of it gives each region, 0 to 3. */
  prepares: perRegion(between(0, 3)).default({}),
  intensity: between(1, 10).optional(),
  /** Jumps and landings in one rep. */
  jumps: between(0, 20).default(0),
  contact: oneOf(CONTACTS).default('none'),
  headContact: yesNo().default(false),
  kit: list(
    record({ name: line(60), each: oneOf(['person', 'pair', 'class']), count: whole(1, 99).default(1) }),
    0,
    10,
  ).default([]),
  /** Floor one pair (or one student alone) takes, in m². */
  footprintM2: between(0, 200).optional(),
  hazard: line(500).optional(),
  /** Seconds for one rep, slowly and at full speed. */
  repSec: record({ teach: positiveSeconds(), full: positiveSeconds() }).optional(),
  /** For forms: the sections in order with their lengths in seconds. */
  sections: list(
    record({ name: line(120), sec: positiveSeconds(), moves: list(moveSchema, 0, 60).optional() }),
    0,
    60,
  ).default([]),
  /** The numbered steps it can be cut into. */
  steps: list(line(200), 0, 12).default([]),
  /** The club's own partner ladder; empty takes the one the core makes. */
  ladder: list(stageSchema, 0, 12).default([]),
  /** What one rep of a combination is made of, in order. */
  parts: list(partSchema, 1, MOST_OF_COMBINATION).optional(),
  /** The same link by link, as it is called. */
  links: list(linkSchema, 1, MOST_LINKS).optional(),
  /** What is called while it is worked, unforeseen or in order. */
  calls: callsSchema.optional(),
  /** What whoever cannot do it does instead. */
  instead: list(insteadSchema, 1, 20).optional(),
  helper: helperSchema.optional(),
  /** Which part of the body meets what. */
  meets: line(200).optional(),
  /** Why it is taught. */
  why: line(500).optional(),
  references: references(),
})

export type Item = z.infer<typeof itemSchema>
export type Layer = Item['layers'][number]
export type Section = Item['sections'][number]
export type Move = z.infer<typeof moveSchema>
export type Helper = z.infer<typeof helperSchema>
export type Prerequisite = Item['prerequisites'][number]
export type Stage = z.infer<typeof stageSchema>

/** The name the club says. */
export const spokenName = (item: Pick<Item, 'name' | 'preferred'>): string => item.preferred ?? item.name

/** How an item is taught: to how many, on which side, in how many layers; one line. */
export function inShort(item: Item): string {
  const layers = item.layers.length === 1 ? 'one layer' : `${item.layers.length} layers`
  const who = { solo: 'alone', partner: 'with a partner', both: 'alone or with a partner' }[item.partner]
  return `${layers}, ${who}${item.sides === 2 ? ', both sides' : ''}`
}

/** What a layer may say in the item's stead, beside its steps. */
export const OF_A_LAYER = ['demand', 'jumps', 'contact', 'hazard', 'helper', 'meets'] as const
/** What a holder or helper does, in a line; nothing where the item is done alone. */
export function holderSaid({ partner, helper }: Pick<Item, 'partner' | 'helper'>): string {
  if (partner === 'solo') return ''
  return [helper?.does, helper?.height, helper?.angle, helper?.when].filter(Boolean).join(', ')
}

const atLayers = new WeakMap<Item, Map<number, Item>>()

/**
 * An item as it is at one of its layers: what that layer says of the body, jumps, contact, caution, holder and what meets what stands before what the item says. The
 * item itself where its layer says nothing.
 *
 * @param layer from 1; beyond its layers it is the item
 */
export function atLayer(item: Item, layer: number): Item {
  const own = item.layers[layer - 1]
  if (!own || OF_A_LAYER.every((field) => own[field] === undefined)) return item
  let known = atLayers.get(item)
  if (!known) atLayers.set(item, (known = new Map()))
  let at = known.get(layer)
  if (!at) {
    const said = Object.fromEntries(
      OF_A_LAYER.flatMap((field) => (own[field] === undefined ? [] : [[field, own[field]]])),
    )
    at = { ...item, ...said, ...(own.contact === 'none' ? { headContact: false } : {}) }
    known.set(layer, at)
  }
  return at
}
