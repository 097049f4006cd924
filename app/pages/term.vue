<script setup lang="ts">
import { classSummarySchema } from '~~/shared/answers'
import { z } from 'zod'
import type { ClassSummary } from '~~/shared/answers'
import { daysBetween } from '~~/core/balance/due'
import { shortDay } from '~/domain/days'
import { dayOf } from '~/domain/wall-time'

useHead({ title: 'Term · Golden Lintel' })
const classes = shallowRef<ClassSummary[]>()
const problem = ref('')
async function load() {
  try {
    classes.value = await api('/api/classes', { answer: z.array(classSummarySchema) })
  } catch (error) {
    problem.value = saidBy(error)
  }
}
onMounted(load)
onChange(
  'class',
  undefined,
  useDebounceFn(() => void load(), 600, { maxWait: 2000 }),
)
const showsAway = ref(false)
const shown = computed(() => (classes.value ?? []).filter(({ putAway }) => putAway === showsAway.value))
const isAnyAway = computed(() => (classes.value ?? []).some(({ putAway }) => putAway))
const { user } = useUserSession()
const mayRun = computed(() => user.value?.role !== 'desk')
const today = computed(() => dayOf(Date.now(), library.club?.zone))
const mayWrite = useMayWrite()
const library = useLibraryStore()
onMounted(() => library.load().catch(() => {}))
/** Those who do not teach reach the register from the day before to the day after. */
function reaches(day: string): boolean {
  return mayWrite.value || Math.abs(daysBetween(day, today.value)) <= 1
}
const WORDS = { planned: 'to come', running: 'on the floor', finished: 'run' } as const
</script>

<template>
  <div class="mx-auto max-w-[960px] px-6 py-8">
    <h1 class="text-34 border-b-2 border-umber pb-2">Term</h1>
    <p class="mt-2 text-ash">
      Every class with its plan and register as open files. The command
      <code>npm run -s lintel -- credit PLAN ATTENDANCE</code> reads the two and gives the ledger’s own
      figures.
    </p>
    <p v-if="problem" role="alert" class="py-4 text-brick-deep">{{ problem }}</p>
    <p v-else-if="!classes" class="py-4 text-ash">Looking…</p>
    <p v-else-if="classes.length === 0" class="py-4 text-ash">
      No class yet. <NuxtLink to="/" class="link">Plan the first on Today.</NuxtLink>
    </p>
    <ul v-else class="mt-3">
      <li
        v-for="held in shown"
        :key="held.id"
        class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-straw px-2 py-3"
      >
        <b class="w-28">{{ shortDay(held.day) }}</b>
        <span class="text-ash">{{ held.startTime }}</span>
        <span class="text-17 font-serif font-semibold text-umber">{{ held.title }}</span>
        <span :class="held.state === 'finished' ? 'text-moss' : 'text-ash'">{{ WORDS[held.state] }}</span>
        <span class="ml-auto flex items-center gap-4">
          <NuxtLink v-if="mayRun && held.day === today" :to="`/floor?class=${held.id}`" class="link"
            >Floor</NuxtLink
          >
          <NuxtLink v-if="mayWrite" :to="`/compose/${held.planId}`" class="link">Plan</NuxtLink>
          <NuxtLink v-if="reaches(held.day)" :to="`/people?class=${held.id}`" class="link">Register</NuxtLink>
          <a v-if="mayWrite" :href="`/api/classes/${held.id}/plan`" class="link" download>Plan file</a>
          <a
            v-if="mayWrite && held.state !== 'planned'"
            :href="`/api/classes/${held.id}/register`"
            class="link"
            download
            >Attendance file</a
          >
          <ClassMenu v-if="mayWrite" :held="held" :today="today" @changed="load" />
        </span>
      </li>
    </ul>
    <button v-if="isAnyAway" type="button" class="link mt-4" @click="showsAway = !showsAway">
      {{ showsAway ? 'Back to the classes' : 'Show those that were put away' }}
    </button>
  </div>
</template>
