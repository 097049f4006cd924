<script setup lang="ts">
import { seriesPageSchema } from '~~/shared/answers'
import { toast } from '~/domain/toast'
import { nextLesson } from '~~/core/curriculum/series'
import { weekdayOf } from '~~/core/curriculum/class-days'
import { WEEKDAYS, type Weekday } from '~~/core/curriculum/settings'
import { lessonPlaces } from '~~/core/term/lesson-places'
import type { ComingClass } from '~~/core/term/days'
import { capital } from '~~/core/kernel/said-fields'
import { counted } from '~~/core/kernel/time-text'
import { shortDay } from '~/domain/days'

/** The lessons of a series take their places in the classes to come: one a class, on the days that are chosen. */
const { coming } = defineProps<{ coming: readonly ComingClass[] }>()
const emit = defineEmits<{ placed: [] }>()
const library = useLibraryStore()
const planning = usePlanning()
const all = computed(() => library.loaded?.series ?? [])
const chosen = ref<string>()
const series = computed(() => all.value.find(({ id }) => id === chosen.value))
const held = shallowRef<readonly { lesson: number }[]>()
const problem = ref('')
const isBusy = ref(false)
const days = reactive(new Set<Weekday>())
const weekdays = computed(() => WEEKDAYS.filter((name) => coming.some(({ day }) => weekdayOf(day) === name)))

watch(chosen, async (id) => {
  held.value = undefined
  problem.value = ''
  if (!id) return
  try {
    const page = await api(`/api/series/${id}`, { answer: seriesPageSchema })
    if (chosen.value === id) held.value = page.held
  } catch (error) {
    problem.value = saidBy(error)
  }
})
/** Held, or planned to come already. */
const given = computed(() => [
  ...(held.value ?? []),
  ...coming.flatMap(({ held: planned }) => {
    const lesson = planned?.lesson
    return lesson?.series === chosen.value && lesson ? [lesson] : []
  }),
])
const next = computed(() => series.value && held.value && nextLesson(series.value, given.value))
const places = computed(() =>
  series.value && next.value ? lessonPlaces(series.value, next.value, coming, days) : [],
)
const titleOf = (lesson: number) => series.value?.lessons[lesson - 1]?.title ?? ''
const left = computed(() => (series.value && next.value ? series.value.lessons.length - next.value + 1 : 0))

async function put() {
  const { value: of } = series
  if (!of) return
  isBusy.value = true
  problem.value = ''
  let made = 0
  try {
    for (const { lesson, class: at } of places.value) {
      const planId = await planning.planOfLesson(of, lesson)
      await planning.addClass({ planId }, { day: at.day, startTime: at.startTime, lengthMin: at.lengthMin })
      made += 1
    }
    toast(`${counted(made, 'lesson')} of “${of.name}” took ${made === 1 ? 'its place' : 'their places'}.`)
    chosen.value = undefined
  } catch (error) {
    problem.value = `${made ? `${counted(made, 'lesson')} took ${made === 1 ? 'its place' : 'their places'}; then: ` : ''}${saidBy(error)}`
  } finally {
    isBusy.value = false
    if (made) emit('placed')
  }
}
</script>

<template>
  <section v-if="all.length" class="panel px-3.5 py-3" aria-labelledby="series-title">
    <h2 id="series-title" class="text-20">Series</h2>
    <label class="row"
      >Put the lessons of
      <select v-model="chosen" class="field">
        <option :value="undefined">no series</option>
        <option v-for="one in all" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </label>
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <template v-if="series && held">
      <p v-if="!next" class="text-ash">All its lessons were held or have their class.</p>
      <template v-else>
        <fieldset class="days">
          <legend class="text-13 text-ash">on</legend>
          <label v-for="day in weekdays" :key="day">
            <input
              type="checkbox"
              :checked="days.has(day)"
              @change="days.has(day) ? days.delete(day) : days.add(day)"
            />
            {{ capital(day) }}s
          </label>
        </fieldset>
        <ol class="text-13">
          <li v-for="place in places" :key="place.lesson">
            <b>{{ shortDay(place.class.day) }}</b> lesson {{ place.lesson }}, {{ titleOf(place.lesson) }}
          </li>
        </ol>
        <p v-if="places.length < left" class="text-13 text-ash">
          {{ counted(left - places.length, 'lesson') }} without a class:
          {{ days.size ? 'no free class is left on these days' : 'choose the days' }}.
        </p>
        <button v-if="places.length" type="button" class="btn mt-1" :disabled="isBusy" @click="put">
          {{ isBusy ? 'Planning…' : `Plan ${counted(places.length, 'class', 'classes')}` }}
        </button>
      </template>
    </template>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  gap: 4px;
}
.days {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  margin: 6px 0;
}
.days label {
  min-height: 28px;
}
li {
  padding: 2px 0;
}
</style>
