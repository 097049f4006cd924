<script setup lang="ts">
import { spokenName } from '~~/core/curriculum/item'
import { libraryRows } from '~/domain/library-rows'

/** The library down the left: found by what is typed, narrowed to a rank. Arrows move through it, Enter opens. */
const library = useLibraryStore()
const route = useRoute()
const find = ref('')
const rank = ref('')
const away = ref(false)
const finder = useTemplateRef<{ focus(): void }>('finder')
const ROW = 30

const items = computed(() => [...library.items.values()])
const rows = computed(() =>
  libraryRows(library.items, library.syllabus, library.ladder.ranks, {
    found: library.search.find(find.value),
    rank: rank.value || undefined,
    archived: away.value,
  }),
)
const shown = computed(() => rows.value.flatMap((row) => (row.kind === 'item' ? [row.item.id] : [])))
const putAway = computed(() => items.value.filter(({ archived }) => archived).length)
const open = computed(() => String(route.params.id ?? ''))
const active = ref<string>()
watch([find, rank, away], () => (active.value = find.value ? shown.value[0] : undefined))

const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(rows, {
  itemHeight: ROW,
  overscan: 12,
})

function goBy(by: number) {
  const at = shown.value.indexOf(active.value ?? open.value)
  const next = shown.value[Math.max(0, Math.min(shown.value.length - 1, at + by))]
  active.value = next
  const row = rows.value.findIndex((one) => one.kind === 'item' && one.item.id === next)
  const seen = list.value.some(({ index }) => index === row)
  if (row >= 0 && (!seen || row > (list.value.at(-14)?.index ?? row))) scrollTo(Math.max(0, row - 8))
}
async function enter() {
  const id = active.value ?? shown.value[0]
  if (id) await navigateTo(whereTo(id))
}
/** On the map an item is lit; elsewhere its page opens. */
const whereTo = (id: string) =>
  route.path === '/curriculum/map' ? { path: '/curriculum/map', query: { to: id } } : `/curriculum/${id}`
const lit = computed(() => (route.path === '/curriculum/map' ? String(route.query.to ?? '') : open.value))

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== '/' || (event.target as HTMLElement).matches('input, textarea, select')) return
  event.preventDefault()
  finder.value?.focus()
})
</script>

<template>
  <aside class="list" aria-label="The library">
    <FindField
      ref="finder"
      v-model="find"
      class="mr-2.5"
      label="Find in the library"
      placeholder="Name, alias, point or fault"
      slash
      role="combobox"
      aria-controls="library-rows"
      aria-expanded="true"
      :aria-activedescendant="active ? `item-${active}` : undefined"
      @keydown.down.prevent="goBy(1)"
      @keydown.up.prevent="goBy(-1)"
      @keydown.enter.prevent="enter"
      @keydown.esc="find = ''"
    />
    <div class="narrow">
      <select v-model="rank" class="field" aria-label="Rank">
        <option value="">every rank</option>
        <option v-for="one in library.ladder.ranks" :key="one.id" :value="one.id">
          asked of {{ one.name }}
        </option>
      </select>
      <label v-if="putAway || away" class="away"
        ><input v-model="away" type="checkbox" /> put away ({{ putAway }})</label
      >
    </div>
    <p v-if="rows.length === 0" class="px-2 py-6 text-center text-ash">
      {{ find ? `Nothing is called “${find}”.` : 'Nothing here yet.' }}
    </p>
    <div
      v-bind="containerProps"
      id="library-rows"
      class="rows"
      role="listbox"
      aria-label="Items"
      tabindex="-1"
    >
      <div v-bind="wrapperProps">
        <template v-for="{ data: row } in list" :key="row.kind === 'item' ? row.item.id : row.category">
          <div v-if="row.kind === 'heading'" class="heading" role="presentation">
            {{ row.name }} <span>{{ row.count }}</span>
          </div>
          <NuxtLink
            v-else
            :id="`item-${row.item.id}`"
            :to="whereTo(row.item.id)"
            class="row"
            :class="{ open: lit === row.item.id, active: active === row.item.id }"
            role="option"
            :aria-selected="lit === row.item.id"
          >
            <span class="truncate">{{ spokenName(row.item) }}</span>
            <RankTag v-if="row.rank" :rank="row.rank" />
          </NuxtLink>
        </template>
      </div>
    </div>
    <p class="count" role="status">{{ shown.length }} of {{ items.length - (away ? 0 : putAway) }} items</p>
  </aside>
</template>

<style scoped>
.list {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 10px 0 0 12px;
  border-right: 1px solid var(--color-straw);
}
.narrow {
  display: flex;
  align-items: center;
  gap: 8px;
  margin: 6px 10px 4px 0;
}
.narrow select {
  width: auto;
}
.away {
  display: flex;
  align-items: center;
  gap: 4px;
  font-size: 13px;
  white-space: nowrap;
}
.rows {
  flex: 1;
  min-height: 0;
  padding-right: 6px;
}
.heading {
  display: flex;
  align-items: flex-end;
  gap: 6px;
  height: 30px;
  padding: 0 4px 3px 0;
  font: 660 15px/18px var(--font-serif);
  color: var(--color-umber);
  border-bottom: 1px solid var(--color-straw);
}
.heading span {
  font: 400 13px/17px var(--font-sans);
  color: var(--color-ash);
}
.row {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  height: 30px;
  padding: 0 4px 0 8px;
  border-left: 3px solid transparent;
}
.row:hover,
.row.active {
  background: var(--color-paper);
}
.row.active {
  outline: 2px solid var(--color-harbour);
  outline-offset: -2px;
}
.row.open {
  background: #f1e4c6;
  border-left-color: var(--color-gilt);
  font-weight: 640;
}
.count {
  padding: 5px 0 8px;
  font-size: 13px;
  color: var(--color-ash);
}
</style>
