<script setup lang="ts">
import type { RosterStudent } from '~~/shared/answers'

/** Students whom this class is not for: they come in one by one, into a group that is asked for. */
const props = defineProps<{ students: readonly RosterStudent[] }>()
const emit = defineEmits<{ tapped: [id: string, name: string, what: string] }>()
const store = useClassStore()
const words = ref('')
const MOST = 6
const found = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  return wanted ? props.students.filter(({ name }) => name.toLowerCase().includes(wanted)).slice(0, MOST) : []
})
const groups = computed(() => store.plan?.groups ?? [])
function take(student: RosterStudent, group: { id: string; name: string }) {
  const id = store.tap('here', student.id, { group: group.id })
  emit('tapped', id, student.name.split(' ')[0] ?? '', `here, with ${group.name}`)
  words.value = ''
}
</script>

<template>
  <section v-if="students.length" class="panel px-4 py-3" aria-labelledby="others-title">
    <h2 id="others-title" class="text-17">Somebody of another group</h2>
    <p class="text-13 text-ash">
      This class is not for {{ students.length }} of the roster. Whoever comes all the same joins a group.
    </p>
    <input
      v-model="words"
      class="field mt-2 w-full"
      type="search"
      aria-label="Name of who comes all the same"
      placeholder="Name"
      autocomplete="off"
    />
    <ul>
      <li v-for="student in found" :key="student.id" class="flex flex-wrap items-center gap-2 py-1">
        <b>{{ student.name }}</b>
        <Sash :ranks="[student.rankId]" />
        <span class="ml-auto text-13 text-ash">joins</span>
        <button
          v-for="group in groups"
          :key="group.id"
          type="button"
          class="btn"
          :aria-label="`${student.name} joins ${group.name}`"
          @click="take(student, group)"
        >
          {{ group.name }}
        </button>
      </li>
    </ul>
    <p v-if="words.trim() && found.length === 0" class="text-13 text-ash">
      Nobody else of this name. A guest is added at the door, below.
    </p>
  </section>
</template>
