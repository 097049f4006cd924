<script setup lang="ts">
import { spokenName } from '~~/core/curriculum/item'

/** How a typed line is read, before it is taken: its dose, its item or those that are called something like it, and each word that is not understood. */
const { says, name, isKnown, unread } = defineProps<{
  /** The dose in words; empty where the line says none. */
  says: string
  /** What is worked, as it was typed or as the library has it; empty where none is named. */
  name: string
  isKnown: boolean
  unread: readonly string[]
}>()
const emit = defineEmits<{ pick: [name: string] }>()
const library = useLibraryStore()
const near = computed(() => (name && !isKnown ? library.itemsNear(name) : []))
</script>

<template>
  <p class="reading">
    <b v-if="name">{{ name }}</b> <span v-if="says">{{ says }}</span>
    <span v-for="word in unread" :key="word" class="not">“{{ word }}” is not understood</span>
    <span v-if="name && !isKnown" class="unknown"
      >no item is called so<template v-if="near.length"
        >:
        <button
          v-for="item in near"
          :key="item.id"
          type="button"
          class="btn"
          @click="emit('pick', spokenName(item))"
        >
          {{ spokenName(item) }}
        </button></template
      ></span
    >
  </p>
</template>

<style scoped>
.reading {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
  padding: 2px 0;
  font-size: 13px;
  line-height: 17px;
  color: var(--color-ash);
}
b {
  color: var(--color-ink);
}
.not {
  color: var(--color-brick-deep);
}
.unknown {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: baseline;
}
.btn {
  height: 24px;
  padding: 0 7px;
  font-size: 13px;
}
</style>
