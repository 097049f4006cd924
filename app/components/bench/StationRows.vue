<script setup lang="ts">
import type { Block, Station } from '~~/core/plan/schema'

/** The stations of a rotation, and its times. */
const props = defineProps<{ block: Block }>()
const emit = defineEmits<{ change: [values: Partial<Block>, touch: string] }>()
const stations = computed(() => props.block.stations ?? [])

function set(index: number, values: Partial<Station>, touch: string) {
  const next = stations.value.map((station, s) => (s === index ? { ...station, ...values } : station))
  emit('change', { stations: next }, `stations.${index}.${touch}`)
}
function rename(index: number, event: Event) {
  const field = event.target as HTMLInputElement
  if (field.value.trim()) set(index, { title: field.value.trim() }, 'title')
  else field.value = stations.value[index]?.title ?? ''
}
function pick(index: number, id: string | undefined) {
  const { technique: _had, ...station } = stations.value[index]!
  const next = stations.value.map((other, s) =>
    s === index ? { ...station, ...(id ? { technique: id } : {}) } : other,
  )
  emit('change', { stations: next }, `stations.${index}.technique`)
}
function add() {
  const title = `Station ${stations.value.length + 1}`
  emit('change', { stations: [...stations.value, { title, layer: 1 }] }, 'add')
}
function remove(index: number) {
  const next = stations.value.filter((_, s) => s !== index)
  emit('change', { stations: next, teams: Math.min(props.block.teams ?? 1, next.length) }, 'remove')
}
const times: {
  key: 'teams' | 'laps' | 'workSec' | 'moveSec' | 'setupSec'
  label: string
  min: number
  step: number
  unit?: string
}[] = [
  { key: 'teams', label: 'Teams', min: 1, step: 1 },
  { key: 'laps', label: 'Laps', min: 1, step: 1 },
  { key: 'workSec', label: 'Work', min: 1, step: 5, unit: 's' },
  { key: 'moveSec', label: 'Move', min: 0, step: 5, unit: 's' },
  { key: 'setupSec', label: 'To show it', min: 0, step: 5, unit: 's' },
]
const usual = { teams: 1, laps: 1, workSec: 60, moveSec: 15, setupSec: 0 }
</script>

<template>
  <div>
    <Stepper
      v-for="time in times"
      :key="time.key"
      :label="time.label"
      :model-value="block[time.key] ?? usual[time.key]"
      :min="time.min"
      :max="time.key === 'teams' ? stations.length : time.unit ? 3600 : 999"
      :step="time.step"
      :unit="time.unit"
      @update:model-value="emit('change', { [time.key]: $event }, time.key)"
    />
    <div v-for="(station, s) in stations" :key="s" class="station">
      <div class="flex items-center gap-1">
        <b class="w-4">{{ s + 1 }}</b>
        <input
          class="field"
          :value="station.title"
          :aria-label="`Station ${s + 1}`"
          @change="rename(s, $event)"
        />
        <button
          type="button"
          class="btn px-2"
          :disabled="stations.length === 1"
          :aria-label="`Remove station ${s + 1}`"
          @click="remove(s)"
        >
          ×
        </button>
      </div>
      <ItemPick
        class="mt-1 ml-5"
        optional
        :label="`Item of station ${s + 1}`"
        :model-value="station.technique"
        @update:model-value="pick(s, $event)"
      />
    </div>
    <button type="button" class="btn mt-1" @click="add">Add a station</button>
  </div>
</template>

<style scoped>
.station {
  padding: 4px 0;
  border-bottom: 1px solid #e7decd;
}
</style>
