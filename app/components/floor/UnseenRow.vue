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
  <TapRow v-if="looked.length" class="unseen" label="Not looked at yet">
    <template #says
      ><b>{{ looked.length - unseen.length }}</b> of {{ looked.length }} seen</template
    >
    <button
      v-for="student in unseen"
      :key="student.id"
      type="button"
      :aria-label="`${firstName(student.id)}: seen, good`"
      @click="good(student.id)"
    >
      {{ firstName(student.id) }}
    </button>
  </TapRow>
</template>

<style scoped>
/* On its side a phone has no room for it: it is behind Corrections. */
@media (min-width: 500px) and (max-height: 500px) {
  .unseen {
    display: none;
  }
}
</style>
