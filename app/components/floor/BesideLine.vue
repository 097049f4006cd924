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
const lines = computed(() =>
  [
    { text: says.value.chain },
    { name: 'Partner', text: says.value.partner },
    { text: says.value.safety },
  ].filter(({ text }) => text),
)
</script>

<template>
  <SaidLine :lines="lines" />
</template>
