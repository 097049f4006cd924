import type { z } from 'zod'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { layerNumber, list, oneOf, record, seconds, slug, whole, yesNo } from '../kernel/fields'
import type { Plan } from '../plan/schema'
import { fieldsOf, listOf, type Fields } from '../plan/raw-plan'
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
      /** What this student did in a block instead of what the plan names there. */
      did: list(record({ block: slug(), technique: slug(), layer: layerNumber().default(1) })).optional(),
      /** Reps that were called and done in a block, without time. */
      called: list(
        record({
          block: slug(),
          technique: slug(),
          layer: layerNumber().default(1),
          n: whole(1, 9999),
          side: oneOf(['R', 'L']).optional(),
        }),
      ).optional(),
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

/**
 * An attendance document checked against its plan: known groups and blocks, times in order, each student once. The rules read the raw document, so
 * that all faults are told at once; where a value has the wrong type they keep silent, since the schema speaks.
 */
export function parseAttendance(json: unknown, plan: Plan): ParsedAttendance {
  const shaped = attendanceSchema.safeParse(json)
  const { totalMs } = layPlan(plan)
  const present = listOf(fieldsOf(json).present).map(fieldsOf)
  const faults = present.flatMap((row, i) => rowFaults(row, ['present', i], plan, totalMs))
  const seen = new Set<unknown>()
  present.forEach(({ student }, i) => {
    if (typeof student !== 'string') return
    if (seen.has(student)) faults.push(fault(['present', i, 'student'], `repeats the student "${student}"`))
    seen.add(student)
  })
  if (!shaped.success) return { ok: false, faults: oncePerPath([...faultsOf(shaped.error), ...faults]) }
  return faults.length ? { ok: false, faults } : { ok: true, attendance: shaped.data }
}

function rowFaults(row: Fields, path: PropertyKey[], plan: Plan, totalMs: number): Fault[] {
  const faults: Fault[] = []
  const say = (at: PropertyKey[], message: string) => faults.push(fault([...path, ...at], message))
  if (typeof row.group === 'string' && !plan.groups.some(({ id }) => id === row.group))
    say(['group'], `names no group of the plan: "${row.group}"`)
  const { fromSec = 0, toSec } = row
  if (typeof toSec === 'number' && typeof fromSec === 'number' && toSec < fromSec)
    say(['toSec'], 'must not come before fromSec')
  listOf(row.out).forEach((interval, i) => {
    const [from, to] = listOf(interval)
    if (typeof from === 'number' && typeof to === 'number' && to < from)
      say(['out', i, 1], 'must not come before the start of the interval')
  })
  if (row.spans !== undefined) spanFaults(row, totalMs, say)
  const namesBlock = (id: unknown, at: PropertyKey[]) => {
    if (typeof id === 'string' && !plan.blocks.some((block) => block.id === id))
      say(at, `names no block of the plan: "${id}"`)
  }
  listOf(row.trio).forEach((id, i) => namesBlock(id, ['trio', i]))
  for (const list of ['versions', 'did', 'called'] as const)
    listOf(row[list]).forEach((entry, i) => namesBlock(fieldsOf(entry).block, [list, i, 'block']))
  const versions = listOf(row.versions).map(fieldsOf)
  versions.forEach(({ block, technique }, i) => {
    if (versions.findIndex((one) => one.block === block && one.technique === technique) < i)
      say(['versions', i, 'technique'], `is in the block "${String(block)}" twice: "${String(technique)}"`)
  })
  const did = listOf(row.did).map(fieldsOf)
  did.forEach(({ block }, i) => {
    if (did.findIndex((one) => one.block === block) < i)
      say(['did', i, 'block'], `is there twice: "${String(block)}"`)
  })
  return faults
}

function spanFaults(row: Fields, totalMs: number, say: (at: PropertyKey[], message: string) => void): void {
  const other = ['fromSec', 'toSec', 'out'].find((field) => row[field] !== undefined)
  if (other) say(['spans'], `stand instead of fromSec, toSec and out: take ${other} out`)
  listOf(row.spans).forEach((span, i) => {
    const [from, to] = listOf(span)
    if (typeof from !== 'number' || typeof to !== 'number') return
    if (to <= from || toMs(to) > totalMs)
      say(
        ['spans', i],
        `must end after its start, and lie inside 0 to ${toSec(totalMs)}, the length of the plan`,
      )
  })
}
