<script setup lang="ts">
import { saidFault } from '~~/core/kernel/said-fields'
import { WEEKDAYS, type ClubSettings } from '~~/core/curriculum/settings'

const props = defineProps<{ kept: KeptDocument<ClubSettings>; readonly: boolean }>()
const settings = computed(() => props.kept.draft.value)
const put = (values: Partial<ClubSettings>) => props.kept.change({ ...settings.value, ...values })
const putHall = (values: Partial<ClubSettings['hall']>) =>
  put({ hall: { ...settings.value.hall, ...values } })
const days = WEEKDAYS.map((value) => ({ value, name: value }))
const text = (event: Event) => (event.target as HTMLInputElement).value
type Day = ClubSettings['classDays'][number]
const blankDay = (): Day => ({
  day: 'monday',
  start: settings.value.startTime,
  lengthMin: settings.value.lengthMin,
})
const faults = computed(() =>
  props.kept.faults.value.filter(({ path }) => /^(classDays|hall|startTime|lengthMin)/.test(path)),
)
</script>

<template>
  <section id="hall" aria-labelledby="hall-title">
    <h2 id="hall-title" class="text-20">Days and hall</h2>
    <div class="grid gap-x-8 gap-y-4 sm:grid-cols-2">
      <div>
        <h3 class="font-sans font-semibold">Class days</h3>
        <InPlaceList
          :model-value="settings.classDays"
          one="class day"
          :blank="blankDay"
          :most="21"
          :readonly="readonly"
          @update:model-value="put({ classDays: $event })"
        >
          <template #default="{ row, at, put: set }">
            <div class="day">
              <ChoiceRow
                :label="`Day ${at + 1}`"
                quiet
                :model-value="row.day"
                :options="days"
                :readonly="readonly"
                @update:model-value="set({ ...row, day: $event })"
              />
              <input
                type="time"
                :aria-label="`Day ${at + 1}: starts`"
                :value="row.start"
                :readonly="readonly"
                @change="set({ ...row, start: text($event) })"
              />
              <FigureRow
                :label="`Day ${at + 1}: minutes`"
                quiet
                unit="min"
                :min="5"
                :max="240"
                :model-value="row.lengthMin"
                :readonly="readonly"
                @update:model-value="set({ ...row, lengthMin: $event ?? 60 })"
              />
            </div>
          </template>
        </InPlaceList>
        <FigureRow
          class="mt-2"
          label="A class usually lasts"
          unit="min"
          :min="5"
          :max="240"
          :model-value="settings.lengthMin"
          :readonly="readonly"
          @update:model-value="put({ lengthMin: $event ?? 60 })"
        />
        <label class="row"
          >and begins at
          <input
            type="time"
            class="time"
            :value="settings.startTime"
            :readonly="readonly"
            @change="put({ startTime: text($event) })"
        /></label>
      </div>
      <div>
        <h3 class="font-sans font-semibold">The hall</h3>
        <FigureRow
          label="Mat or floor"
          unit="m²"
          :max="10000"
          :model-value="settings.hall.areaM2"
          :readonly="readonly"
          @update:model-value="putHall({ areaM2: $event ?? 0 })"
        />
        <label class="row"
          >A hot hall: water more often
          <input
            type="checkbox"
            :checked="settings.hall.hot"
            :disabled="readonly"
            @change="putHall({ hot: ($event.target as HTMLInputElement).checked })"
        /></label>
        <h3 class="mt-2 font-sans font-semibold">Kit there is</h3>
        <InPlaceList
          :model-value="settings.hall.kit"
          one="kit"
          :blank="() => ({ name: 'shield', count: 1 })"
          :most="40"
          :readonly="readonly"
          @update:model-value="putHall({ kit: $event })"
        >
          <template #default="{ row, at, put: set }">
            <div class="flex items-start gap-2">
              <InPlace
                class="flex-1"
                :model-value="row.name"
                :label="`Kit ${at + 1}`"
                :readonly="readonly"
                :fault="kept.faultAt(`hall.kit[${at}].name`)"
                @update:model-value="set({ ...row, name: $event ?? '' })"
              />
              <FigureRow
                :label="`Kit ${at + 1}: how many`"
                quiet
                class="w-[120px]"
                :max="999"
                :model-value="row.count"
                :readonly="readonly"
                @update:model-value="set({ ...row, count: $event ?? 0 })"
              />
            </div>
          </template>
        </InPlaceList>
      </div>
    </div>
    <p v-for="one in faults" :key="one.path" role="alert" class="text-13 text-brick-deep">
      {{ saidFault(one) }}.
    </p>
  </section>
</template>

<style scoped>
.day {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 112px 94px;
  gap: 8px;
  align-items: center;
}
input[type='time'] {
  height: 26px;
  padding: 0 4px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.row {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 28px;
}
</style>
