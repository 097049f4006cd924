import type { CombinationPart } from './places'
import { Reps } from './reps'
import { toSec } from '../kernel/units'

/** How many credited runs of a form went through a section. */
export interface SectionRuns {
  id: string
  runs: number
}

/** What one student got of a technique at a layer: seconds, and reps split by side (`repsN`: no side). */
export interface Practice {
  technique: string
  layer: number
  workSec: number
  holdingSec: number
  reps: number
  repsL: number
  repsR: number
  repsN: number
  received: number
  estimated: boolean
  /** Only where form doses gave it work time, sorted by id. */
  sections?: SectionRuns[]
}

/** Practice with what the files do not tell. */
export interface PracticeTold extends Practice {
  /** Of its reps, those that were parts of combinations. */
  inCombinations: number
  /** Of its reps, those performed in work of two roles: what is received stands against these. */
  inRoles: number
}

/** Reps that three students share, which are rounded together: those of one row that are made of the same parts. */
export interface Shared {
  key: string
  parts: readonly CombinationPart[] | undefined
  reps: Reps
  estimated: boolean
  /** The partner performed them. */
  isReceived: boolean
}

/** The figures of one (technique, layer), in ms and reps. */
export class Row {
  workMs = 0
  holdingMs = 0
  estimated = false
  inCombinations = 0
  inRoles = 0
  /** In a trio: what of the shared reps was performed in their own turn. */
  inRolesShared: Reps | undefined
  performed = new Reps()
  received: Reps | undefined
  /** In a trio: the reps of doses with two roles, apart until the block ends. */
  shared: Shared[] | undefined
  sections: Map<string, number> | undefined

  constructor(
    readonly technique: string,
    readonly layer: number,
  ) {}

  /** Takes over everything but what is shared. */
  take(other: Row, received: Reps | undefined): void {
    this.workMs += other.workMs
    this.holdingMs += other.holdingMs
    this.estimated ||= other.estimated
    this.inCombinations += other.inCombinations
    this.inRoles += other.inRoles
    this.performed.take(other.performed)
    if (received) (this.received ??= new Reps()).take(received)
    if (other.sections) this.takeSections(other.sections)
  }

  takeSections(sections: ReadonlyMap<string, number>): void {
    this.sections ??= new Map()
    for (const [id, runs] of sections) this.sections.set(id, (this.sections.get(id) ?? 0) + runs)
  }

  share(key: string, parts: Shared['parts'], reps: Reps, estimated: boolean, isReceived = false): void {
    this.shared ??= []
    let shared = this.shared.find((one) => one.key === key)
    if (!shared) this.shared.push((shared = { key, parts, reps: new Reps(), estimated: false, isReceived }))
    shared.reps.take(reps)
    shared.estimated ||= estimated
  }

  get practice(): PracticeTold {
    const { performed, received } = this
    return {
      technique: this.technique,
      layer: this.layer,
      workSec: toSec(this.workMs),
      holdingSec: toSec(this.holdingMs),
      reps: performed.sum,
      repsL: performed.L,
      repsR: performed.R,
      repsN: performed.N,
      received: received?.sum ?? 0,
      estimated: this.estimated,
      inCombinations: this.inCombinations,
      inRoles: this.inRoles,
      ...(this.sections ? { sections: sectionList(this.sections) } : {}),
    }
  }

  get isEmpty(): boolean {
    return !(this.workMs || this.holdingMs || this.performed.sum || this.received?.sum)
  }
}

const sectionList = (sections: ReadonlyMap<string, number>): SectionRuns[] =>
  [...sections].map(([id, runs]) => ({ id, runs })).sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0))
