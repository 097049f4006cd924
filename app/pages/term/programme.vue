<script setup lang="ts">
import { programmesSchema } from '~~/shared/answers'
import { dayAfter, weekOf } from '~~/core/kernel/days'
import { monthPeriod } from '~~/core/term/programme'
import { dayOf } from '~/domain/wall-time'

/** What the weeks to come are about, and what each rank works on in the months. */
useHead({ title: 'Weeks and months · Golden Lintel' })
const library = useLibraryStore()
const mayWrite = useMayWrite()
let asked: Promise<Awaited<ReturnType<typeof readOnce>>> | undefined
const readOnce = () => api('/api/programmes', { answer: programmesSchema })
/** Many rows that ask at once are answered by one question. */
function readAll() {
  asked ??= readOnce().finally(() => (asked = undefined))
  return asked
}
const { data, problem } = useReading(readOnce)
const today = computed(() => dayOf(Date.now(), library.club?.zone))
const LEAST_WEEKS = 6
const MOST_WEEKS = 16
const weeks = computed(() => {
  const grading = library.loaded?.settings.nextGrading ?? ''
  const found: string[] = []
  for (let week = weekOf(today.value); found.length < MOST_WEEKS; week = dayAfter(week, 7)) {
    if (found.length >= LEAST_WEEKS && week > grading) break
    found.push(week)
  }
  return found
})
const MONTHS = 3
const months = computed(() => {
  const [year = 0, month = 1] = monthPeriod(today.value).split('-').map(Number)
  return Array.from({ length: MONTHS }, (_, n) => {
    const at = new Date(Date.UTC(year, month - 1 + n, 1))
    return at.toISOString().slice(0, 7)
  })
})
</script>

<template>
  <div class="mx-auto max-w-[1256px] px-3 py-5">
    <div class="flex flex-wrap items-baseline gap-x-4">
      <h1 class="text-34">Term</h1>
      <p class="text-ash">
        A week’s theme goes with its drafts; both stand on Today and on the printed card.
      </p>
    </div>
    <TermNav class="mt-1" />
    <p v-if="problem" role="alert" class="py-2 text-brick-deep">{{ problem }}</p>
    <p v-if="!data && !problem" class="py-4 text-ash">Opening the programme…</p>
    <template v-if="data">
      <section aria-labelledby="weeks-title" class="mt-4">
        <h2 id="weeks-title" class="text-20">Theme of the week</h2>
        <ul class="weeks">
          <WeekTheme
            v-for="week in weeks"
            :key="week"
            :week="week"
            :stored="storedOf(data, week)"
            :read-all="readAll"
            :is-now="week === weekOf(today)"
            :readonly="!mayWrite"
          />
        </ul>
      </section>
      <section aria-labelledby="months-title" class="mt-6">
        <h2 id="months-title" class="text-20">The months by rank</h2>
        <div class="mt-2 grid gap-3">
          <MonthRanks
            v-for="month in months"
            :key="month"
            :month="month"
            :stored="storedOf(data, month)"
            :read-all="readAll"
            :readonly="!mayWrite"
          />
        </div>
      </section>
    </template>
  </div>
</template>

<style scoped>
.weeks {
  margin-top: 6px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
}
</style>
