import { balanceSchema, practiceMatrixSchema } from '~~/shared/answers'
import { balanceOver, shortChanged, timesOver } from '~~/core/balance/over-time'
import { mixFor } from '~~/core/balance/mix'
import { dayAfter, weekOf } from '~~/core/kernel/days'

/** A week, or all of the term so far. */
export type Span = 'this week' | 'last week' | 'the term'
export const SPANS: readonly Span[] = ['this week', 'last week', 'the term']

/** What groups worked on in a week or in the term so far, against what their work should be made of. */
export function useBalance() {
  const library = useLibraryStore()
  const { data, problem, readQuietly } = useReading(async () => {
    await library.load()
    const [balance, practised] = await Promise.all([
      api('/api/balance', { answer: balanceSchema }),
      api('/api/practised', { answer: practiceMatrixSchema }),
    ])
    return { balance, practised }
  })
  const later = useDebounceFn(() => void readQuietly(), 600, { maxWait: 2000 })
  onChange('class', undefined, later)

  const span = ref<Span>('the term')
  const today = computed(() => data.value?.balance.today ?? '')
  /** Monday to Sunday, or from the first day of the term. */
  const between = computed(() => {
    const { value } = data
    if (!value) return { from: '', to: '' }
    if (span.value === 'the term') return { from: value.balance.from, to: value.balance.today }
    const monday = dayAfter(weekOf(today.value), span.value === 'last week' ? -7 : 0)
    return { from: monday, to: dayAfter(monday, 6) }
  })
  const worked = computed(() =>
    (data.value?.balance.worked ?? []).filter(
      ({ week }) => span.value === 'the term' || (week >= between.value.from && week <= between.value.to),
    ),
  )
  const classes = computed(() =>
    (data.value?.balance.classes ?? []).filter(
      ({ day }) => day >= between.value.from && day <= between.value.to,
    ),
  )
  const ids = computed(() => library.groups.map(({ id }) => id))
  const settings = computed(() => library.loaded?.settings)
  const mixOf = (group: string) =>
    mixFor(library.ranksOfGroup(group), { mix: settings.value?.mix ?? [] }, library.syllabus, library.items)
  const groups = computed(() =>
    balanceOver(
      worked.value,
      ids.value,
      { items: library.items, ladder: library.ladder, syllabus: library.syllabus },
      mixOf,
    ),
  )
  const timed = computed(() => classes.value.flatMap(({ times }) => (times ? [times] : [])))
  const times = computed(() => timesOver(timed.value, ids.value))
  const least = computed(() => shortChanged(times.value))
  const isOwnMix = computed(() => (settings.value?.mix.length ?? 0) > 0)

  return { data, problem, span, between, today, classes, timed, worked, groups, times, least, isOwnMix }
}
