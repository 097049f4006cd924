<script setup lang="ts">
import { kindsSaid, mayUse } from '~~/core/people/free-round'
import type { Block } from '~~/core/plan/schema'

/** In a free round, what a group may use: what is new tonight, then what it has learnt of the kinds that are allowed, what was marked last first. */
const props = defineProps<{ block: Block; group: string }>()
const store = useClassStore()
const library = useLibraryStore()
const MOST = 6
const learnt = computed(() => store.data?.learnt)
const all = computed(() =>
  store.planned
    ? mayUse(props.block, props.group, store.planned, learnt.value ?? [], (id) => library.items.get(id))
    : [],
)
const shown = computed(() => all.value.slice(0, MOST))
</script>

<template>
  <p class="may" data-test="may-use">
    <span class="kinds">{{ kindsSaid(block.kinds ?? []) }}:</span>{{ ' ' }}
    <template v-if="all.length === 0">nothing learnt of them yet</template>
    <template v-for="({ item, isNew }, n) in shown" :key="item"
      ><template v-if="n">, </template><b v-if="isNew">{{ library.itemName(item) }} (new tonight)</b
      ><template v-else>{{ library.itemName(item) }}</template></template
    ><template v-if="shown.length < all.length"> and {{ all.length - shown.length }} more</template>
  </p>
</template>

<style scoped>
.may {
  flex: none;
  font-size: 18px;
  line-height: 24px;
}
.kinds {
  color: var(--color-hall-ash);
}
b {
  color: var(--color-hall-gilt);
}
</style>
