<script setup lang="ts">
import type { GroupNow } from '~~/core/plan/moment'
import { besideWork } from '~/domain/doing'

/** What is said beside the item that is worked: once where all work the same, else in each group's column. */
const props = defineProps<{ now: GroupNow }>()
const library = useLibraryStore()
const says = computed(() =>
  besideWork(props.now, (id) => library.items.get(id), {
    item: library.itemName,
    layer: library.layerName,
  }),
)
</script>

<template>
  <p v-if="says.chain || says.partner || says.safety" class="beside">
    <span v-if="says.chain">{{ says.chain }}</span>
    <span v-if="says.partner"><b>Partner:</b> {{ says.partner }}</span>
    <span v-if="says.safety">{{ says.safety }}</span>
  </p>
</template>

<style scoped>
.beside {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  flex: none;
  overflow: hidden;
  font-size: 20px;
  line-height: 26px;
  color: var(--color-hall-ash);
}
.beside span + span::before {
  content: ' · ';
}
.beside b {
  font-weight: 640;
}
</style>
