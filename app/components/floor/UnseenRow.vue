<script setup lang="ts">
import type { Block } from '~~/core/plan/schema'

/** Who is here and was not looked at in this class: one tap says that they were seen, and that it was good. */
const props = defineProps<{ block: Block; items: readonly string[] }>()
const { firstName, tell, placeOf, looked } = useWatch()
const unseen = computed(() => looked.value.filter(({ isSeen }) => !isSeen))
function good(student: string) {
  const item = placeOf(student, props.block).item ?? props.items[0]
  if (item) tell('right', { student, item, said: 'good' })
}
</script>

<template>
  <div v-if="looked.length" class="unseen" role="group" aria-label="Not looked at yet">
    <p>
      <b>{{ looked.length - unseen.length }}</b> of {{ looked.length }} seen
    </p>
    <button
      v-for="student in unseen"
      :key="student.id"
      type="button"
      :aria-label="`${firstName(student.id)}: seen, good`"
      @click="good(student.id)"
    >
      {{ firstName(student.id) }}
    </button>
  </div>
</template>

<style scoped>
.unseen {
  display: flex;
  flex: none;
  gap: 8px;
  align-items: center;
  overflow-x: auto;
  font-size: 18px;
  white-space: nowrap;
}
p {
  color: var(--color-hall-ash);
}
button {
  flex: none;
  min-height: 36px;
  padding: 0 12px;
  border: 1.5px solid var(--color-hall-line);
  border-radius: 4px;
}
@media (max-width: 760px) {
  button {
    min-height: 40px;
  }
}
/* On its side a phone has no room for it: it is behind Corrections. */
@media (min-width: 500px) and (max-height: 500px) {
  .unseen {
    display: none;
  }
}
</style>
