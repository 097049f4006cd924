<script setup lang="ts">
import { usualTimes, type ClassTimes } from '~~/core/curriculum/class-days'

/** When a class is to be: a class day brings its usual hour and length, until they are set by hand. */
const times = defineModel<ClassTimes>({ required: true })
const props = defineProps<{
  from: string
  /** Hours at which there is a class on a day already. */
  taken?: (day: string) => string[]
}>()
const library = useLibraryStore()

function setDay(day: string) {
  const settings = library.loaded?.settings
  times.value = {
    ...times.value,
    day,
    ...(settings && day ? usualTimes(settings, day, props.taken?.(day)) : {}),
  }
}
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div class="times">
    <label
      >Day<input
        class="field mt-1"
        type="date"
        required
        :min="from"
        :value="times.day"
        :aria-invalid="!times.day || undefined"
        @change="setDay(text($event))"
    /></label>
    <label
      >First bow<input
        class="field mt-1"
        type="time"
        required
        :value="times.startTime"
        :aria-invalid="!times.startTime || undefined"
        @change="times = { ...times, startTime: text($event) }"
    /></label>
    <label
      >Minutes<input
        class="field mt-1"
        type="number"
        required
        min="5"
        max="240"
        :value="times.lengthMin"
        @change="times = { ...times, lengthMin: Number(text($event)) }"
    /></label>
  </div>
</template>

<style scoped>
.times {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 0.8fr);
  gap: 12px;
}
</style>
