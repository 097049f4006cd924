import { z } from 'zod'
import { list, record, text } from '../kernel/fields'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { itemSchema, type Item } from './item'
import { readItem } from './item-rules'
import { ladderSchema, readLadder, type Ladder } from './ladder'
import { readSeries, seriesSchema, type Series } from './series'
import { readShape, shapeSchema, type Shape } from './shapes'
import { syllabusSchema, type Syllabus } from './syllabus'

/**
 * The curriculum file, `golden-lintel/curriculum` version 1: a library, a rank ladder, a syllabus and shapes, each of them
 * optional. It is what a club writes out, reads in, and begins with.
 */

export const CURRICULUM_FORMAT = 'golden-lintel/curriculum'

export const curriculumSchema = record({
  format: z.literal(CURRICULUM_FORMAT, { error: `must be "${CURRICULUM_FORMAT}"` }),
  version: z.literal(1, { error: 'must be 1' }),
  name: text(120).optional(),
  ladder: ladderSchema.optional(),
  items: list(itemSchema).optional(),
  syllabus: syllabusSchema.optional(),
  shapes: list(shapeSchema).optional(),
  series: list(seriesSchema).optional(),
})

export interface Curriculum {
  name?: string | undefined
  ladder?: Ladder | undefined
  items?: Item[] | undefined
  syllabus?: Syllabus | undefined
  shapes?: Shape[] | undefined
  series?: Series[] | undefined
}

export type ReadCurriculum = { ok: true; curriculum: Curriculum } | { ok: false; faults: Fault[] }

const under = (path: string, faults: readonly Fault[]): Fault[] =>
  faults.map((one) => ({
    path: one.path === '$' ? path : one.path.startsWith('[') ? path + one.path : `${path}.${one.path}`,
    message: one.message,
  }))

function ruleFaults({ ladder, items = [], shapes = [], series = [] }: Curriculum): Fault[] {
  const faults: Fault[] = []
  const seen = new Set<string>()
  items.forEach((item, i) => {
    const read = readItem(item)
    if (!read.ok) faults.push(...under(`items[${i}]`, read.faults))
    if (seen.has(item.id)) faults.push(fault(['items', i, 'id'], `"${item.id}" is listed twice`))
    seen.add(item.id)
  })
  shapes.forEach((shape, s) => {
    const read = readShape(shape)
    if (!read.ok) faults.push(...under(`shapes[${s}]`, read.faults))
    if (shapes.findIndex(({ id }) => id === shape.id) !== s)
      faults.push(fault(['shapes', s, 'id'], `"${shape.id}" is listed twice`))
  })
  series.forEach((one, s) => {
    const read = readSeries(one)
    if (!read.ok) faults.push(...under(`series[${s}]`, read.faults))
    if (series.findIndex(({ id }) => id === one.id) !== s)
      faults.push(fault(['series', s, 'id'], `"${one.id}" is listed twice`))
  })
  if (ladder) {
    const read = readLadder(ladder)
    if (!read.ok) faults.push(...under('ladder', read.faults))
  }
  return faults
}

/** A curriculum document with its defaults, or every fault with its path. What it asks of a club's library is `merge.ts`. */
export function readCurriculum(json: unknown): ReadCurriculum {
  const shaped = curriculumSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const { format: _f, version: _v, ...curriculum } = shaped.data
  const faults = ruleFaults(curriculum)
  return faults.length ? { ok: false, faults: oncePerPath(faults) } : { ok: true, curriculum }
}

/** A curriculum as a document for a file. */
export function writeCurriculum(curriculum: Curriculum): object {
  return { format: CURRICULUM_FORMAT, version: 1, ...curriculum }
}

/** The JSON Schema of the curriculum file, made from the schema that reads it. */
export function curriculumJsonSchema(): object {
  return {
    ...z.toJSONSchema(curriculumSchema, { io: 'input', reused: 'inline' }),
    $id: 'urn:golden-lintel:curriculum:1',
    title: 'Golden Lintel curriculum, version 1',
  }
}
