import type { z } from 'zod'
import { z as zod } from 'zod'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { between, day, list, oneOf, record, slug, whole, yesNo } from '../kernel/fields'

/** The roster file of the pairing: who is here, and by which rules they are paired. Masses in kg, heights in cm, ages in whole years. */

const partnerSchema = record({
  id: slug(),
  /** The index of the rank on the ladder, the lowest 0. */
  rank: whole(0, 999),
  age: whole(0, 130).optional(),
  massKg: between(1, 500).optional(),
  heightCm: between(20, 300).optional(),
  /** A minor who may work with adults in contact drills. */
  mayPartnerAdults: yesNo().optional(),
  apart: list(slug()).optional(),
  together: list(slug()).optional(),
})
export type Partner = z.infer<typeof partnerSchema>

export const SCHOOLS = ['like', 'mentor'] as const
/** `like` pairs those of a rank, `mentor` a senior with each junior. */
export type School = (typeof SCHOOLS)[number]

/** Who the pairing is worked out for at once: a hall full. */
export const MOST_PARTNERS = 200

const rulesShape = {
  school: oneOf(SCHOOLS),
  /** Ranks between a senior and a junior, of the school `mentor`. */
  gap: whole(0, 99).default(2),
  contact: yesNo(),
  maxMassRatio: between(1, 10).default(1.3),
}
export type PairRules = z.infer<ReturnType<typeof record<typeof rulesShape>>>

const rosterFileSchema = record({
  date: day(),
  ...rulesShape,
  students: list(partnerSchema, 0, MOST_PARTNERS),
  /** How often two were partners in the last four classes. */
  recent: list(
    zod.tuple([slug(), slug(), whole(0, 999)], { error: 'must be [student, student, times]' }),
  ).default([]),
})
export type RosterFile = z.infer<typeof rosterFileSchema>

export type ReadRoster = { ok: true; roster: RosterFile } | { ok: false; faults: Fault[] }

/** A roster as it was read from a file: each student once. Lists may name students who are not here. */
export function readRoster(json: unknown): ReadRoster {
  const shaped = rosterFileSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { students, recent } = shaped.data
  const faults = [
    ...students.flatMap(({ id }, s) =>
      students.findIndex((other) => other.id === id) === s
        ? []
        : [fault(['students', s, 'id'], `repeats the student "${id}"`)],
    ),
    ...students.flatMap(({ id, apart = [], together = [] }, s) => [
      ...(apart.includes(id) ? [fault(['students', s, 'apart'], 'names the student themselves')] : []),
      ...(together.includes(id) ? [fault(['students', s, 'together'], 'names the student themselves')] : []),
    ]),
    ...recent.flatMap(([a, b], r) =>
      a === b ? [fault(['recent', r, 1], 'must be another student than the first')] : [],
    ),
  ]
  return faults.length ? { ok: false, faults } : { ok: true, roster: shaped.data }
}
