import type { z } from 'zod'
import { layerNumber, list, record, slug, text, whole } from '../kernel/fields'
import { fault, faultsOf, oncePerPath, type Fault } from '../kernel/faults'
import { references } from '../kernel/references'

/**
 * Numbered lessons that build on one another. Each is made from a shape or from a plan of the club, asks for something, and leaves
 * something behind.
 */

const known = () => list(record({ item: slug(), layer: layerNumber().default(1) }), 0, 20).default([])

export const lessonSchema = record({
  title: text(120),
  about: text(500).optional(),
  /** The shape it is made from; or the plan, by its id. */
  shape: slug().optional(),
  plan: text(60).optional(),
  /** How long it takes when it is made from a shape. */
  minutes: whole(1, 240).optional(),
  /** What a student has had before it, and what they have had after it. */
  needs: known(),
  leaves: known(),
})

export const seriesSchema = record({
  id: slug(),
  name: text(80),
  about: text(300).optional(),
  references: references(),
  lessons: list(lessonSchema, 1, 60),
})
export type Series = z.infer<typeof seriesSchema>
export type Lesson = Series['lessons'][number]

export type ReadSeries = { ok: true; series: Series } | { ok: false; faults: Fault[] }

/** What of a club a series may name. */
export interface SeriesGround {
  items: ReadonlyMap<string, { layers: readonly unknown[] }>
  shapes: ReadonlySet<string>
}

function groundFaults({ lessons }: Series, { items, shapes }: SeriesGround): Fault[] {
  return lessons.flatMap((lesson, l) => {
    const at = ['lessons', l]
    const faults =
      lesson.shape !== undefined && !shapes.has(lesson.shape)
        ? [fault([...at, 'shape'], `"${lesson.shape}" is not a shape of the club`)]
        : []
    for (const field of ['needs', 'leaves'] as const)
      lesson[field].forEach(({ item, layer }, n) => {
        const layers = items.get(item)?.layers.length
        if (layers === undefined)
          faults.push(fault([...at, field, n, 'item'], `"${item}" is not in the library`))
        else if (layer > layers)
          faults.push(fault([...at, field, n, 'layer'], `there are only ${layers} layers of it`))
      })
    return faults
  })
}

/** A series with its defaults, or every fault; what it names of a club has to be there. */
export function readSeries(json: unknown, ground?: SeriesGround): ReadSeries {
  const shaped = seriesSchema.safeParse(json)
  if (!shaped.success) return { ok: false, faults: oncePerPath(faultsOf(shaped.error)) }
  const faults = [
    ...shaped.data.lessons.flatMap(({ shape, plan }, l) =>
      shape !== undefined && plan !== undefined
        ? [fault(['lessons', l, 'plan'], 'a lesson is made from a shape or from a plan, not from both')]
        : [],
    ),
    ...(ground ? groundFaults(shaped.data, ground) : []),
  ]
  return faults.length ? { ok: false, faults } : { ok: true, series: shaped.data }
}

/** Something a lesson asks for that a student has not had, and the lesson that gives it, from 1. */
export interface Missing {
  item: string
  layer: number
  lesson: number | undefined
}

/**
 * What must come first when somebody joins at a lesson: what it asks for that the student has not had, each with the last lesson before
 * it that leaves it behind.
 *
 * @param lesson the number of the lesson, from 1
 * @param had the highest layer practised, by item
 */
export function mustComeFirst(
  { lessons }: Series,
  lesson: number,
  had: ReadonlyMap<string, number>,
): Missing[] {
  return (lessons[lesson - 1]?.needs ?? [])
    .filter(({ item, layer }) => (had.get(item) ?? 0) < layer)
    .map(({ item, layer }) => {
      const gives = lessons
        .slice(0, lesson - 1)
        .findLastIndex(({ leaves }) => leaves.some((one) => one.item === item && one.layer >= layer))
      return { item, layer, lesson: gives < 0 ? undefined : gives + 1 }
    })
}

/** A lesson as it was held: who practised in that class. */
export interface HeldLesson {
  lesson: number
  day: string
  students: string[]
}

/** Of each lesson that was held, who of the students was at none of its classes. */
export function whoMissed(held: readonly HeldLesson[], students: readonly string[]): Map<number, string[]> {
  const came = new Map<number, Set<string>>()
  for (const { lesson, students: there } of held) {
    const all = came.get(lesson) ?? new Set<string>()
    for (const student of there) all.add(student)
    came.set(lesson, all)
  }
  return new Map(
    [...came].map(([lesson, there]) => [lesson, students.filter((student) => !there.has(student))]),
  )
}

/** The lesson to give next: the first that was not held yet; after the last, none. */
export function nextLesson(
  { lessons }: Series,
  held: readonly Pick<HeldLesson, 'lesson'>[],
): number | undefined {
  const given = new Set(held.map(({ lesson }) => lesson))
  const at = lessons.findIndex((_, l) => !given.has(l + 1))
  return at < 0 ? undefined : at + 1
}
