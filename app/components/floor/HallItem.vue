<script setup lang="ts">
import { techniquesOf } from '~~/core/plan/techniques'

/** An item and its layer, chosen with a thumb: those of the plan until something is looked for. */
defineProps<{ find: string; which: string; at: string }>()
const item = defineModel<string>('item', { required: true })
const layer = defineModel<number>('layer', { required: true })
const MOST_OFFERED = 8
const store = useClassStore()
const library = useLibraryStore()
const words = ref('')
const offered = computed(() => {
  const found = words.value.trim()
    ? library.offered(words.value)
    : [...new Set(store.plan ? techniquesOf(store.plan).map(({ id }) => id) : [])].flatMap(
        (id) => library.items.get(id) ?? [],
      )
  return found.slice(0, MOST_OFFERED).map(({ id }) => ({ value: id, name: library.itemName(id) }))
})
const layers = computed(() =>
  (library.items.get(item.value)?.layers ?? []).map(({ name }, n) => ({ value: n + 1, name })),
)
watch(item, () => (layer.value = 1))
</script>

<template>
  <div>
    <input v-model="words" type="search" placeholder="Find an item" :aria-label="find" />
    <HallChoices v-model="item" :label="which" :options="offered" />
    <HallChoices v-if="layers.length > 1" v-model="layer" :label="at" :options="layers" />
  </div>
</template>

<style scoped>
input {
  width: 100%;
  min-height: 48px;
  margin-bottom: 8px;
  padding: 0 14px;
  font-size: 20px;
  color: var(--color-hall-text);
  background: none;
  border: 2px solid #75604a;
  border-radius: 4px;
}
</style>
