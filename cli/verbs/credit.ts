import { parseAttendance } from '../../core/people/attendance'
import { creditPlan } from '../../core/people/credit'
import { readJson, readPlan, Refused } from '../input'

export function run([planFile = '', attendanceFile = '']: string[]) {
  const plan = readPlan(planFile)
  const parsed = parseAttendance(readJson(attendanceFile), plan)
  if (!parsed.ok) throw new Refused(parsed.faults)
  return creditPlan(plan, parsed.attendance)
}
