import { z } from 'zod'
import { CATEGORY_NAMES } from '../curriculum/categories'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { between, clockTime, day, list, oneOf, record, seconds, slug, text, whole } from '../kernel/fields'
import { parsePlan } from '../plan/parse'
import { blockSchema, groupSchema, PLAN_FORMAT } from '../plan/schema'
import { techniquesOf } from '../plan/techniques'

/**
 * The request file, `golden-lintel/request` version 1: what a class is asked for. The theme counts more in what a plan is worth; what is
 * pinned stays as it is, what is banned is nowhere.
 */

export const REQUEST_FORMAT = 'golden-lintel/request'

export const requestSchema = record({
  format: z.literal(REQUEST_FORMAT, { error: `must be "${REQUEST_FORMAT}"` }),
  version: z.literal(1, { error: 'must be 1' }),
  title: text(200).optional(),
  date: day(),
  start: clockTime().optional(),
  lengthMin: whole(5, 240),
  transitionSec: seconds().default(10),
  firstSide: oneOf(['R', 'L']).default('R'),
  groups: list(groupSchema, 1, 12),
  /** Items or categories. */
  theme: list(slug()).default([]),
  pinned: list(blockSchema, 0, 60).default([]),
  banned: list(slug()).default([]),
  /** The largest share of each group's work that a category may have. */
  most: z
    .partialRecord(z.enum(CATEGORY_NAMES), between(0, 1), {
      error: 'must be an object of categories and shares of 0 to 1',
    })
    .default({}),
  seed: whole(0, 4_294_967_295).default(0),
  timeLimitSec: between(0.1, 600).default(10),
})
export type DraftRequest = z.infer<typeof requestSchema>

export type ReadRequest = { ok: true; request: DraftRequest } | { ok: false; faults: Fault[] }

/** A request document checked: its groups and pinned blocks as a plan's, and nothing both pinned and banned. */
export function readRequest(json: unknown): ReadRequest {
  const shaped = requestSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { lengthMin, banned } = shaped.data
  const given = (json ?? {}) as { groups?: unknown; pinned?: unknown }
  const parsed = parsePlan({
    format: PLAN_FORMAT,
    version: 1,
    title: 'A request',
    lengthMin,
    groups: given.groups,
    blocks: given.pinned ?? [],
  })
  const faults: Fault[] = parsed.ok
    ? []
    : parsed.faults.map(({ path, message }) => ({ path: path.replace(/^blocks/, 'pinned'), message }))
  const inPinned = new Set(parsed.ok ? techniquesOf(parsed.plan).map(({ id }) => id) : [])
  banned.forEach((item, b) => {
    if (inPinned.has(item)) faults.push(fault(['banned', b], `"${item}" is in a pinned block`))
  })
  return faults.length ? { ok: false, faults: oncePerPath(faults) } : { ok: true, request: shaped.data }
}
