<script setup lang="ts">
import { z } from 'zod'
import { CLASSES_PAGE, classSummarySchema, type ClassSummary } from '~~/shared/answers'
import { daysBetween } from '~~/core/kernel/days'
import { shortDay } from '~/domain/days'

/** Every class with its plan and register as open files, page by page. */
const { classes, today } = defineProps<{ classes: readonly ClassSummary[]; today: string }>()
const emit = defineEmits<{ changed: [] }>()
const showsAway = ref(false)
const earlier = shallowRef<ClassSummary[]>([])
const all = computed(() => {
  const here = new Set(classes.map(({ id }) => id))
  return [...classes, ...earlier.value.filter(({ id }) => !here.has(id))]
})
const shown = computed(() => all.value.filter(({ putAway }) => putAway === showsAway.value))
const isAnyAway = computed(() => all.value.some(({ putAway }) => putAway))
/** Whether the last page that was asked for was full: there may be more. */
const lastPage = ref<number>()
const isMore = computed(() => (lastPage.value ?? classes.length) === CLASSES_PAGE)
const problem = ref('')
async function readEarlier() {
  problem.value = ''
  try {
    const page = await api(`/api/classes?after=${all.value.at(-1)?.id}`, {
      answer: z.array(classSummarySchema),
    })
    lastPage.value = page.length
    earlier.value = [...earlier.value, ...page]
  } catch (error) {
    problem.value = saidBy(error)
  }
}
/** A class of an earlier page is read anew with its page. */
function changed() {
  earlier.value = []
  lastPage.value = undefined
  emit('changed')
}
const mayRun = useMayRun()
const mayWrite = useMayWrite()
/** Those who do not teach reach the register from the day before to the day after. */
function reaches(day: string): boolean {
  return mayWrite.value || Math.abs(daysBetween(day, today)) <= 1
}
const WORDS = { planned: 'to come', running: 'on the floor', finished: 'run' } as const
</script>

<template>
  <section aria-labelledby="classes-title">
    <h2 id="classes-title" class="text-20 mt-8">Classes</h2>
    <p v-if="classes.length === 0" class="py-4 text-ash">
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
        <span class="ml-auto flex flex-wrap items-center justify-end gap-x-4 gap-y-1">
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
          <ClassMenu v-if="mayWrite" :held="held" :today="today" @changed="changed" />
        </span>
      </li>
    </ul>
    <p v-if="problem" role="alert" class="pt-3 text-brick-deep">{{ problem }}</p>
    <button v-if="isMore" type="button" class="btn mt-4 mr-4" @click="readEarlier">
      Show earlier classes
    </button>
    <button v-if="isAnyAway" type="button" class="link mt-4" @click="showsAway = !showsAway">
      {{ showsAway ? 'Back to the classes' : 'Show those that were put away' }}
    </button>
  </section>
</template>
