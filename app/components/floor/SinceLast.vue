<script setup lang="ts">
import { CATEGORIES } from '~~/core/curriculum/categories'
import { techniquesOf } from '~~/core/plan/techniques'
import { shortDay } from '~/domain/days'

/** At the opening board: what a group was given last time, what of it comes again today and where, and who was away then. */
const props = defineProps<{ group: string }>()
const store = useClassStore()
const library = useLibraryStore()
const MOST = 3
const last = computed(() => (store.data?.sinceLast ?? []).find(({ group }) => group === props.group))
/** By item, the boards of today that work it. */
const today = computed(() => {
  const boards = new Map<string, string>()
  const { plan } = store
  for (const block of plan?.blocks ?? [])
    for (const { id } of techniquesOf({ ...plan!, blocks: [block] }))
      if (!boards.has(id)) boards.set(id, block.title)
  return boards
})
const WARM: readonly string[] = ['warmup', 'conditioning', 'game']
const items = computed(() =>
  (last.value?.items ?? [])
    .filter((id) => {
      const item = library.items.get(id)
      return item && !WARM.includes(CATEGORIES[item.category].phase)
    })
    .slice(0, MOST)
    .map((id) => ({ id, name: library.itemName(id), again: today.value.get(id) ?? '' })),
)
const away = computed(() => {
  const names = new Map(store.roster.map(({ id, name }) => [id, name.split(' ')[0]]))
  return (last.value?.away ?? []).flatMap((id) => names.get(id) ?? [])
})
</script>

<template>
  <div v-if="last && items.length" class="since" data-test="since-last">
    <p class="when">
      Last time, {{ shortDay(last.day) }}<b v-if="away.length">. Away: {{ away.join(', ') }}</b>
    </p>
    <p v-for="item in items" :key="item.id">
      {{ item.name }}<span v-if="item.again">: again in {{ item.again }}</span>
    </p>
  </div>
</template>

<style scoped>
.since {
  font-size: 18px;
  line-height: 22px;
}
.since p {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.since .when {
  white-space: normal;
}
.when,
span {
  color: var(--color-hall-ash);
}
b {
  font-weight: 500;
  color: var(--color-hall-brick);
}
@media (max-width: 760px), (max-height: 500px) {
  .since {
    font-size: 16px;
    line-height: 20px;
  }
}
</style>
