<script setup lang="ts">
import { toast } from '~/domain/toast'
import type { ComingClass } from '~~/core/term/days'
import { daysBetween } from '~~/core/kernel/days'
import { counted } from '~~/core/kernel/time-text'
import { slotUid } from '~~/core/curriculum/class-days'
import { writeCalendar } from '~~/core/formats/calendar'
import { termCsv, termLine, type TermRow } from '~~/core/formats/term-files'
import { longDay, shortDay } from '~/domain/days'
import type { MovedShare } from '~/components/term/TermPlan.vue'
import type { PutPlace } from '~/composables/useTerm'
import { saveFile } from '~/domain/save-file'
import { momentOf } from '~/domain/moment'

/** From now to the grading: is there time, what comes when, what is short, and every class. */
useHead({ title: 'Term · Golden Lintel' })
const library = useLibraryStore()
const planning = usePlanning()
const mayWrite = useMayWrite()
const {
  data,
  problem,
  today,
  grading,
  classes,
  coming,
  needs,
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
} = useTerm()
const said = ref('')
const isBusy = ref(false)
const run = computed(() => classes.value.filter(({ state }) => state === 'finished').length)
const away = computed(() => {
  const { value: day } = grading
  return day ? daysBetween(today.value, day) : 0
})

/** To the plan of a class with its share of the term as the theme of a draft; where there is none yet the class is planned. */
async function draft({ held, day, startTime, lengthMin }: ComingClass, theme: string[]) {
  said.value = ''
  isBusy.value = true
  try {
    const planId =
      held?.planId ??
      (
        await planning.addClass(
          { plan: { ...(await planning.emptyPlan(heads())), lengthMin } },
          { day, startTime, lengthMin },
        )
      ).planId
    await navigateTo(`/compose/${planId}?draft=1&theme=${theme.join(',')}`)
  } catch (error) {
    said.value = saidBy(error)
  } finally {
    isBusy.value = false
  }
}
const shortOf = (group: string) => plan.value.groups.find(({ id }) => id === group)?.shortMin ?? 0
/** What stood there before, to be put back. */
const placedAt = (group: string, item: string, day: string): PutPlace => ({
  group,
  item,
  day,
  minutes:
    places.value.find((one) => one.group === group && one.item === item && one.day === day)?.minutes ?? null,
})
async function keepPlaces(changed: readonly PutPlace[], says: () => string) {
  const was = plan.value
  const before = changed.map(({ group, item, day }) => placedAt(group, item, day))
  try {
    const sent = put(changed)
    await work()
    if (plan.value === was) return void (await sent)
    const said = says()
    await sent
    toast(said, {
      duration: 12_000,
      action: {
        label: 'Undo',
        onClick: () => void put(before).catch((error: unknown) => toast.error(saidBy(error))),
      },
    })
  } catch (error) {
    toast.error(saidBy(error))
  }
}
/** A share on another class; what that does to the whole is said. */
function move({ group, item, from, to, minutes, there }: MovedShare) {
  const was = shortOf(group)
  return keepPlaces(
    [
      { group, item, day: from, minutes: 0 },
      { group, item, day: to, minutes: there + minutes },
    ],
    () => {
      const now = shortOf(group)
      const name = library.groupName(group)
      const change = now === was ? 'nothing else is short by it' : `${name}: ${was} → ${now} minutes short`
      return `${library.itemName(item)} comes on ${shortDay(to)}, not on ${shortDay(from)}; ${change}.`
    },
  )
}
const release = (group: string) =>
  keepPlaces(
    places.value
      .filter((one) => one.group === group)
      .map(({ item, day }) => ({ group, item, day, minutes: null })),
    () => 'All of it comes as the term plans it.',
  )

/** How many are in each group by the roster. */
function heads(): Record<string, number> {
  const counts: Record<string, number> = {}
  for (const { groupId } of data.value?.practised?.students ?? [])
    if (groupId) counts[groupId] = (counts[groupId] ?? 0) + 1
  return counts
}

const rowsOf = (day?: string): TermRow[] =>
  plan.value.plan
    .filter(({ date }) => day === undefined || date === day)
    .map(({ date, group, item, minutes }) => ({
      day: date,
      group: library.groupName(group),
      item: library.itemName(item),
      minutes,
    }))
const saveTable = () => saveFile('term.csv', 'text/csv', termCsv(rowsOf()))
function saveCalendar() {
  const { club } = library
  if (!club) return
  const taken = new Set(classes.value.map(({ uid }) => uid))
  const events = coming.value.map(({ day, startTime, lengthMin, held }) => ({
    uid:
      classes.value.find(({ id }) => id === held?.id)?.uid ??
      slotUid(club.calendar, { day, startTime }, taken),
    startsAt: momentOf(day, startTime, club.zone),
    lengthMin,
    title: classes.value.find(({ id }) => id === held?.id)?.title ?? club.name,
    lines: rowsOf(day).map(termLine),
  }))
  const text = writeCalendar(events, { club: club.name, place: club.place, now: Date.now() })
  saveFile('term.ics', 'text/calendar', text)
}
</script>

<template>
  <div class="mx-auto max-w-[1256px] px-3 py-5">
    <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <h1 class="text-34">Term</h1>
      <p v-if="data" class="text-ash">
        <b class="text-ink">{{ counted(run, 'class', 'classes') }} run, {{ coming.length }} to come</b>
        <template v-if="grading"
          >. Grading {{ longDay(grading) }}, in <b class="text-ink">{{ counted(away, 'day') }}</b>.</template
        ><template v-else
          >. No grading yet: set its day in the
          <NuxtLink to="/settings" class="link">settings</NuxtLink>.</template
        >
      </p>
      <span v-if="data && mayWrite" class="ml-auto flex gap-2">
        <button type="button" class="btn" @click="saveTable">Table (CSV)</button>
        <button type="button" class="btn" @click="saveCalendar">Calendar file</button>
      </span>
    </div>
    <TermNav class="mt-1" />
    <p v-if="problem || said" role="alert" class="py-2 text-brick-deep">{{ problem || said }}</p>
    <p v-if="!data && !problem" class="py-4 text-ash">Looking…</p>
    <template v-if="data">
      <TermBeam
        class="mt-2"
        :held="classes"
        :coming="coming"
        :shut="library.loaded?.settings.shut ?? []"
        :today="today"
        :grading="grading"
      />
      <div v-if="mayWrite && needs.length" class="room" :inert="isBusy">
        <div class="side">
          <TermShort :short="short" :grading="grading" :remedies="remedies" />
          <TermReach
            :reach="reach"
            @move="(group, item, better) => move({ group, item, ...better, there: 0 })"
          />
          <TermSeries :coming="coming" @placed="readQuietly" />
        </div>
        <TermPlan
          :needs="needs"
          :plan="plan"
          :coming="coming"
          :today="today"
          :places="places"
          :may-move="mayWrite"
          @draft="draft"
          @move="move"
          @release="release"
        />
      </div>
      <p v-else-if="mayWrite" class="py-4 text-ash">
        The syllabus asks nothing of anybody yet:
        <NuxtLink to="/syllabus" class="link">say what each rank must know</NuxtLink>.
      </p>
      <TermClasses :classes="classes" :today="today" @changed="readQuietly" />
    </template>
  </div>
</template>

<style scoped>
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.room {
  display: grid;
  grid-template-columns: minmax(280px, 380px) minmax(0, 1fr);
  gap: 12px;
  align-items: start;
  margin-top: 12px;
}
@media (width < 900px) {
  .room {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .room {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
