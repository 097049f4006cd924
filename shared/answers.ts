import { z } from 'zod'
import { itemSchema } from '../core/curriculum/item'
import { ladderSchema, rankSchema } from '../core/curriculum/ladder'
import { settingsSchema } from '../core/curriculum/settings'
import { seriesSchema } from '../core/curriculum/series'
import { shapeSchema } from '../core/curriculum/shapes'
import { programmeSchema } from '../core/term/programme'
import { syllabusSchema } from '../core/curriculum/syllabus'
import { presenceMarkSchema, runEventSchema } from '../core/floor/events'
import { sightingSchema } from '../core/people/corrections'
import { MARKS } from '../core/people/marks'
import { resultSchema } from '../core/people/results'
import { PHASE_NAMES } from '../core/plan/phases'
import { planSchema } from '../core/plan/schema'
import { count, day, id, moment, ms } from './answer-parts'
import { noticeSchema, noticesSchema, rosterSchema } from './people-answers'
import { ROLES } from './roles'

export * from './people-answers'

/**
 * What the server answers, as both sides know it: services return these types, and the browser parses every answer with the schema
 * before anything is made of it.
 */

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
    /** What stands for the club in the ids of calendar entries. */
    calendar: z.string(),
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
  /** The versions of shapes and series, by id: a save says which it was made from. */
  shapeVersions: z.record(id, count),
  seriesVersions: z.record(id, count),
})

/** A series with what was held of it and what its students have had. */
export const seriesPageSchema = z.object({
  series: seriesSchema,
  held: z.array(z.object({ classId: id, day, lesson: count, students: z.array(id) })),
  students: z.array(z.object({ id, name: z.string(), rankId: id, had: z.record(id, count) })),
})
export type SeriesPage = z.infer<typeof seriesPageSchema>

export type Library = z.infer<typeof librarySchema>

const usesSchema = z.object({
  plans: count,
  ledger: count,
  syllabus: count,
  items: count,
  shapes: count,
  series: count,
  themes: count,
  term: count,
  people: count,
})
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
  /** Under which it stands in calendars. */
  uid: z.string(),
  teacher: z.string(),
  /** Ms since 1970 of the planned first bow. */
  startsAt: ms,
  title: z.string(),
  /** The lesson of a series that its plan is. */
  lesson: z.object({ series: id, lesson: count }).nullable().default(null),
  /** Of a class that has not begun: how many have a mark on its register. */
  registered: count.default(0),
})
export type ClassSummary = z.infer<typeof classSummarySchema>

/** What became of a class that was moved. */
export const movedSchema = z.object({ registered: count })

export const classEventsSchema = z.object({
  state: classState,
  events: z.array(runEventSchema),
  marks: z.array(presenceMarkSchema),
  /** The figures that drills asked for. */
  results: z.array(resultSchema),
  /** Ids of the acts and taps whose time cannot be right as it was sent. */
  doubted: z.array(z.object({ id, doubt: z.enum(['ahead', 'another day', 'before its start']) })),
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
  /** What each group was given in the last class it had, longest worked first, and who was away then. */
  sinceLast: z.array(z.object({ group: z.string(), day, items: z.array(z.string()), away: z.array(id) })),
  /** What each group has learnt of the kinds that free rounds of the plan allow. */
  learnt: z.array(z.object({ group: z.string(), item: z.string(), markedAt: ms.nullable(), workedAt: ms })),
  /** The classes planned after it, the soonest first, and the groups each is for. */
  next: z.array(z.object({ day, startTime: z.string(), title: z.string(), groups: z.array(z.string()) })),
  /** The server's clock, by which a device knows how far its own is off. */
  now: ms,
})
export type ClassView = z.infer<typeof classViewSchema>

export const incidentToldSchema = z.object({
  id,
  classId: id,
  student: id,
  at: ms,
  site: z.string(),
  happened: z.string(),
  done: z.string(),
  told: z.string(),
})
export type IncidentTold = z.infer<typeof incidentToldSchema>
export const incidentsSchema = z.array(incidentToldSchema)

/** What a wall shows: no more than anybody in the hall may see. */
export const wallViewSchema = z
  .object({
    club: z.string(),
    zone: z.string(),
    title: z.string(),
    startsAt: ms,
    plan: planSchema,
    events: z.array(runEventSchema),
    items: z.record(
      z.string(),
      z.object({
        name: z.string(),
        layers: z.array(z.object({ name: z.string(), point: z.string(), hazard: z.string() })),
        soloForm: z.string(),
      }),
    ),
    ranks: z.array(z.object({ id: z.string(), name: z.string(), colour: z.string(), ink: z.string() })),
    pairs: z.array(z.object({ board: z.string(), rounds: z.array(z.array(z.array(z.string()))) })),
    free: z.array(
      z.object({
        board: z.string(),
        group: z.string(),
        items: z.array(z.object({ name: z.string(), isNew: z.boolean() })),
      }),
    ),
    home: z.boolean(),
    now: ms,
  })
  .nullable()
export const wallsSchema = z.array(z.object({ id, madeAt: moment }))
export const newWallSchema = z.object({ id, key: z.string() })

/** What became of a batch of events, and the server's clock. */
export const batchSchema = z.object({ state: classState, now: ms })

const lastClassSchema = classSummarySchema.extend({
  boards: count,
  cut: z.array(z.object({ id: z.string(), title: z.string(), phase: z.enum(PHASE_NAMES), ms, ranMs: ms })),
  startedAt: ms.nullable(),
  finishedAt: ms.nullable(),
  ranMs: ms,
  came: z.array(id),
  late: count,
})
/** The theme of a week or the programme of a month, and the version it stands at. */
const keptProgrammeSchema = z.object({ period: z.string(), version: count, programme: programmeSchema })
export const programmesSchema = z.array(keptProgrammeSchema)
export type KeptProgramme = z.infer<typeof keptProgrammeSchema>

/** What of the term was put on a class by hand. */
export const termPlacesSchema = z.array(z.object({ group: id, item: id, day, minutes: count }))

export const todaySchema = z.object({
  today: day,
  next: classSummarySchema.extend({ plan: planSchema }).nullable(),
  last: lastClassSchema.nullable(),
  nextGrading: day.nullable(),
  roster: rosterSchema,
  notices: noticesSchema,
  /** For the head: classes whose record cannot be worked out; what stands of them is what stood before. */
  setAside: z.array(z.object({ id, title: z.string(), day, why: z.string() })),
  /** The theme of the week and the programme of the month of the next class, else of today. */
  week: programmeSchema.nullable(),
  month: programmeSchema.nullable(),
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
  held: z.object({ id, uid: z.string(), day, startTime: z.string(), state: classState }).nullable(),
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
/** So many plans, and so many classes, are on one page of their lists; fewer are the last page. */
export const PLANS_PAGE = 200
export const CLASSES_PAGE = 100

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
