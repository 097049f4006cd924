import type { Programme } from '../../core/term/programme'
import type { Plan } from '../../core/plan/schema'
import type { Item } from '../../core/curriculum/item'
import type { Ladder, Rank } from '../../core/curriculum/ladder'
import type { ClubSettings } from '../../core/curriculum/settings'
import type { Series } from '../../core/curriculum/series'
import type { Shape } from '../../core/curriculum/shapes'
import type { Target } from '../../core/curriculum/syllabus'
import type { Stood } from '../../core/people/attendance-figures'
import type { LedgerFigures } from '../../core/people/amendments'
import type { Ask, FigureAsked } from '../../core/people/results'
import type { Mark } from '../../core/people/marks'
import type { Student } from '../../core/people/student'
import type { BoardPartners } from '../../core/partners/board-partners'
import type { TapOutcome } from '../../core/people/door-taps'
import type { Topic } from '../../shared/changes'
import type { Role } from '../../shared/roles'

/** The rows of the database as the application sees them. Days are YYYY-MM-DD, clock times HH:MM, `…Ms` milliseconds. */

export type { Role }

export interface ClubRow {
  id: string
  name: string
  place: string
  zone: string
  firstSide: 'R' | 'L'
  lengthMin: number
  startTime: string
  /** What of the settings has no column of its own. */
  settings: Partial<ClubSettings>
  settingsVersion: number
  ladderKind: Ladder['kind']
  ladderVersion: number
  syllabusVersion: number
}

export interface UserRow {
  id: string
  clubId: string
  email: string
  name: string
  role: Role
  passwordHash: string
}

/** Somebody signed in: ends when they sign out, and when the role or the password it began with is no longer theirs. */
export interface SessionRow {
  id: string
  clubId: string
  userId: string
  role: Role
  /** A digest of the password's hash when the session began. */
  passwordMark: string
  madeAt: Date
  seenAt: Date
  endedAt: Date | null
}

/** What was changed and by whom: the trail, and what others are told from. */
export interface ChangeRow {
  id: number
  clubId: string
  topic: Topic
  /** The id of what was changed. */
  root: string
  what: string
  userId: string | null
  at: Date
}

export interface RankRow {
  clubId: string
  id: string
  name: string
  position: number
  colour: string
  ink: string
  notches: number
  minMonths: number
  minClasses: number
  variants: Rank['variants']
}

export interface GroupRow {
  clubId: string
  id: string
  name: string
  position: number
  pace: number
}

export interface GroupRankRow {
  clubId: string
  groupId: string
  rankId: string
}

export interface StudentRow {
  id: string
  clubId: string
  firstName: string
  lastName: string
  birthDate: string | null
  rankId: string
  rankSince: string | null
  notches: number
  /** The group of their rank, unless they are placed by hand. */
  groupId: string
  placed: boolean
  heightCm: number | null
  massKg: number | null
  floorNote: string | null
  /** Ids of students this one is never paired with, and would rather be. */
  apart: string[]
  together: string[]
  /** False: archived. What they practised stays. */
  active: boolean
  /** A guest is on the register of one class only, until they are kept. */
  kind: 'member' | 'visitor' | 'trial'
  guestOf: string | null
  ageBand: string | null
  family: string | null
  joined: string | null
  healthNote: string | null
  contacts: Student['contacts']
  consents: Student['consents']
  tag: string | null
  /** The student this record was merged into: they are one person. */
  sameAs: string | null
  erasedAt: Date | null
  version: number
}

/** A rank that was given, with its notches. Rows are added, never changed. */
export interface RankAwardRow {
  id: string
  clubId: string
  studentId: string
  rankId: string
  notches: number
  /** Nothing where nobody knows. */
  day: string | null
  givenBy: string
  givenAt: Date
}

/** A reader at the door: its key can send taps and nothing else. */
export interface ReaderRow {
  id: string
  clubId: string
  name: string
  /** SHA-256 of the key, in hex; the key itself is shown once and kept nowhere. */
  keyDigest: string
  madeBy: string
  madeAt: Date
  seenAt: Date | null
  endedAt: Date | null
}

/** A link that shows the class of the day on a projector. */
export interface WallRow {
  id: string
  clubId: string
  /** SHA-256 of the key, in hex. */
  digest: string
  madeBy: string
  madeAt: Date
  endedAt: Date | null
}

/** What happened to somebody in class. Rows are added, and go only with the person. */
export interface IncidentRow {
  id: string
  clubId: string
  classId: string
  studentId: string
  atMs: number
  site: string
  happened: string
  done: string
  told: string
  madeBy: string
  madeAt: Date
}

/** One tap of a tag, and what became of it. Rows are added, never changed. */
export interface ReaderTapRow {
  id: string
  clubId: string
  readerId: string
  tag: string
  atMs: number
  classId: string | null
  studentId: string | null
  outcome: TapOutcome
  /** The tap on the register that it made. */
  markId: string | null
  receivedAt: Date
}

/** Who works with whom at a board of a class. */
export interface PairingRow {
  clubId: string
  classId: string
  board: string
  body: BoardPartners
  version: number
  savedBy: string
  savedAt: Date
}

export interface ItemRow {
  clubId: string
  id: string
  name: string
  category: string
  body: Item
  version: number
  archived: boolean
}

export interface SyllabusRow {
  clubId: string
  rankId: string
  itemId: string
  position: number
  layer: number
  unit: Target['unit'] | null
  amount: number | null
  asks: string | null
  part: string | null
}

export interface ShapeRow {
  clubId: string
  id: string
  name: string
  body: Shape
  version: number
}

export interface SeriesRow {
  clubId: string
  id: string
  name: string
  body: Series
  version: number
}

/** The version of an item a student works at from a day on; 0: the class's. Rows are added, never changed. */
export interface StudentLayerRow {
  id: string
  clubId: string
  studentId: string
  itemId: string
  layer: number
  day: string
  givenBy: string
  givenAt: Date
}

/** What an instructor said of a student's item after a class; rows are added, never changed. */
export interface MarkRow {
  id: string
  clubId: string
  classId: string
  studentId: string
  itemId: string
  layer: number
  mark: Mark
  fault: string | null
  givenBy: string
  givenAt: Date
}

/** What an event says of itself, whatever it is about. */
interface Seen {
  id: string
  clubId: string
  kind: string
  /** When it happened, by the server's clock. */
  atMs: number
  /** The same by the device's own clock, as it was sent. */
  deviceAtMs: number
  countOnDevice: number | null
  doubt: Doubt | null
  undoes: string | null
  sentBy: string
  receivedAt: Date
}

/** A fault that was seen, or seen right. Rows are added, never changed. */
export interface SightingRow extends Seen {
  /** Nothing where it was told on the student's page. */
  classId: string | null
  studentId: string | null
  itemId: string | null
  said: string | null
  oral: boolean | null
}

/** The figure a drill asked for, of one student. Rows are added, never changed. */
export interface ResultRow extends Seen {
  classId: string
  board: string | null
  studentId: string | null
  figure: number | null
  turn: number | null
  step: number | null
  /** What the board asked for, and of which item, as it stood then. */
  asked: FigureAsked | null
  outOf: number | null
  turns: number | null
  summed: Ask['sum'] | null
  itemId: string | null
}

/** Something to be read out to a class. */
export interface NoticeRow {
  id: string
  clubId: string
  says: string
  fromDay: string
  untilDay: string | null
  groupId: string | null
  version: number
  madeBy: string
  madeAt: Date
  endedAt: Date | null
}

/** The theme of a week, by its Monday, or the programme of a month. */
export interface ProgrammeRow {
  clubId: string
  period: string
  body: Programme
  version: number
  savedBy: string
  savedAt: Date
}

/** So many minutes of an item are to come for a group on a day, whatever the term would plan; 0: none. */
export interface TermPlaceRow {
  clubId: string
  groupId: string
  itemId: string
  day: string
  minutes: number
  putBy: string
  putAt: Date
}

/** Two records that are one person: the one that is gone, and what the other's document was before and after. */
export interface MergeRow {
  id: string
  clubId: string
  goneId: string
  keptId: string
  wasActive: boolean
  beforeBody: Student
  afterBody: Student
  /** What others' lists were, who spoke of the one that is gone. */
  others: { id: string; apart: string[]; together: string[] }[]
  madeBy: string
  madeAt: Date
  undoneBy: string | null
  undoneAt: Date | null
}

/** An item of a library or a row of a roster that is read in and not taken over yet. */
export interface ImportRow {
  clubId: string
  kind: 'library' | 'roster'
  importId: string
  sentBy: string
  /** Of the item, or of the student. */
  rowId: string
  stagedAt: Date
  body: unknown
}

export interface PlanRow {
  id: string
  clubId: string
  title: string
  body: Plan
  version: number
  totalMs: number
  spareMs: number
  blocks: number
  theme: string
  /** The titles of its boards, to find it by. */
  boards: string
  /** The day it names itself. */
  day: string | null
  /** The lesson of a series that it is. */
  seriesId: string | null
  lesson: number | null
  putAway: boolean
  savedBy: string
  savedAt: Date
}

/** That a plan, or a version of it, speaks of an item. */
export interface PlanItemRow {
  clubId: string
  itemId: string
  planId: string
}

/** Who is at a plan now: one row per open page, kept alive while its stream is open. */
export interface PlanPersonRow {
  clubId: string
  planId: string
  streamId: string
  userId: string
  seenAt: Date
}

export interface PlanVersionRow {
  id: string
  clubId: string
  planId: string
  version: number
  outcome: 'saved' | 'set aside'
  body: Plan
  title: string
  blocks: number
  totalMs: number
  /** What somebody called it, to find it again; such a one is never thinned out. */
  name: string | null
  savedBy: string
  savedAt: Date
}

export interface ClassRow {
  id: string
  clubId: string
  planId: string
  day: string
  startTime: string
  lengthMin: number
  teacherId: string | null
  state: 'planned' | 'running' | 'finished'
  /** The plan as it stood when the class began: what the floor runs and the ledger is computed from. */
  runPlan: Plan | null
  putAway: boolean
  /** Under which it stands in calendars. */
  calendarUid: string | null
}

/** A browser that signed in to an account before, by a digest of what it keeps. */
export interface KnownBrowserRow {
  clubId: string
  userId: string
  digest: string
  seenAt: Date
}

/** Up to where a class is settled: of how many events its state and its ledger are made, and its last revision. */
export interface SettlementRow {
  clubId: string
  classId: string
  events: number
  revision: number
  settledAt: Date
  /** It is to be settled anew without a new event: for whom, and why. */
  anewBy: string | null
  anewWhy: string | null
  /** How often it could not be settled, when last and why. */
  failed: number
  failedAt: Date | null
  failedWhy: string | null
  /** Where its time went for each group, as JSON; nothing while it is not over, or where it was settled before that was kept. */
  times: string | null
}

/** In which group and of what rank a student was when the class began, which never changes; and how they stood. */
export interface ClassStudentRow {
  clubId: string
  classId: string
  studentId: string
  groupId: string
  rankId: string
  takenAt: Date
  /** How they stood once it was over; nothing before. Follows corrections. */
  stood: Stood | null
}

/** Why the time of an event is doubted: it lies in the future, on another day than its class, or (a finish) before what it ends. */
export type Doubt = 'ahead' | 'another day' | 'before its start'

export interface RunEventRow extends Seen {
  classId: string
  board: string | null
  waiting: boolean | null
  planVersion: number | null
  /** What the act says beside its kind and its board, as JSON in the order of its schema. */
  detail: string | null
  device: string | null
}

export interface PresenceRow extends Seen {
  classId: string
  studentId: string | null
  reason: string | null
  /** The group they join for this class alone. */
  groupId: string | null
}

/** What a student practised in a class. */
export interface Figures extends LedgerFigures {
  estimated: boolean
  /** Of the reps, those that were parts of combinations. */
  inCombinations: number
  /** Of the reps, those performed in work of two roles; nothing where the class was settled before it was noted. */
  inRoles: number | null
  /** Runs through the sections of a form, as JSON; none of anything else. */
  sections: string | null
}

interface PracticeKey {
  clubId: string
  classId: string
  studentId: string
  itemId: string
  layer: number
  day: string
  revision: number
}

/** What stands: the newest revision of each student, item and layer of a class, where any figure is above 0. */
export type PracticeRow = PracticeKey & Figures

/** Every revision there was, with who wrote it and why. Rows are added, never changed. */
export interface LedgerRow extends PracticeKey, Figures {
  writtenBy: string | null
  why: 'finish' | 'correction' | 'undo'
  /** What whoever corrected it said. */
  reason: string | null
  writtenAt: Date
}

/** Everything a student has practised of an item, and the mark that stands. */
export interface SummaryRow {
  clubId: string
  studentId: string
  itemId: string
  days: number
  lastDay: string | null
  /** The highest layer worked; 0 when only marked. */
  layer: number
  workMs: number
  holdingMs: number
  repsL: number
  repsR: number
  repsN: number
  received: number
  inCombinations: number
  inRoles: number
  sections: string | null
  mark: Mark | null
}
