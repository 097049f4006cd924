<script setup lang="ts">
import type { BoardPairs } from '~~/shared/answers'
import { shortName } from '~/domain/short-name'

/** Two who are asked about: what forbids them, or that they may. */
const props = defineProps<{ here: string[]; refused: BoardPairs['refused']; mayPair: boolean }>()
const emit = defineEmits<{ pair: [a: string, b: string] }>()
const store = useClassStore()
const students = computed(() => new Map(store.roster.map((one) => [one.id, one])))
const nameOf = (id: string) => shortName(students.value.get(id)?.name)
const asked = ref<[string, string]>(['', ''])
const hereIds = computed(() => [...props.here].sort((a, b) => nameOf(a).localeCompare(nameOf(b))))
const against = computed(() => {
  const [a, b] = asked.value
  if (!a || !b || a === b) return undefined
  return props.refused.find((one) => (one.a === a && one.b === b) || (one.a === b && one.b === a))?.says ?? ''
})
function pair() {
  emit('pair', ...asked.value)
  asked.value = ['', '']
}
</script>

<template>
  <form class="ask" @submit.prevent="pair">
    <h3>Why not these?</h3>
    <select v-model="asked[0]" class="field" aria-label="One of two">
      <option value="">who</option>
      <option v-for="id in hereIds" :key="id" :value="id">{{ nameOf(id) }}</option>
    </select>
    with
    <select v-model="asked[1]" class="field" aria-label="The other">
      <option value="">whom</option>
      <option v-for="id in hereIds" :key="id" :value="id">{{ nameOf(id) }}</option>
    </select>
    <p v-if="against !== undefined" role="status">
      <template v-if="against">{{ nameOf(asked[0]) }} and {{ nameOf(asked[1]) }}: {{ against }}.</template>
      <button v-else-if="mayPair" type="submit" class="btn">They may. Pair them</button>
    </p>
  </form>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin-top: 14px;
}
.ask h3 {
  width: 100%;
  font-size: 16px;
}
.ask .field {
  width: 130px;
}
.ask p {
  width: 100%;
}
</style>
