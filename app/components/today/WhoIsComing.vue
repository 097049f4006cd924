<script setup lang="ts">
import { counted } from '~~/core/kernel/time-text'
import type { RosterStudent } from '~~/shared/answers'

/** The roster by group: who missed the last class is underlined, who has a floor note is starred. */
const props = defineProps<{ roster: RosterStudent[]; came: string[] | undefined }>()
const library = useLibraryStore()
/** A student's page is for those who teach. */
const mayWrite = useMayWrite()
const byGroup = computed(() =>
  library.groups.map((group) => ({
    group,
    students: props.roster.filter(({ groupId }) => groupId === group.id),
  })),
)
const expected = computed(() => byGroup.value.reduce((sum, { students }) => sum + students.length, 0))
const MOST_UNSEEN = 4
const MS_A_DAY = 24 * 3_600_000
const clock = useClock()
/** Who was neither corrected, praised nor marked for longest, as those who teach are told. */
const unseen = computed(() => {
  if (!mayWrite.value) return []
  return [...props.roster]
    .sort((a, b) => (a.lastSeen ?? 0) - (b.lastSeen ?? 0))
    .slice(0, MOST_UNSEEN)
    .map(({ id, name, lastSeen }) => {
      const days = lastSeen ? Math.floor((clock.read() - lastSeen) / MS_A_DAY) : undefined
      return { id, name, since: days === undefined ? 'not this term' : counted(days, 'day') }
    })
})
const missedLast = computed(() => {
  const came = new Set(props.came ?? [])
  return new Set(props.roster.filter(({ id }) => props.came && !came.has(id)).map(({ id }) => id))
})
</script>

<template>
  <TodayColumn
    name="Who is coming"
    :figure="expected % 2 ? `${expected}, so one group of three` : `${expected}, all in pairs`"
  >
    <div v-for="{ group, students } in byGroup" :key="group.id" class="group">
      <span
        ><Sash :ranks="group.ranks" /> <b>{{ students.length }}</b></span
      >
      <p>
        <template v-for="(student, i) in students" :key="student.id">
          <NuxtLink
            v-if="mayWrite"
            :to="`/people/${student.id}`"
            :class="{ missed: missedLast.has(student.id) }"
            >{{ student.name.split(' ')[0] }}</NuxtLink><span
            v-else
            :class="{ missed: missedLast.has(student.id) }"
            >{{ student.name.split(' ')[0] }}</span
          ><sup v-if="student.floorNote">*</sup><template v-if="i < students.length - 1">, </template>
        </template>
      </p>
    </div>
    <p v-if="unseen.length" class="text-13 mt-2 text-ash">
      Not looked at for longest:
      <template v-for="(one, i) in unseen" :key="one.id"
        ><NuxtLink :to="`/people/${one.id}`">{{ one.name.split(' ')[0] }}</NuxtLink> ({{
          one.since
        }})<template v-if="i < unseen.length - 1">, </template></template
      >
    </p>
    <p v-if="came" class="text-13 mt-2 text-ash">
      <span class="missed">underlined</span>: missed the last class
    </p>
  </TodayColumn>
</template>

<style scoped>
.group {
  display: grid;
  grid-template-columns: 138px 1fr;
  padding: 8px 0;
  border-bottom: 1px solid var(--color-straw);
}
a:hover {
  color: var(--color-harbour);
}
.missed {
  text-decoration: underline;
  text-decoration-color: var(--color-brick);
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
sup {
  color: var(--color-harbour);
  font-weight: 700;
}
</style>
