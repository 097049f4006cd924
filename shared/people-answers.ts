import { z } from 'zod'
import { expectedSchema } from '../core/checks/club-file'
import { STOODS } from '../core/people/attendance-figures'
import { CORRECTION_STATES, sightingSchema } from '../core/people/corrections'
import { TAP_OUTCOMES } from '../core/people/door-taps'
import { MARKS } from '../core/people/marks'
import { askSchema } from '../core/people/results'
import { studentSchema } from '../core/people/student'
import { SCHOOLS } from '../core/partners/roster-file'
import { count, day, id, moment, ms } from './answer-parts'

/** What the server answers of people: the roster, the ledger of one and of all, partners, the door, what is seen and read out. */

/** Reps by side, and those received from a partner. */
const reps = { repsL: count, repsR: count, repsN: count, received: count }

export const rosterStudentSchema = z.object({
  id,
  /** First and last name, or the first name only, as the role sees it. */
  name: z.string(),
  rankId: id,
  groupId: id,
  notches: count,
  floorNote: z.string().nullable(),
  /** Whole years on the day. */
  age: count.nullable(),
  /** The layers they work at themselves where a class offers them, by item. */
  layers: z.record(id, count),
  /** Guests are on the register of one class. */
  kind: z.enum(['member', 'visitor', 'trial']),
  /** When they were corrected, praised or marked last; for those who teach. */
  lastSeen: ms.nullish(),
})
export type RosterStudent = z.infer<typeof rosterStudentSchema>
export const rosterSchema = z.array(rosterStudentSchema)

/** A student of the roster as its keepers see them. */
const rostered = {
  id,
  version: count,
  student: studentSchema,
  active: z.boolean(),
  kind: z.enum(['member', 'visitor', 'trial']),
}
export const rosterEntrySchema = z.object({ ...rostered, groupId: id, age: count.nullable() })
export type RosterEntry = z.infer<typeof rosterEntrySchema>
export const rosterEntriesSchema = z.array(rosterEntrySchema)
/** Ranks that were given, the newest first. */
const awardsSchema = z.array(
  z.object({ rank: id, notches: count, day: day.nullable(), by: z.string(), at: moment }),
)
export const rosterPageSchema = z.object({
  ...rostered,
  awards: awardsSchema,
  /** The student this record was merged into. */
  sameAs: id.nullable(),
  /** Records that were merged into this one. */
  merges: z.array(z.object({ id, name: z.string(), at: moment, by: z.string() })),
})
/** How many classes are settled anew. */
export const mergeDoneSchema = z.object({ classes: count })
export type RosterPage = z.infer<typeof rosterPageSchema>
export const archivedSchema = z.object({ active: z.boolean() })

export const expectedListSchema = z.array(expectedSchema)

/** What stands of a fault of a student's item. */
export const correctionSchema = z.object({
  student: id,
  item: id,
  said: z.string(),
  state: z.enum(CORRECTION_STATES),
  seen: count,
  right: count,
  returned: z.boolean(),
  oral: z.boolean(),
  first: ms,
  last: ms,
  lastId: id,
})
export const itemCorrectionsSchema = z.array(correctionSchema.extend({ name: z.string() }))
export type ItemCorrection = z.infer<typeof itemCorrectionsSchema>[number]

/** Something to be read out, to everybody or one group. */
export const noticeSchema = z.object({
  id,
  version: count,
  says: z.string(),
  from: day,
  until: day.nullable(),
  group: id.nullable(),
  by: z.string(),
})
export type Notice = z.infer<typeof noticeSchema>
export const noticesSchema = z.array(noticeSchema)

/** Who works with whom at a board; what speaks for and against it where the role may know. */
export const boardPairsSchema = z.object({
  board: id,
  version: count,
  school: z.enum(SCHOOLS),
  contact: z.boolean(),
  pins: z.array(z.array(id)),
  /** Pairs who meet again in a later round. */
  again: z.array(z.array(id)),
  /** Who can be paired now. */
  here: z.array(id),
  rounds: z.array(
    z.object({
      cost: z.number().nullable(),
      groups: z.array(
        z.object({
          students: z.array(id),
          why: z.array(z.object({ a: id, b: id, cost: z.number().nullable(), says: z.string() })),
        }),
      ),
      left: z.array(z.object({ id, why: z.string() })),
    }),
  ),
  /** Pairs that a rule forbids. */
  refused: z.array(z.object({ a: id, b: id, says: z.string() })),
})
export type BoardPairs = z.infer<typeof boardPairsSchema>
export const classPairsSchema = z.array(boardPairsSchema)

export const readersSchema = z.array(
  z.object({ id, name: z.string(), madeAt: moment, seenAt: moment.nullable() }),
)
/** A new reader and its key, which is told once. */
export const newReaderSchema = z.object({ id, key: z.string() })
export const tapsTakenSchema = z.object({ taps: z.array(z.object({ id, outcome: z.enum(TAP_OUTCOMES) })) })
/** What the door reader heard for a class: whose tag and what it meant, or a tag that is nobody's and how often. */
export const doorTapSchema = z.object({
  tag: z.string(),
  outcome: z.enum(TAP_OUTCOMES),
  student: id.nullable(),
  at: ms,
  times: count,
})
export type DoorTap = z.infer<typeof doorTapSchema>
export const doorSchema = z.array(doorTapSchema)

/** Every student with what they have practised of every item: the matrix of the ledger. */
export const practiceMatrixSchema = z.object({
  today: day,
  students: rosterSchema,
  /** By student: one entry an item, as a list so that twenty thousand of them travel light. */
  cells: z.record(
    id,
    z.array(
      z.tuple([id, count, day.nullable(), count, count, count, count, count, ms, z.enum(MARKS).nullable()]),
    ),
  ),
})
export type PracticeMatrix = z.infer<typeof practiceMatrixSchema>

const timesSchema = z.object({
  group: id,
  heads: count,
  work: ms,
  rest: ms,
  talk: ms,
  holding: ms,
  idle: ms,
  transition: ms,
  taught: ms,
})
/** What a head of each group worked on since a day, by week, rank and item; and where the time of the classes went. */
export const balanceSchema = z.object({
  from: day,
  today: day,
  classes: z.array(z.object({ day, times: z.array(timesSchema).nullable() })),
  worked: z.array(
    z.object({
      week: day,
      group: id,
      rank: id,
      item: id,
      workMs: ms,
      repsL: ms,
      repsR: ms,
      repsN: ms,
      received: ms,
      inRoles: ms,
    }),
  ),
})
export type BalanceAnswer = z.infer<typeof balanceSchema>

const attendedSchema = z.object({ day, stood: z.enum(STOODS) })
/** How everybody came to the classes since a day. */
export const attendanceListSchema = z.object({
  today: day,
  students: z.array(
    z.object({ id, name: z.string(), rankId: id, groupId: id, classes: z.array(attendedSchema) }),
  ),
})
export type AttendanceList = z.infer<typeof attendanceListSchema>

const figureChange = z.object({
  item: id,
  layer: count,
  workMs: ms,
  holdingMs: ms,
  ...reps,
})
/** What was corrected in a class at one time, for whom and by how much. */
export const classAmendmentSchema = z.object({
  revision: count,
  by: z.string(),
  reason: z.string().nullable(),
  at: ms,
  students: z.array(z.object({ student: id, name: z.string(), changes: z.array(figureChange) })),
})
export type ClassAmendment = z.infer<typeof classAmendmentSchema>
export const classAmendmentsSchema = z.array(classAmendmentSchema)

/** What a correction would change, and for whom. */
export const correctionPreviewSchema = z.object({
  students: z.array(z.object({ student: id, name: z.string(), changes: z.array(figureChange) })),
})
export type CorrectionPreview = z.infer<typeof correctionPreviewSchema>

/** How many runs went through each section of a form; empty for anything else. */
const sectionRunsSchema = z.array(z.object({ id, runs: count }))

const practisedSchema = z.object({
  classId: id,
  itemId: id,
  layer: count,
  day,
  workMs: ms,
  holdingMs: ms,
  ...reps,
  estimated: z.boolean(),
  inCombinations: count,
  sections: sectionRunsSchema,
})
export const studentClassesSchema = z.object({
  classes: z.array(z.object({ id, day, title: z.string() })),
  hasMore: z.boolean(),
  /** What their group worked on in classes they took no part in, by class. */
  missed: z.record(id, z.array(id)),
  practice: z.array(practisedSchema),
  /** Marks given, the latest last: of one item and layer that one stands. */
  marks: z.array(
    z.object({
      classId: id,
      day,
      itemId: id,
      layer: count,
      mark: z.enum(MARKS),
      fault: z.string().nullable(),
    }),
  ),
})
export type StudentClasses = z.infer<typeof studentClassesSchema>

export const studentPageSchema = studentClassesSchema.extend({
  id,
  name: z.string(),
  rankId: id,
  rankSince: day.nullable(),
  notches: count,
  groupId: id,
  /** Placed in their group by hand, whatever their rank. */
  placed: z.boolean(),
  floorNote: z.string().nullable(),
  /** The layers they work at themselves where a class offers them, by item. */
  layers: z.record(id, count),
  /** Everything practised, by item. */
  totals: z.array(
    z.object({
      itemId: id,
      days: count,
      last: day.nullable(),
      layer: count,
      workMs: ms,
      ...reps,
      inCombinations: count,
      inRoles: count,
      sections: sectionRunsSchema,
      mark: z.enum(MARKS).nullable(),
    }),
  ),
  /** How they came to every class that is over, in their order. */
  attended: z.array(attendedSchema),
  today: day,
  /** Whom this student is never paired with. */
  apart: z.array(z.string()),
  /** What was seen of them, of every item. */
  sightings: z.array(sightingSchema),
  /** Minutes of work day by day, the oldest first. */
  days: z.array(z.object({ day, workMs: ms })),
  /** Figures of drills, the oldest first. */
  figures: z.array(
    z.object({
      day,
      title: z.string(),
      item: id.nullable(),
      ask: askSchema,
      figure: count,
      step: z.number().optional(),
    }),
  ),
  awards: awardsSchema,
})
/** The group a student trains with now, and whether they are placed there by hand. */
export const placedSchema = z.object({ groupId: id, placed: z.boolean() })
export type StudentPage = z.infer<typeof studentPageSchema>
