import { z } from 'zod'
import {
  attendanceListSchema,
  classSummarySchema,
  practiceMatrixSchema,
  termPlacesSchema,
} from '~~/shared/answers'
import { dayAfter } from '~~/core/kernel/days'
import { comingClasses, mainMinutes, type ComingClass, type HeldClass } from '~~/core/term/days'
import type { Placed } from '~~/core/term/placed'
import { comersOf, reachOf } from '~~/core/term/reach'
import { termNeeds } from '~~/core/term/needs'
import { termAsked } from '~~/core/term/asked'
import type { TermFile } from '~~/core/term/term'
import { usualTimes } from '~~/core/curriculum/class-days'
import { cellsOf } from '~/domain/practice-cells'
import { inTurn } from '~/domain/in-turn'
import { dayOf } from '~/domain/wall-time'

/** How far a term looks ahead where no grading day is set. */
const AHEAD_DAYS = 56

/** The term from today to the grading: what is still asked, what fits, what is short, and what would mend it. */
export function useTerm() {
  const library = useLibraryStore()
  const mayWrite = useMayWrite()
  const { data, problem, readQuietly } = useReading(async () => {
    await library.load()
    const [classes, practised, places, attendance] = await Promise.all([
      api('/api/classes', { answer: z.array(classSummarySchema) }),
      mayWrite.value ? api('/api/practised', { answer: practiceMatrixSchema }) : undefined,
      mayWrite.value ? api('/api/term/places', { answer: termPlacesSchema }) : [],
      mayWrite.value ? api('/api/attendance', { answer: attendanceListSchema }) : undefined,
    ])
    return { classes, practised, places, attendance }
  })
  const later = useDebounceFn(() => void readQuietly(), 600, { maxWait: 2000 })
  onChange('class', undefined, later)
  onChange('students', undefined, later)
  onChange('library', 'term', later)

  const settings = computed(() => library.loaded?.settings)
  const today = computed(() => data.value?.practised?.today ?? dayOf(Date.now(), library.club?.zone))
  const grading = computed(() => {
    const set = settings.value?.nextGrading
    return set && set > today.value ? set : undefined
  })
  const until = computed(() => grading.value ?? dayAfter(today.value, AHEAD_DAYS))
  const classes = computed(() => data.value?.classes ?? [])
  const comingUntil = (before: string, from = today.value): ComingClass[] =>
    settings.value
      ? comingClasses(
          settings.value,
          classes.value.filter(({ putAway }) => !putAway),
          from,
          before,
        )
      : []
  const coming = computed(() => comingUntil(until.value))

  const cells = computed(() => cellsOf(data.value?.practised))
  const needs = computed(() =>
    termNeeds(
      library.groups,
      (data.value?.practised?.students ?? []).map(({ id, groupId, rankId }) => ({
        id,
        group: groupId,
        rank: rankId,
      })),
      library.syllabus,
      library.items,
      (student, item) => cells.value.get(student)?.get(item),
    ).filter(({ items }) => items.length > 0),
  )
  /** What a lesson of a series takes of its class. */
  function lessonMinutes(held: HeldClass | undefined): number {
    const { series, lesson } = held?.lesson ?? {}
    const lessons = (library.loaded?.series ?? []).find(({ id }) => id === series)?.lessons
    const of = lessons?.[(lesson ?? 0) - 1]
    // A lesson that is a whole plan leaves nothing of its class.
    return of?.plan ? (held?.lengthMin ?? 0) : (of?.minutes ?? 0)
  }
  const asTerm = (of: readonly ComingClass[]): TermFile['classes'] =>
    of.map(({ day, lengthMin, held }) => ({
      date: day,
      minutes: mainMinutes(lengthMin, lessonMinutes(held)),
      most: MOST_IN_A_CLASS,
    }))
  const term = computed((): TermFile => ({
    today: today.value,
    grading: until.value,
    classes: asTerm(coming.value),
    groups: needs.value.map(({ group, items }) => ({
      id: group,
      items: termAsked(items, library.items),
    })),
  }))
  /** What was put on a class by hand: as the server has it, and as it was put here since. */
  const putHere = shallowRef<readonly Placed[]>()
  watch(data, () => (putHere.value = undefined))
  const places = computed(() => putHere.value ?? data.value?.places ?? [])
  /**
   * Puts shares on days, or takes back that they were put there: shown at once, and taken back where the server does not keep it. One after
   * the other, so that what was put last is what stands.
   */
  function put(changed: readonly PutPlace[]): Promise<void> {
    const before = places.value
    show(changed)
    return next(() => api('/api/term/places', { method: 'PUT', body: { places: changed } })).catch(
      (error: unknown) => {
        putHere.value = before
        throw error
      },
    )
  }
  const next = inTurn()
  function show(changed: readonly PutPlace[]) {
    const key = ({ group, item, day }: Omit<Placed, 'minutes'>) => `${group} ${item} ${day}`
    const touched = new Set(changed.map(key))
    putHere.value = [
      ...places.value.filter((one) => !touched.has(key(one))),
      ...changed.flatMap(({ minutes, ...one }) => (minutes === null ? [] : [{ ...one, minutes }])),
    ]
  }
  const { plan, isWorking, wrong, mend, work } = useTermPlan(term, places)
  /** Groups that are short, the worst first. */
  const short = computed(() =>
    plan.value.groups.filter(({ shortMin }) => shortMin > 0).sort((a, b) => b.shortMin - a.shortMin),
  )
  /** What would mend a group that is short. */
  async function remedies(group: string) {
    const { value: of } = settings
    if (!of) return undefined
    const day = freeDay(today.value, until.value, term.value.classes)
    const minutes = mainMinutes(usualTimes(of, day).lengthMin)
    return mend(group, {
      extra: { date: day, minutes, most: MOST_IN_A_CLASS },
      later: LATER_DAYS.map((days) => ({
        days,
        classes: asTerm(comingUntil(dayAfter(until.value, days), until.value)),
      })),
    })
  }

  /** Whom the plan reaches, by how often they come. */
  const reach = computed(() =>
    reachOf(
      plan.value,
      comersOf(data.value?.attendance?.students ?? []),
      needs.value.map(({ group }) => group),
      coming.value.map(({ day }) => day),
    ),
  )

  return {
    data,
    problem,
    today,
    grading,
    until,
    classes,
    coming,
    needs,
    term,
    plan,
    isWorking,
    wrong,
    work,
    places,
    put,
    short,
    remedies,
    reach,
    readQuietly,
  }
}

/** A share put on a day; nothing: as the term plans it. */
export type PutPlace = Omit<Placed, 'minutes'> & { minutes: number | null }

/** Items that a class has room for in each group: few, and each properly. */
const MOST_IN_A_CLASS = 3
/** By how much the grading might be later. */
const LATER_DAYS = [7, 14]

/** A day for one class more: the latest before the end on which there is none, else the last one. */
function freeDay(from: string, before: string, classes: TermFile['classes']): string {
  const last = dayAfter(before, -1)
  for (let day = last; day >= from; day = dayAfter(day, -1))
    if (!classes.some(({ date }) => date === day)) return day
  return last
}
