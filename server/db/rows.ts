import type { Plan } from '../../core/plan/schema'
import type { Item } from '../../core/curriculum/item'
import type { Ladder, Rank } from '../../core/curriculum/ladder'
import type { ClubSettings } from '../../core/curriculum/settings'
import type { Shape } from '../../core/curriculum/shapes'
import type { Target } from '../../core/curriculum/syllabus'
import type { Mark } from '../../core/people/marks'

/** The rows of the database as the application sees them. Days are YYYY-MM-DD, clock times HH:MM, `…Ms` milliseconds. */

export type Role = 'head' | 'instructor' | 'assistant' | 'desk'

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
  groupId: string
  heightCm: number | null
  massKg: number | null
  floorNote: string | null
  /** Ids of students this one is never paired with. */
  apart: string[]
  active: boolean
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

/** Items of an import that has not been taken over yet. */
export interface ImportRow {
  clubId: string
  importId: string
  itemId: string
  sentBy: string
  body: Item
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
  savedBy: string
  savedAt: Date
}

export interface PlanVersionRow {
  id: string
  clubId: string
  planId: string
  version: number
  outcome: 'saved' | 'set aside'
  body: Plan
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
  ledgerRevision: number
}

export interface RunEventRow {
  id: string
  clubId: string
  classId: string
  kind: string
  atMs: number
  undoes: string | null
  sentBy: string
  receivedAt: Date
}

export interface PresenceRow {
  id: string
  clubId: string
  classId: string
  studentId: string | null
  kind: string
  atMs: number
  reason: string | null
  undoes: string | null
  sentBy: string
  receivedAt: Date
}

export interface LedgerRow {
  clubId: string
  classId: string
  revision: number
  studentId: string
  itemId: string
  layer: number
  day: string
  workMs: number
  holdingMs: number
  repsL: number
  repsR: number
  repsN: number
  received: number
  estimated: boolean
  writtenAt: Date
}
