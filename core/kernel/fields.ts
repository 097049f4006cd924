import { z } from 'zod'
import { unsoundIn } from './sound-text'

/**
 * The kinds of value our files are made of, each with the sentence that says what is wanted. What a refinement asks is
 * passed to the JSON Schema with `meta`, which cannot read refinements.
 */

const MAX_SECONDS = 1e9

/** The sentence of an error: that the value is missing, or what is wanted of it. */
function missingOr(wanted: string) {
  return (issue: { input?: unknown }) => (issue.input === undefined ? `is missing: it ${wanted}` : wanted)
}

/** The same of text that says something, where there is only nothing. */
const emptyOr = (wanted: string) => (issue: { input?: unknown }) =>
  String(issue.input).trim() === '' ? `is empty: it ${wanted}` : wanted

/** A whole number in a range, both ends included. */
export function whole(min: number, max: number) {
  const wanted =
    max === Infinity
      ? `must be a whole number, ${min} or more`
      : `must be a whole number from ${min} to ${max}`
  return z
    .number({ error: missingOr(wanted) })
    .refine((n) => Number.isInteger(n) && n >= min && n <= Math.min(max, Number.MAX_SAFE_INTEGER), {
      error: wanted,
    })
    .meta({ type: 'integer', minimum: min, ...(max === Infinity ? {} : { maximum: max }) })
}

/** Stations, stages, tracks and other parts of one board. */
export const MOST_PARTS = 40

/** Reps, sets, rounds, times, laps, teams. */
export const many = () => whole(1, 999)
export const layerNumber = () => whole(1, 99)

/** A number in a range, decimals allowed. */
export function between(min: number, max: number) {
  const wanted = `must be a number from ${min} to ${max}`
  return z
    .number({ error: missingOr(wanted) })
    .refine((n) => n >= min && n <= max, { error: wanted })
    .meta({ minimum: min, maximum: max })
}

const hasMilliseconds = (n: number) => n <= MAX_SECONDS && Math.round(n * 1000) / 1000 === n

/** Seconds, 0 or more, at most three decimals. */
export function seconds() {
  const wanted = 'must be seconds, 0 or more, with at most three decimals'
  return z
    .number({ error: missingOr(wanted) })
    .refine((n) => n >= 0 && hasMilliseconds(n), { error: wanted })
    .meta({ minimum: 0, maximum: MAX_SECONDS })
}

/** Seconds above 0, at most three decimals: work, tempo, holds, caps, sections. */
export function positiveSeconds() {
  const wanted = 'must be seconds above 0, with at most three decimals'
  return z
    .number({ error: missingOr(wanted) })
    .refine((n) => n > 0 && hasMilliseconds(n), { error: wanted })
    .meta({ exclusiveMinimum: 0, maximum: MAX_SECONDS })
}

/** Text that says something. */
export function text(max = 2000) {
  const wanted = `must be text of 1 to ${max} characters`
  return z
    .string({ error: missingOr(wanted) })
    .refine((s) => s.trim().length > 0 && s.length <= max, { error: emptyOr(wanted) })
    .superRefine(sound())
    .meta({ minLength: 1, maxLength: max })
}

/** What somebody or something is called: text on one line. */
export function name(max = 200) {
  const wanted = `must be text of 1 to ${max} characters`
  return z
    .string({ error: missingOr(wanted) })
    .refine((s) => s.trim().length > 0 && s.length <= max, { error: emptyOr(wanted) })
    .superRefine(sound({ oneLine: true }))
    .meta({ minLength: 1, maxLength: max })
}

const sound =
  (options: { oneLine?: boolean } = {}) =>
  (value: string, context: z.RefinementCtx) => {
    const message = unsoundIn(value, options)
    if (message) context.addIssue({ code: 'custom', message })
  }

/** Free notes, which may be empty. */
export function notes(max = 20_000) {
  const wanted = `must be text of at most ${max} characters`
  return z
    .string({ error: missingOr(wanted) })
    .refine((s) => s.length <= max, { error: wanted })
    .superRefine(sound())
    .meta({ maxLength: max })
}

/** An id: small letters, digits and hyphens. */
export function slug() {
  const wanted = 'must be an id of small letters, digits and hyphens'
  return z
    .string({ error: missingOr(wanted) })
    .refine((s) => /^[a-z0-9-]{1,100}$/.test(s), { error: wanted })
    .meta({ pattern: '^[a-z0-9-]{1,100}$' })
}

/** A colour as #RRGGBB. */
export function colour() {
  const wanted = 'must be a colour, #RRGGBB'
  return z
    .string({ error: missingOr(wanted) })
    .refine((s) => /^#[0-9A-Fa-f]{6}$/.test(s), { error: wanted })
    .meta({ pattern: '^#[0-9A-Fa-f]{6}$' })
}

export function oneOf<const T extends readonly [string, ...string[]]>(names: T) {
  return z.enum(names, { error: missingOr(`must be one of ${names.join(', ')}`) })
}

/** 1 or 2: sides worked, roles taken. */
export function oneOrTwo() {
  const wanted = 'must be 1 or 2'
  return z.union([z.literal(1), z.literal(2)], { error: missingOr(wanted) })
}

export function yesNo() {
  return z.boolean({ error: missingOr('must be true or false') })
}

/** @param tooMany what is said of more than `max`, a whole sentence; how many it takes without */
export function list<T extends z.ZodType>(item: T, min = 0, max = Infinity, tooMany?: string) {
  const wanted =
    max === Infinity
      ? min === 0
        ? 'must be a list'
        : `must be a list with at least ${min}`
      : `must be a list of ${min} to ${max}`
  return z
    .array(item, { error: missingOr(wanted) })
    .refine((a) => a.length >= min && a.length <= max, {
      error: ({ input }) => (tooMany && (input as unknown[]).length > max ? tooMany : wanted),
    })
    .meta({ ...(min ? { minItems: min } : {}), ...(max === Infinity ? {} : { maxItems: max }) })
}

export function record<T extends z.ZodRawShape>(shape: T) {
  return z.strictObject(shape, {
    error: (issue) =>
      issue.code === 'unrecognized_keys' ? undefined : missingOr('must be an object')(issue),
  })
}

/** Nobody who trains was born before it, and no class was held. */
const FIRST_YEAR = 1900

/** A day of the calendar that exists, as YYYY-MM-DD, from 1900 on. */
export function day() {
  const wanted = `must be a date, YYYY-MM-DD, from ${FIRST_YEAR} on`
  return z
    .string({ error: missingOr(wanted) })
    .refine(isDay, { error: wanted })
    .meta({ format: 'date' })
}

function isDay(s: string): boolean {
  const parts = /^(\d{4})-(\d\d)-(\d\d)$/.exec(s)
  if (!parts) return false
  const [year, month, date] = parts.slice(1).map(Number) as [number, number, number]
  const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0
  const days = [31, leap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]
  return year >= FIRST_YEAR && month >= 1 && month <= 12 && date >= 1 && date <= (days[month - 1] ?? 0)
}

/** A clock time of 24 hours, HH:MM. */
export function clockTime() {
  const wanted = 'must be a time, HH:MM'
  return z
    .string({ error: missingOr(wanted) })
    .refine((s) => /^([01]\d|2[0-3]):[0-5]\d$/.test(s), { error: wanted })
    .meta({ pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' })
}
