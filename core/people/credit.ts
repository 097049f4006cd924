import { stationLane } from '../plan/modes/stations'
import { Tally, type OwnLayers, type Part } from '../plan/practice'
import type { Practice, PracticeTold } from '../plan/practice-row'
import type { Intervals } from '../plan/reps'
import type { Plan } from '../plan/schema'
import { layPlan, type PlacedBlock, type Timeline } from '../plan/timeline'
import { toMs } from '../kernel/units'
import type { Attendance, AttendanceRow } from './attendance'
import { without } from './intervals'

export interface StudentCredit {
  student: string
  practice: Practice[]
}

/**
 * What each student really practised: the plan's timeline cut to their presence. Whole reps, holds and runs only; timed
 * rounds by the time present in them; exact seconds. Sorted by student.
 */
export function creditPlan(plan: Plan, attendance: Attendance): StudentCredit[] {
  return creditEach(plan, attendance, (tally) => tally.practice)
}

/** The same with what the records tell beside it. */
export function creditTold(
  plan: Plan,
  attendance: Attendance,
): { student: string; practice: PracticeTold[] }[] {
  return creditEach(plan, attendance, (tally) => tally.practiceTold)
}

function creditEach<P>(plan: Plan, attendance: Attendance, practiceOf: (tally: Tally) => P[]) {
  const timeline = layPlan(plan)
  return attendance.present
    .map((row) => ({ student: row.student, practice: practiceOf(creditStudent(plan, timeline, row)) }))
    .sort((a, b) => (a.student < b.student ? -1 : a.student > b.student ? 1 : 0))
}

/** One student's tally: time by class (transitions between blocks left out) and practice. */
export function creditStudent(plan: Plan, timeline: Timeline, row: AttendanceRow): Tally {
  const tally = creditTime(plan, timeline, row)
  for (const { block, n, side, ...did } of row.called ?? []) {
    tally.workAt(layersAt(row, block))
    tally.addCalled(did, n, side)
  }
  return tally
}

function creditTime(plan: Plan, timeline: Timeline, row: AttendanceRow): Tally {
  if (!row.spans) return creditPresence(plan, timeline, row, presenceOf(row, timeline.totalMs))
  // What was lived through twice is credited twice: every span by itself, and then the rows are added up.
  const tally = new Tally()
  for (const [from, to] of row.spans) tally.add(creditPresence(plan, timeline, row, [[toMs(from), toMs(to)]]))
  return tally
}

function creditPresence(plan: Plan, timeline: Timeline, row: AttendanceRow, presence: Intervals): Tally {
  const group = plan.groups.findIndex(({ id }) => id === row.group)
  const tally = new Tally()
  const part: Part = { presence, startsAs: row.startsAs ?? 'A', remote: row.remote ?? false }
  for (const placed of timeline.blocks) {
    const did = row.did?.find(({ block }) => block === placed.block.id)
    // Whoever does something else shares nothing.
    const trio = !part.remote && !did && (row.trio?.includes(placed.block.id) ?? false)
    const layers = layersAt(row, placed.block.id)
    tally.workAt(layers, did)
    const into = trio ? new Tally(layers, true) : tally
    for (const stretch of laneOf(placed, group, row)) into.addStretch(stretch, placed.at, part)
    if (trio) tally.addShared(into)
  }
  return tally
}

/** The student's versions in a block: those of that block, and beside them those that stand for every one. */
function layersAt({ layers = {}, versions = [] }: AttendanceRow, block: string): OwnLayers {
  const here = versions.filter((version) => version.block === block)
  if (here.length === 0) return layers
  return { ...layers, ...Object.fromEntries(here.map(({ technique, layer }) => [technique, layer])) }
}

/** At stations the student's team settles where they are; everywhere else the group does. */
function laneOf(placed: PlacedBlock, group: number, row: AttendanceRow) {
  const { block } = placed
  return block.mode === 'stations' && block.phase !== 'water'
    ? stationLane(block, row.team ?? 0)
    : (placed.lanes[group] ?? [])
}

function presenceOf(row: AttendanceRow, totalMs: number) {
  const from = toMs(row.fromSec ?? 0)
  const to = row.toSec === undefined ? totalMs : toMs(row.toSec)
  return without(
    from,
    to,
    (row.out ?? []).map(([start, end]) => [toMs(start), toMs(end)] as const),
  )
}
