import type { z } from 'zod'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { layerNumber, list, oneOf, record, seconds, slug, whole, yesNo } from '../kernel/fields'
import type { Plan } from '../plan/schema'
import { layPlan } from '../plan/timeline'
import { toMs, toSec } from '../kernel/units'
import { z as zod } from 'zod'

/** The attendance file: who was there, from when to when, in seconds of the class. */
const interval = zod.tuple([seconds(), seconds()], { error: 'must be [from, to] in seconds' })

export const attendanceSchema = record({
  present: list(
    record({
      student: slug(),
      group: slug(),
      fromSec: seconds().optional(),
      toSec: seconds().optional(),
      out: list(interval).optional(),
      startsAs: oneOf(['A', 'B']).optional(),
      trio: list(slug()).optional(),
      team: whole(0, 999).optional(),
      remote: yesNo().optional(),
      /** The version of a technique that this student works at in one block; it goes before `layers`. */
      versions: list(record({ block: slug(), technique: slug(), layer: layerNumber() })).optional(),
      /** The version of a technique that this student works at in every block. Files of earlier days have it; none is written any more. */
      layers: zod
        .record(slug(), layerNumber(), { error: 'must be an object of techniques and their layers' })
        .optional(),
      /** The stretches of plan time the student lived through, in that order; they may repeat and overlap. */
      spans: list(interval).optional(),
    }),
  ),
})
export type Attendance = z.infer<typeof attendanceSchema>
export type AttendanceRow = Attendance['present'][number]

export type ParsedAttendance = { ok: true; attendance: Attendance } | { ok: false; faults: Fault[] }

/** An attendance document checked against its plan: known groups and blocks, times in order, each student once. */
export function parseAttendance(json: unknown, plan: Plan): ParsedAttendance {
  const shaped = attendanceSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { totalMs } = layPlan(plan)
  const faults = shaped.data.present.flatMap((row, i) => rowFaults(row, ['present', i], plan, totalMs))
  const seen = new Set<string>()
  shaped.data.present.forEach(({ student }, i) => {
    if (seen.has(student)) faults.push(fault(['present', i, 'student'], `repeats the student "${student}"`))
    seen.add(student)
  })
  return faults.length ? { ok: false, faults } : { ok: true, attendance: shaped.data }
}

function rowFaults(row: AttendanceRow, path: PropertyKey[], plan: Plan, totalMs: number): Fault[] {
  const faults: Fault[] = []
  if (!plan.groups.some(({ id }) => id === row.group))
    faults.push(fault([...path, 'group'], `names no group of the plan: "${row.group}"`))
  if (row.toSec !== undefined && row.toSec < (row.fromSec ?? 0))
    faults.push(fault([...path, 'toSec'], 'must not come before fromSec'))
  row.out?.forEach(([from, to], i) => {
    if (to < from)
      faults.push(fault([...path, 'out', i, 1], 'must not come before the start of the interval'))
  })
  if (row.spans) {
    const other = (['fromSec', 'toSec', 'out'] as const).find((field) => row[field] !== undefined)
    if (other)
      faults.push(fault([...path, 'spans'], `stand instead of fromSec, toSec and out: take ${other} out`))
    row.spans.forEach(([from, to], i) => {
      if (to <= from || toMs(to) > totalMs)
        faults.push(
          fault(
            [...path, 'spans', i],
            `must end after its start, and lie inside 0 to ${toSec(totalMs)}, the length of the plan`,
          ),
        )
    })
  }
  const namesBlock = (id: string, at: PropertyKey[]) => {
    if (!plan.blocks.some((block) => block.id === id))
      faults.push(fault([...path, ...at], `names no block of the plan: "${id}"`))
  }
  row.trio?.forEach((id, i) => namesBlock(id, ['trio', i]))
  const seen = new Set<string>()
  row.versions?.forEach(({ block, technique }, i) => {
    namesBlock(block, ['versions', i, 'block'])
    if (seen.has(`${block} ${technique}`))
      faults.push(
        fault([...path, 'versions', i, 'technique'], `is in the block "${block}" twice: "${technique}"`),
      )
    seen.add(`${block} ${technique}`)
  })
  return faults
}
