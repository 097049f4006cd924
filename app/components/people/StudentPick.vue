<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxLabel, ComboboxOption, ComboboxOptions } from '@headlessui/vue'

/** Picks a student by typing a part of their name; what is picked is told, and the field is free for the next. */
const props = defineProps<{
  label: string
  students: readonly { id: string; name: string; rankId: string }[]
}>()
const emit = defineEmits<{ pick: [id: string] }>()
const typed = ref('')
const found = computed(() => {
  const words = typed.value.trim().toLowerCase().split(/\s+/)
  return props.students
    .filter(({ name }) => words.every((word) => name.toLowerCase().includes(word)))
    .slice(0, MOST)
})
const MOST = 30
function pick(id: string | null) {
  typed.value = ''
  if (id) emit('pick', id)
}
</script>

<template>
  <Combobox as="div" class="relative" :model-value="null" @update:model-value="pick">
    <ComboboxLabel class="sr-only">{{ label }}</ComboboxLabel>
    <ComboboxInput
      class="field"
      :placeholder="label"
      :display-value="() => typed"
      autocomplete="off"
      @change="typed = $event.target.value"
    />
    <ComboboxOptions class="panel absolute z-30 mt-1 max-h-56 w-full min-w-[200px] overflow-y-auto py-1">
      <ComboboxOption
        v-for="student in found"
        :key="student.id"
        v-slot="{ active }"
        :value="student.id"
        as="template"
      >
        <li class="option" :class="{ active }">{{ student.name }} <RankTag :rank="student.rankId" /></li>
      </ComboboxOption>
      <li v-if="found.length === 0" class="option text-ash">Nobody is called that.</li>
    </ComboboxOptions>
  </Combobox>
</template>

<style scoped>
.option {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 3px 10px;
  cursor: pointer;
}
.option.active {
  background: #f1e4c6;
}
</style>
