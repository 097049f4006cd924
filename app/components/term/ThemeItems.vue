<script setup lang="ts">
import { XMarkIcon } from '@heroicons/vue/20/solid'
import { CATEGORIES, type Category } from '~~/core/curriculum/categories'

/** Items and, where they may be, categories as a list that is added to and taken from. */
const { ids, label, withCategories, readonly } = defineProps<{
  ids: readonly string[]
  label: string
  withCategories?: boolean
  readonly?: boolean
}>()
const emit = defineEmits<{ change: [ids: string[]] }>()
const library = useLibraryStore()
const nameOf = (id: string) =>
  id in CATEGORIES && !library.items.has(id)
    ? `all ${CATEGORIES[id as Category].name.toLowerCase()}`
    : library.itemName(id)
/** A new picker after each pick: it begins empty again. */
const picks = ref(0)
function add(id: string | undefined) {
  if (!id || ids.includes(id)) return
  picks.value += 1
  emit('change', [...ids, id])
}
const free = computed(() =>
  (Object.keys(CATEGORIES) as Category[]).filter(
    (name) => !ids.includes(name) && [...library.items.values()].some(({ category }) => category === name),
  ),
)
</script>

<template>
  <div class="items">
    <span v-for="id in ids" :key="id" class="one">
      {{ nameOf(id) }}
      <button
        v-if="!readonly"
        type="button"
        :aria-label="`${label}: take ${nameOf(id)} out`"
        @click="
          emit(
            'change',
            ids.filter((other) => other !== id),
          )
        "
      >
        <XMarkIcon class="size-4" />
      </button>
    </span>
    <template v-if="!readonly">
      <ItemPick
        :key="picks"
        class="pick"
        :label="`${label}: add an item`"
        placeholder="add an item"
        :model-value="undefined"
        @update:model-value="add"
      />
      <select
        v-if="withCategories"
        class="field category"
        :aria-label="`${label}: add a category`"
        :value="''"
        @change="add(($event.target as HTMLSelectElement).value)"
      >
        <option value="">or a category</option>
        <option v-for="name in free" :key="name" :value="name">{{ CATEGORIES[name].name }}</option>
      </select>
    </template>
    <span v-else-if="ids.length === 0" class="text-ash">nothing</span>
  </div>
</template>

<style scoped>
.items {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  align-items: center;
}
.one {
  display: inline-flex;
  gap: 3px;
  align-items: center;
  min-height: 30px;
  padding: 0 4px 0 9px;
  background: #fbf2dc;
  border: 1px solid #e3cf9e;
  border-radius: 3px;
}
.one button {
  display: grid;
  place-items: center;
  min-width: 24px;
  min-height: 28px;
}
.pick {
  width: 160px;
}
.category {
  width: 138px;
}
</style>
