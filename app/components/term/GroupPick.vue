<script setup lang="ts">
/** One group at a time: which. */
defineProps<{ groups: readonly string[] }>()
const chosen = defineModel<string>({ required: true })
const library = useLibraryStore()
</script>

<template>
  <span class="ml-auto flex flex-wrap gap-1" role="group" aria-label="Group">
    <button
      v-for="group in groups"
      :key="group"
      type="button"
      class="pick"
      :aria-pressed="group === chosen"
      :aria-label="library.groupName(group)"
      @click="chosen = group"
    >
      <Sash :ranks="library.ranksOfGroup(group)" />
    </button>
  </span>
</template>

<style scoped>
.pick {
  padding: 3px;
  border: 2px solid transparent;
  border-radius: 3px;
}
.pick[aria-pressed='true'] {
  border-color: var(--color-gilt);
}
</style>
