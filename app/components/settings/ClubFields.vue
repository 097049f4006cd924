<script setup lang="ts">
import { saidFault } from '~~/core/kernel/said-fields'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import type { ClubSettings } from '~~/core/curriculum/settings'
import { dayOfYear } from '~/domain/days'

const props = defineProps<{ kept: KeptDocument<ClubSettings>; readonly: boolean }>()
const settings = computed(() => props.kept.draft.value)
const put = (values: Partial<ClubSettings>) => props.kept.change({ ...settings.value, ...values })
const text = (event: Event) => (event.target as HTMLInputElement).value
const zones = Intl.supportedValuesOf('timeZone')
const fault = (name: string) => props.kept.faultAt(name)
function setGrading(day: string) {
  const { nextGrading: _, ...rest } = settings.value
  props.kept.change(day ? { ...rest, nextGrading: day } : rest)
}
/** Holidays and evenings that are cancelled. */
const shutDay = ref('')
function shut() {
  put({ shut: [...new Set([...settings.value.shut, shutDay.value])].sort() })
  shutDay.value = ''
}
const open = (day: string) => put({ shut: settings.value.shut.filter((one) => one !== day) })
</script>

<template>
  <section id="club" aria-labelledby="club-title">
    <h2 id="club-title" class="text-20">The club</h2>
    <div class="grid gap-x-8 sm:grid-cols-2">
      <label class="row"
        >Name
        <input
          class="field"
          :value="settings.name"
          :readonly="readonly"
          :aria-invalid="!!fault('name')"
          @change="put({ name: text($event) })"
      /></label>
      <label class="row"
        >Place
        <input
          class="field"
          :value="settings.place"
          :readonly="readonly"
          @change="put({ place: text($event) })"
      /></label>
      <label class="row"
        >Time zone
        <input
          class="field"
          list="zones"
          :value="settings.zone"
          :readonly="readonly"
          :aria-invalid="!!fault('zone')"
          @change="put({ zone: text($event) })"
        />
      </label>
      <datalist id="zones"><option v-for="zone in zones" :key="zone" :value="zone" /></datalist>
      <label class="row"
        >Next grading
        <input
          class="field"
          type="date"
          :value="settings.nextGrading"
          :readonly="readonly"
          @change="setGrading(text($event))"
      /></label>
      <label class="row"
        >Classes a week
        <input
          class="field"
          type="number"
          min="0"
          max="14"
          title="How often a student should come; 0 asks nothing"
          :value="settings.weeklyMinimum"
          :readonly="readonly"
          :aria-invalid="!!fault('weeklyMinimum')"
          @change="put({ weeklyMinimum: Number(text($event)) })"
      /></label>
    </div>
    <div class="shut">
      <label class="row"
        >No class on
        <input v-if="!readonly" v-model="shutDay" class="field" type="date" />
      </label>
      <button v-if="!readonly" type="button" class="btn" :disabled="!shutDay" @click="shut">
        Add the day
      </button>
      <span v-for="day in settings.shut" :key="day" class="day">
        {{ dayOfYear(day) }}
        <button
          v-if="!readonly"
          type="button"
          :aria-label="`There is a class on ${dayOfYear(day)}`"
          @click="open(day)"
        >
          <XMarkIcon class="size-4" />
        </button>
      </span>
    </div>
    <p
      v-for="one in kept.faults.value.filter(
        ({ path }) =>
          ['name', 'zone', 'place', 'nextGrading', 'weeklyMinimum'].includes(path) || path.startsWith('shut'),
      )"
      :key="one.path"
      role="alert"
      class="text-13 text-brick-deep"
    >
      {{ saidFault(one) }}.
    </p>
  </section>
</template>

<style scoped>
.shut {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
}
.day {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  min-height: 28px;
  padding: 0 6px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.row {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  align-items: center;
  min-height: 34px;
}
</style>
