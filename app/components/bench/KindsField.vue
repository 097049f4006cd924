<script setup lang="ts">
import { CATEGORIES, CATEGORY_NAMES, type Category } from '~~/core/curriculum/categories'

/** What may be used in a free round, by kind; the floor lists what each group has learnt of them. */
const props = defineProps<{ kinds: readonly Category[] | undefined }>()
const emit = defineEmits<{ change: [kinds: Category[] | undefined] }>()
function toggle(kind: Category) {
  const chosen = CATEGORY_NAMES.filter((one) => (one === kind) !== (props.kinds?.includes(one) ?? false))
  emit('change', chosen.length ? chosen : undefined)
}
</script>

<template>
  <fieldset class="mt-1">
    <legend class="text-13 text-ash">In this round each group may use what it has learnt of</legend>
    <div class="kinds">
      <label v-for="kind in CATEGORY_NAMES" :key="kind">
        <input type="checkbox" :checked="kinds?.includes(kind)" @change="toggle(kind)" />
        {{ CATEGORIES[kind].name }}
      </label>
    </div>
  </fieldset>
</template>

<style scoped>
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 0 8px;
}
label {
  display: flex;
  gap: 5px;
  align-items: center;
  min-height: 26px;
}
</style>
