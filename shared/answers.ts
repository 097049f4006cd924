import { z } from 'zod'
import { expectedSchema } from '../core/checks/club-file'
import { itemSchema } from '../core/curriculum/item'
import { ladderSchema, rankSchema } from '../core/curriculum/ladder'
import { settingsSchema } from '../core/curriculum/settings'
import { seriesSchema } from '../core/curriculum/series'
import { shapeSchema } from '../core/curriculum/shapes'
import { syllabusSchema } from '../core/curriculum/syllabus'
import { presenceMarkSchema, runEventSchema } from '../core/floor/events'
import { STOODS } from '../core/people/attendance-figures'
import { CORRECTION_STATES, sightingSchema } from '../core/people/corrections'
import { TAP_OUTCOMES } from '../core/people/door-taps'
import { MARKS } from '../core/people/marks'
import { askSchema, resultSchema } from '../core/people/results'
import { studentSchema } from '../core/people/student'
import { PHASE_NAMES } from '../core/plan/phases'
import { SCHOOLS } from '../core/partners/roster-file'
import { planSchema } from '../core/plan/schema'
import { ROLES } from './roles'

/**
 * What the server answers, as both sides know it: services return these types, and the browser parses every answer with the schema
 * before anything is made of it.
 */

const id = z.string()
const day = z.string()
const count = z.number().int()
const ms = z.number()
/** A moment, as JSON writes it. */
const moment = z.coerce.date()
const classState = z.enum(['planned', 'running', 'finished'])

/** The id of what was made. */
export const madeSchema = z.object({ id })
/** A new class and the plan it has: the one that was asked for, or a copy of its own. */
export const madeClassSchema = z.object({ id, planId: id })
/** The plan a class has now, and the one it had before. */
export const planOnClassSchema = z.object({ planId: id, before: id })

/** The version that stands after a save. */
export const savedVersionSchema = z.object({ version: count })
export type SavedVersion = z.infer<typeof savedVersionSchema>

export const accountSchema = z.object({ id, name: z.string(), email: z.string(), role: z.enum(ROLES) })
export type Account = z.infer<typeof accountSchema>

/** The sign-ins of the demo club; none anywhere else. */
export const demoSignInsSchema = z.array(
  z.object({ name: z.string(), email: z.string(), password: z.string(), role: z.enum(ROLES) }),
)

export const starterSchema = z.object({
  id,
  name: z.string(),
  about: z.string(),
  ladder: ladderSchema,
  items: count,
  asked: count,
})
export type StarterCard = z.infer<typeof starterSchema>

/** An item as the screens hold it: the document, the version it stands at, and whether it is put away. */
export const libraryItemSchema = itemSchema.extend({ version: count, archived: z.boolean() })
export type LibraryItem = z.infer<typeof libraryItemSchema>

export const classGroupSchema = z.object({ id, name: z.string(), pace: z.number(), ranks: z.array(id) })
export type ClassGroup = z.infer<typeof classGroupSchema>

export const librarySchema = z.object({
  club: z.object({
    name: z.string(),
    place: z.string(),
    zone: z.string(),
    firstSide: z.enum(['R', 'L']),
    lengthMin: count,
    startTime: z.string(),
  }),
  settings: settingsSchema,
  versions: z.object({ settings: count, ladder: count, syllabus: count }),
  ladderKind: ladderSchema.shape.kind,
  ranks: z.array(rankSchema),
  groups: z.array(classGroupSchema),
  items: z.array(libraryItemSchema),
  syllabus: syllabusSchema,
  shapes: z.array(shapeSchema),
  series: z.array(seriesSchema),
})

/** A series with what was held of it and what its students have had. */
export const seriesPageSchema = z.object({
  series: seriesSchema,
  held: z.array(z.object({ classId: id, day, lesson: count, students: z.array(id) })),
  students: z.array(z.object({ id, name: z.string(), rankId: id, had: z.record(id, count) })),
})
export type SeriesPage = z.infer<typeof seriesPageSchema>

export type Library = z.infer<typeof librarySchema>

const usesSchema = z.object({ plans: count, ledger: count, syllabus: count, items: count, shapes: count })
export type Uses = z.infer<typeof usesSchema>

export const itemPageSchema = z.object({
  uses: usesSchema,
  lastPractised: day.nullable(),
  ladder: z.object({
    open: count,
    last: z.object({ day, rungsRun: count, marks: z.array(z.enum(MARKS)) }).nullable(),
  }),
})
export type ItemPage = z.infer<typeof itemPageSchema>

export const discardedSchema = z.object({ outcome: z.enum(['archived', 'deleted']), uses: usesSchema })
export const importedSchema = z.object({ added: count, changed: count })

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

const classHead = {
  id,
  planId: id,
  planVersion: count,
  day,
  startTime: z.string(),
  lengthMin: count,
  state: classState,
  putAway: z.boolean(),
}
export const classSummarySchema = z.object({
  ...classHead,
  teacher: z.string(),
  /** Ms since 1970 of the planned first bow. */
  startsAt: ms,
  title: z.string(),
})
export type ClassSummary = z.infer<typeof classSummarySchema>

export const classEventsSchema = z.object({
  state: classState,
  events: z.array(runEventSchema),
  marks: z.array(presenceMarkSchema),
  /** The figures that drills asked for. */
  results: z.array(resultSchema),
  /** Ids of the acts and taps whose time cannot be right as it was sent. */
  doubted: z.array(z.object({ id, doubt: z.enum(['ahead', 'another day']) })),
})
export type ClassEvents = z.infer<typeof classEventsSchema>

export const classViewSchema = classSummarySchema.extend({
  ...classEventsSchema.shape,
  plan: planSchema,
  roster: rosterSchema,
  /** What was seen of its students at its items, for those who teach. */
  sightings: z.array(sightingSchema),
  notices: z.array(noticeSchema),
  /** Who is on the register of another class at the same time. */
  elsewhere: z.array(z.object({ student: id, title: z.string(), startTime: z.string() })),
  /** The server's clock, by which a device knows how far its own is off. */
  now: ms,
})
export type ClassView = z.infer<typeof classViewSchema>

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
  repsL: count,
  repsR: count,
  repsN: count,
  received: count,
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

/** What became of a batch of events, and the server's clock. */
export const batchSchema = z.object({ state: classState, now: ms })

const lastClassSchema = classSummarySchema.extend({
  boards: count,
  cut: z.array(z.object({ title: z.string(), phase: z.enum(PHASE_NAMES), ms, ranMs: ms })),
  startedAt: ms.nullable(),
  finishedAt: ms.nullable(),
  ranMs: ms,
  came: z.array(id),
  late: count,
})
export const todaySchema = z.object({
  today: day,
  next: classSummarySchema.extend({ plan: planSchema }).nullable(),
  last: lastClassSchema.nullable(),
  nextGrading: day.nullable(),
  roster: rosterSchema,
  notices: noticesSchema,
})
export type Today = z.infer<typeof todaySchema>

export const savedPlanSchema = z.object({
  id,
  version: count,
  plan: planSchema,
  savedBy: z.string(),
  savedAt: moment,
  putAway: z.boolean(),
  /** The class that goes by it, or went. */
  held: z.object({ id, day, startTime: z.string(), state: classState }).nullable(),
})
export type SavedPlan = z.infer<typeof savedPlanSchema>

/** `merged`: someone else saved first, and changed other boards; both changes are in it. */
export const planKeptSchema = z.object({
  saved: z.literal(true),
  version: count,
  merged: z.object({ plan: planSchema, with: z.string() }).optional(),
})
/** Someone else saved first. Both are kept: theirs is the plan, the one refused stands under `setAside`. */
export const planRefusedSchema = z.object({ saved: z.literal(false), theirs: savedPlanSchema, setAside: id })
export type SaveOutcome = z.infer<typeof planKeptSchema> | z.infer<typeof planRefusedSchema>

export const listedPlanSchema = z.object({
  id,
  title: z.string(),
  version: count,
  totalMs: ms,
  spareMs: ms,
  blocks: count,
  savedAt: moment,
  theme: z.string(),
  boards: z.string(),
  /** The day of its class; a plan of no class is a template. */
  day: day.nullable(),
  state: classState.nullable(),
  putAway: z.boolean(),
})
export type ListedPlan = z.infer<typeof listedPlanSchema>

export const planVersionSchema = z.object({
  id,
  version: count,
  outcome: z.enum(['saved', 'set aside']),
  name: z.string().nullable(),
  savedBy: z.string(),
  savedAt: moment,
  title: z.string(),
  blocks: count,
  totalMs: ms,
})
export type PlanVersion = z.infer<typeof planVersionSchema>
export const onePlanSchema = z.object({ plan: planSchema })

/** How many runs went through each section of a form; empty for anything else. */
const sectionRunsSchema = z.array(z.object({ id, runs: count }))

const practisedSchema = z.object({
  classId: id,
  itemId: id,
  layer: count,
  day,
  workMs: ms,
  holdingMs: ms,
  repsL: count,
  repsR: count,
  repsN: count,
  received: count,
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
      repsL: count,
      repsR: count,
      repsN: count,
      received: count,
      inCombinations: count,
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
  figures: z.array(z.object({ day, title: z.string(), item: id.nullable(), ask: askSchema, figure: count })),
  awards: awardsSchema,
})
/** The group a student trains with now, and whether they are placed there by hand. */
export const placedSchema = z.object({ groupId: id, placed: z.boolean() })
export type StudentPage = z.infer<typeof studentPageSchema>
