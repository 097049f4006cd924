import { z } from 'zod'
import { doseSchema } from './doses'
import {
  between,
  clockTime,
  day,
  layerNumber,
  list,
  many,
  MOST_PARTS,
  notes,
  oneOf,
  positiveSeconds,
  record,
  seconds,
  slug,
  text,
  whole,
} from '../kernel/fields'
import { references } from '../kernel/references'
import { CATEGORY_NAMES } from '../curriculum/categories'
import { askSchema } from '../people/results'
import { PHASE_NAMES } from './phases'
import { MOST_SAID, placeFields } from './places'

/**
 * The plan file, `golden-lintel/plan` version 1. This schema settles the form of every field; what fields ask of
 * one another is in `rules.ts`. Fields that belong to one mode have no default here, so that a parsed plan written back
 * to a file is the same plan; the modes supply those defaults.
 */

export const PLAN_FORMAT = 'golden-lintel/plan'
/** More boards than any class has. */
export const MOST_BLOCKS = 120
export const PRIORITIES = ['must', 'should', 'could'] as const
export const MODES = ['together', 'oneCount', 'layers', 'turns', 'stations'] as const

export const groupSchema = record({
  id: slug(),
  name: text(80),
  ranks: list(text(80)),
  headcount: whole(0, Infinity),
  pace: between(0.5, 2).default(1),
})

/** The item has no sides: whatever side the count is on, its reps go to none. */
const noSides = () => z.literal(true, { error: 'must be true, or left out' }).optional()

export const trackSchema = record({
  groups: list(slug(), 1),
  technique: slug(),
  layer: layerNumber().default(1),
  title: text(200).optional(),
  ...placeFields(),
  layerUpTo: layerNumber().optional(),
  noSides: noSides(),
  dose: doseSchema.optional(),
  /** In turns: what the group does by itself once its turn is over. */
  then: doseSchema.optional(),
})

export const stationSchema = record({
  title: text(200),
  technique: slug().optional(),
  layer: layerNumber().default(1),
})

/** What those who teach agree on: why it is there, who demonstrates, who leads which group. */
export const teachingSchema = record({
  why: text(500).optional(),
  demonstrates: text(120).optional(),
  leads: list(record({ group: slug(), who: text(120) }), 1, 12).optional(),
})

/** What is called while a board runs, unforeseen or in order. It changes no figure. */
export const callsSchema = record({
  list: list(
    record({
      say: text(MOST_SAID),
      answer: text(MOST_SAID).optional(),
      technique: slug().optional(),
      layer: layerNumber().default(1),
      side: oneOf(['R', 'L']).optional(),
    }),
    1,
    60,
  ),
  order: oneOf(['given', 'random', 'react']).default('given'),
  /** At least and at most so many seconds apart. */
  everySec: z.tuple([positiveSeconds(), positiveSeconds()], { error: 'must be [least, most] in seconds' }),
  /** What the longest wait comes down to by the end. */
  tightenTo: positiveSeconds().optional(),
  /** The share of calls at which nobody moves. */
  feints: between(0, 0.5).default(0),
  seed: whole(0, Infinity).default(0),
})

/** Words for a set, round, rep, stage, side or role of a board. */
export const saysSchema = record({
  set: whole(1, 999).optional(),
  round: whole(1, 999).optional(),
  stage: whole(0, MOST_PARTS - 1).optional(),
  rep: whole(1, 999).optional(),
  side: oneOf(['first', 'other']).optional(),
  role: oneOf(['A', 'B']).optional(),
  text: text(),
})

/** How the count sounds. */
export const voiceSchema = record({
  count: oneOf(['reps', 'links', 'off']).default('reps'),
  loud: oneOf(['even', 'sets', 'reps']).default('even'),
  shout: oneOf(['none', 'last', 'every']).default('none'),
  reply: text().optional(),
})

export const blockSchema = record({
  id: slug(),
  title: text(200),
  phase: oneOf(PHASE_NAMES),
  priority: oneOf(PRIORITIES).default('should'),
  mode: oneOf(MODES).default('together'),
  technique: slug().optional(),
  layer: layerNumber().default(1),
  ...placeFields(),
  /** Whoever is ready works a higher version, up to this one. */
  layerUpTo: layerNumber().optional(),
  noSides: noSides(),
  dose: doseSchema.optional(),
  tracks: list(trackSchema, 1, MOST_PARTS).optional(),
  holding: record({ title: text(200), technique: slug().optional() }).optional(),
  afterTurn: oneOf(['holding', 'taught']).optional(),
  handoverSec: seconds().optional(),
  stations: list(stationSchema, 1, MOST_PARTS).optional(),
  teams: many().optional(),
  workSec: positiveSeconds().optional(),
  moveSec: seconds().optional(),
  laps: many().optional(),
  setupSec: seconds().optional(),
  minSec: seconds().optional(),
  intensity: between(1, 10).optional(),
  /** Goes before the plan's. */
  firstSide: oneOf(['R', 'L']).optional(),
  /** On the floor the work begins when the setup is over, unless it says: at the instructor's word. */
  start: oneOf(['clock', 'word']).optional(),
  part: text(200).optional(),
  notes: notes().optional(),
  teaching: teachingSchema.optional(),
  /** One figure of each student, entered on the floor. */
  result: askSchema.optional(),
  /** In a free round, the kinds of techniques that may be used. */
  kinds: list(oneOf(CATEGORY_NAMES), 1, CATEGORY_NAMES.length).optional(),
  calls: callsSchema.optional(),
  says: list(saysSchema, 1, 40).optional(),
  voice: voiceSchema.optional(),
  /** To be shown again from the other side. */
  turned: z.literal(true, { error: 'must be true, or left out' }).optional(),
})

/** The lesson of a series that a plan is. */
export const lessonOfSchema = record({ series: slug(), lesson: whole(1, 60) })

export const planSchema = record({
  format: z.literal(PLAN_FORMAT, { error: `must be "${PLAN_FORMAT}"` }),
  version: z.literal(1, { error: 'must be 1' }),
  title: text(200),
  date: day().optional(),
  start: clockTime().optional(),
  lengthMin: whole(5, 240),
  transitionSec: seconds().default(10),
  firstSide: oneOf(['R', 'L']).default('R'),
  groups: list(groupSchema, 1, 12),
  blocks: list(blockSchema, 0, MOST_BLOCKS, `A plan holds ${MOST_BLOCKS} boards at most`),
  theme: notes(500).optional(),
  notes: notes().optional(),
  references: references(),
  series: lessonOfSchema.optional(),
  acknowledged: list(
    record({
      code: text(80),
      blocks: list(slug()).optional(),
      groups: list(slug()).optional(),
      student: text(120).optional(),
      about: text(120).optional(),
      reason: text(2000),
    }),
  ).optional(),
})

export type Plan = z.infer<typeof planSchema>
export type Block = Plan['blocks'][number]
export type Group = Plan['groups'][number]
export type Track = z.infer<typeof trackSchema>
export type Station = z.infer<typeof stationSchema>
export type Mode = Block['mode']
export type Priority = Block['priority']
