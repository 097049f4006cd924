import { z } from 'zod'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { between, day, list, name, notes, oneOf, record, slug, text, whole, yesNo } from '../kernel/fields'
import type { Ladder } from '../curriculum/ladder'

/** A student as the roster knows them: one document for forms, files and the server. What they practised is no part of it. */

/** Where no birth date is known, or wanted to be kept. */
export const AGE_BANDS = ['under 8', '8 to 11', '12 to 15', '16 to 17', 'adult'] as const
export type AgeBand = (typeof AGE_BANDS)[number]
/** A band as whole years, where something has to be reckoned: its middle; of adults the least. */
const YEARS: Record<AgeBand, number> = {
  'under 8': 7,
  '8 to 11': 10,
  '12 to 15': 14,
  '16 to 17': 17,
  adult: 18,
}

const uuid = () => z.uuid({ error: 'must be the id of a student' })
const MOST_LISTED = 20

const contactSchema = record({
  name: name(80),
  relation: text(40).optional(),
  phone: text(40).optional(),
  email: text(200).optional(),
})
export type Contact = z.infer<typeof contactSchema>

export const CONSENTS = ['photos', 'contact', 'partnerAdults'] as const
export type Consent = (typeof CONSENTS)[number]

const shape = {
  firstName: name(80),
  /** Empty for who goes by one name. */
  lastName: notes(80)
    .refine((s) => !/[\t\n\r]/.test(s), { error: 'must be on one line' })
    .default(''),
  birthDate: day().optional(),
  ageBand: oneOf(AGE_BANDS).optional(),
  rank: slug(),
  /** Stripes within the rank. */
  notches: whole(0, 20).default(0),
  rankSince: day().optional(),
  /** The class group they are placed in by hand; else that of their rank. */
  group: slug().optional(),
  /** Used for the safety of partners only. */
  heightCm: whole(40, 260).optional(),
  massKg: between(5, 400).optional(),
  /** What the floor must know. */
  floorNote: text(300).optional(),
  /** Seen by head and instructors only. */
  healthNote: text(2000).optional(),
  family: name(80).optional(),
  joined: day().optional(),
  contacts: list(contactSchema, 0, 6).default([]),
  /** What was agreed to; what nobody asked about is not there. */
  consents: record({
    photos: yesNo().optional(),
    contact: yesNo().optional(),
    partnerAdults: yesNo().optional(),
  }).default({}),
  /** Students they are never paired with, and would rather be. */
  apart: list(uuid(), 0, MOST_LISTED).default([]),
  together: list(uuid(), 0, MOST_LISTED).default([]),
  /** The tag they hold to the door reader. */
  tag: text(64).optional(),
}
export const studentSchema = record(shape)
export type Student = z.infer<typeof studentSchema>

/** What a document of the roster is checked against. */
export interface RosterGround {
  ladder: Pick<Ladder, 'ranks'>
  groups: readonly { id: string }[]
  /** The club's day. */
  today: string
}

export type ReadStudent = { ok: true; student: Student } | { ok: false; faults: Fault[] }

/** A student checked: form, known rank and group, days that can be. */
export function readStudent(json: unknown, { ladder, groups, today }: RosterGround): ReadStudent {
  const shaped = studentSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const student = shaped.data
  const rank = ladder.ranks.find(({ id }) => id === student.rank)
  const later = (field: 'birthDate' | 'rankSince' | 'joined') =>
    (student[field] ?? '') > today ? [fault([field], 'must not be in the future')] : []
  const faults = [
    ...later('birthDate'),
    ...((student.birthDate ?? today) < earliest(today)
      ? [fault(['birthDate'], 'is more than 120 years ago')]
      : []),
    ...(rank
      ? []
      : [
          fault(
            ['rank'],
            `There is no rank "${student.rank}"; yours are ${ladder.ranks.map(({ name }) => name).join(', ')}`,
          ),
        ]),
    ...(rank && student.notches > rank.notches
      ? [fault(['notches'], `must be at most ${rank.notches}, as many as ${rank.name} has`)]
      : []),
    ...later('rankSince'),
    ...(student.rankSince && student.birthDate && student.rankSince < student.birthDate
      ? [fault(['rankSince'], 'must not be before the birth date')]
      : []),
    ...later('joined'),
    ...(student.group !== undefined && !groups.some(({ id }) => id === student.group)
      ? [fault(['group'], `"${student.group}" is no group of the club`)]
      : []),
    ...student.apart.flatMap((id, n) =>
      student.together.includes(id) ? [fault(['apart', n], 'is also among those to be kept together')] : [],
    ),
  ]
  return faults.length
    ? { ok: false, faults }
    : { ok: true, student: { ...student, lastName: student.lastName.trim() } }
}

const earliest = (today: string) => `${Number(today.slice(0, 4)) - 120}${today.slice(4)}`

/** Whole years on a day: from the birth date, else from the band; nothing where neither is known. */
export function ageOn(
  { birthDate, ageBand }: { birthDate?: string | null; ageBand?: string | null },
  today: string,
): number | null {
  if (!birthDate) return ageBand ? (YEARS[ageBand as AgeBand] ?? null) : null
  const years = Number(today.slice(0, 4)) - Number(birthDate.slice(0, 4))
  return today.slice(5) < birthDate.slice(5) ? years - 1 : years
}

export const fullName = ({ firstName, lastName }: Pick<Student, 'firstName' | 'lastName'>): string =>
  `${firstName} ${lastName}`.trim()
