<script setup lang="ts">
import { syllabusAge } from '~~/core/balance/syllabus-age'
import { counted } from '~~/core/kernel/time-text'
import { cellsOf, practisedOf } from '~/domain/practice-cells'
import { shortDay } from '~/domain/days'
import { SPANS, type Span } from '~/composables/useBalance'

/** What every group had in a week or in the term so far, against what it should have had. */
useHead({ title: 'Balance · Golden Lintel' })
const library = useLibraryStore()
const NONE_RUN: Record<Span, string> = {
  'this week': 'No class has been run this week yet',
  'last week': 'No class was run last week',
  'the term': 'No class has been run this term yet',
}
const { data, problem, span, between, today, classes, timed, worked, groups, times, least, isOwnMix } =
  useBalance()
const cells = computed(() => {
  const practised = cellsOf(data.value?.practised)
  const students = (data.value?.practised.students ?? []).map(({ id, rankId }) => ({
    rank: rankId,
    practised: practisedOf(practised.get(id) ?? []),
  }))
  return syllabusAge(students, { items: library.items, syllabus: library.syllabus }, today.value)
})
const said = computed(() => {
  const { from, to } = between.value
  return from
    ? `${shortDay(from)} to ${shortDay(to)}, ${counted(classes.value.length, 'class', 'classes')}`
    : ''
})
</script>

<template>
  <div class="mx-auto max-w-[1256px] px-3 py-5">
    <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <h1 class="text-34">Term</h1>
      <p v-if="data" class="text-ash">{{ said }}</p>
      <span v-if="data" class="spans" role="group" aria-label="Over">
        <button
          v-for="one in SPANS"
          :key="one"
          type="button"
          class="btn"
          :aria-pressed="span === one"
          @click="span = one"
        >
          {{ one }}
        </button>
      </span>
    </div>
    <TermNav class="mt-1" />
    <p v-if="problem" role="alert" class="py-2 text-brick-deep">{{ problem }}</p>
    <p v-if="!data && !problem" class="py-4 text-ash">Adding up…</p>
    <template v-if="data">
      <p v-if="classes.length === 0" class="panel mt-3 p-6 text-ash">
        {{ NONE_RUN[span] }}. What is run counts here by itself.
      </p>
      <div v-else class="room">
        <div class="side">
          <SidesRoles :groups="groups" />
          <StandingTable :groups="groups" />
        </div>
        <div class="side">
          <MixTable :groups="groups" :is-own-mix="isOwnMix" />
          <TimeTable :times="times" :least="least" :of="classes.length" :known="timed.length" />
        </div>
      </div>
      <SyllabusAge :cells="cells" class="mt-3" />
      <LazyWeekChart v-if="span === 'the term'" :worked="worked" class="mt-3" />
    </template>
  </div>
</template>

<style scoped>
.spans {
  display: flex;
  gap: 4px;
  margin-left: auto;
}
.spans [aria-pressed='true'] {
  color: #fff;
  background: var(--color-umber);
}
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  min-width: 0;
}
.room {
  display: grid;
  grid-template-columns: minmax(300px, 420px) minmax(0, 1fr);
  gap: 12px;
  align-items: start;
  margin-top: 12px;
}
@media (width < 900px) {
  .side :deep(section) {
    overflow-x: auto;
  }
  .room {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
