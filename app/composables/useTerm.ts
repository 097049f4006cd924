import { z } from 'zod'
import { classSummarySchema, practiceMatrixSchema } from '~~/shared/answers'
import { dayAfter } from '~~/core/kernel/days'
import { comingClasses, mainMinutes, type ComingClass } from '~~/core/term/days'
import { termNeeds } from '~~/core/term/needs'
import { remediesFor } from '~~/core/term/remedies'
import { planPortions } from '~~/core/term/portions'
import type { TermFile } from '~~/core/term/term'
import { usualTimes } from '~~/core/curriculum/class-days'
import { cellsOf } from '~/domain/practice-cells'
import { dayOf } from '~/domain/wall-time'

/** How far a term looks ahead where no grading day is set. */
const AHEAD_DAYS = 56

/** The term from today to the grading: what is still asked, what fits, what is short, and what would mend it. */
export function useTerm() {
  const library = useLibraryStore()
  const mayWrite = useMayWrite()
  const { data, problem, readQuietly } = useReading(async () => {
    await library.load()
    const [classes, practised] = await Promise.all([
      api('/api/classes', { answer: z.array(classSummarySchema) }),
      mayWrite.value ? api('/api/practised', { answer: practiceMatrixSchema }) : undefined,
    ])
    return { classes, practised }
  })
  const later = useDebounceFn(() => void readQuietly(), 600, { maxWait: 2000 })
  onChange('class', undefined, later)
  onChange('students', undefined, later)

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
  const asTerm = (of: readonly ComingClass[]): TermFile['classes'] =>
    of.map(({ day, lengthMin }) => ({ date: day, minutes: mainMinutes(lengthMin) }))
  const term = computed((): TermFile => ({
    today: today.value,
    grading: until.value,
    classes: asTerm(coming.value),
    groups: needs.value.map(({ group, items }) => ({
      id: group,
      items: items.map(({ item, needMin }) => ({ item, needMin, mostMin: MOST_MIN })),
    })),
  }))
  const plan = computed(() => planPortions(term.value))
  /** Groups that are short, the worst first, each with what would mend it. */
  const short = computed(() => {
    const { value: of } = settings
    if (!of) return []
    const day = freeDay(today.value, until.value, term.value.classes)
    const extra = { date: day, minutes: mainMinutes(usualTimes(of, day).lengthMin) }
    return plan.value.groups
      .filter(({ shortMin }) => shortMin > 0)
      .sort((a, b) => b.shortMin - a.shortMin)
      .map((group) => ({
        ...group,
        remedies: remediesFor(term.value, group.id, extra, (days) =>
          asTerm(comingUntil(dayAfter(until.value, days), until.value)),
        ),
      }))
  })

  return { data, problem, today, grading, until, classes, coming, needs, term, plan, short, readQuietly }
}

/** The most of one item that is of use in one class, in minutes. */
const MOST_MIN = 8

/** A day for one class more: the latest before the end on which there is none, else the last one. */
function freeDay(from: string, before: string, classes: TermFile['classes']): string {
  const last = dayAfter(before, -1)
  for (let day = last; day >= from; day = dayAfter(day, -1))
    if (!classes.some(({ date }) => date === day)) return day
  return last
}
