/**
 * The public door of the core. Everything here is pure: no clock, no chance, no page, no database. The browser, the
 * server and the command call the same functions.
 */
export { parsePlan, type Parsed } from './plan/parse'
export { expandPlan, type Expansion, type GroupFigures } from './plan/expand'
export { creditPlan, type StudentCredit } from './people/credit'
export { parseAttendance, type Attendance, type AttendanceRow } from './people/attendance'
export type { Practice } from './plan/practice'
export type { Cue, CueKind } from './plan/cues'
export type { Fault } from './plan/faults'
export type { Block, Group, Mode, Plan, Priority, Station, Track } from './plan/schema'
export { layPlan, type PlacedBlock, type Timeline } from './plan/timeline'
export { replay, type Run } from './floor/run'
export { floorNow, type FloorNow } from './floor/now'
export { runEventSchema, presenceMarkSchema, type PresenceMark, type RunEvent } from './floor/events'
export { attendanceOf, inHall, readRegister, type RegisterLine, type RegisterState } from './people/register'
export { findingsOf, type Finding } from './checks'
