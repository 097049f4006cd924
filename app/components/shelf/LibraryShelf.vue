<script setup lang="ts">
import { FunnelIcon } from '@heroicons/vue/20/solid'
import { boardFor } from '~~/core/curriculum/boards'
import { CATEGORIES } from '~~/core/curriculum/categories'
import { inShort } from '~~/core/curriculum/item'
import { NO_FILTER, passes } from '~/domain/shelf-filter'

/** The library on the shelf: found by name, narrowed by what the class needs. */
defineProps<{ onPlan: ReadonlySet<string> }>()
const store = usePlanStore()
const library = useLibraryStore()
const facts = useFactsStore()
const find = ref('')
const filter = ref({ ...NO_FILTER })
const narrowing = ref(false)
const finder = useTemplateRef<{ focus(): void }>('finder')

/** Enter places what was meant by the name: the first that is found. */
function placeFirst() {
  const first = find.value.trim() ? sections.value[0]?.items[0] : undefined
  if (!first) return
  store.add(boardFor(first))
  finder.value?.focus()
}

defineExpose({ focus: () => finder.value?.focus() })

const narrowed = computed(() => Object.values(filter.value).filter(Boolean).length)
const kit = computed(() =>
  [...new Set(library.offered('').flatMap((item) => item.kit.map(({ name }) => name)))].sort(),
)
function standing(item: string, group: string) {
  const among = facts.ground.groups.find((one) => one.group.id === group)
  return among ? facts.ground.standingFor(item, among) : 'none'
}
const sections = computed(() => {
  const found = library.offered(find.value).filter((item) => passes(item, filter.value, standing))
  // What was asked for by name stands in the order in which it was meant.
  if (find.value.trim()) return found.length ? [{ name: 'Found', items: found }] : []
  return Object.entries(CATEGORIES)
    .map(([id, { name }]) => ({ name, items: found.filter(({ category }) => category === id) }))
    .filter(({ items }) => items.length > 0)
})
</script>

<template>
  <div>
    <div class="row">
      <button
        type="button"
        class="narrow"
        :class="{ on: narrowed }"
        :aria-expanded="narrowing"
        :aria-label="narrowed ? `Narrowed by ${narrowed}` : 'Narrow it'"
        title="Narrow it by group, status, kit, intensity"
        @click="narrowing = !narrowing"
      >
        <FunnelIcon class="size-4" />
      </button>
      <FindField
        ref="finder"
        v-model="find"
        class="flex-1"
        label="Find in the library"
        placeholder="Find an item"
        slash
        @keydown.enter.prevent="placeFirst"
      />
    </div>
    <div v-if="narrowing" class="filters">
      <select v-model="filter.group" aria-label="For the group" class="field">
        <option value="">for any group</option>
        <option v-for="group in store.plan?.groups" :key="group.id" :value="group.id">
          for {{ group.name }}
        </option>
      </select>
      <select v-model="filter.standing" aria-label="Rank status" class="field" :disabled="!filter.group">
        <option value="">any status</option>
        <option v-for="one in ['new', 'current', 'review', 'ahead']" :key="one" :value="one">
          {{ one }}
        </option>
      </select>
      <select v-model="filter.partner" aria-label="Worked" class="field">
        <option value="">alone or paired</option>
        <option value="solo">alone</option>
        <option value="partner">with a partner</option>
      </select>
      <select v-model="filter.intensity" aria-label="Intensity" class="field">
        <option value="">any intensity</option>
        <option value="easy">easy, to 4</option>
        <option value="middle">5 to 7</option>
        <option value="hard">hard, from 8</option>
      </select>
      <select v-model="filter.kit" aria-label="Kit" class="field">
        <option value="">any kit</option>
        <option value="none">without kit</option>
        <option v-for="name in kit" :key="name" :value="name">{{ name }}</option>
      </select>
      <button v-if="narrowed" type="button" class="link" @click="filter = { ...NO_FILTER }">All of it</button>
    </div>
    <p v-if="sections.length === 0" class="py-6 pr-3 text-center text-ash">
      {{ find ? `Nothing in the library is called “${find}”.` : 'Nothing in the library matches.' }}
    </p>
    <section v-for="section in sections" :key="section.name">
      <h3 class="category">{{ section.name }}</h3>
      <ShelfItem
        v-for="item in section.items"
        :key="item.id"
        :item="item"
        :about="inShort(item)"
        :placed="onPlan.has(item.id)"
      />
    </section>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-direction: row-reverse;
  gap: 4px;
  margin: 8px 10px 2px 0;
}
.narrow {
  display: grid;
  place-items: center;
  width: 28px;
  height: 32px;
  color: var(--color-ash);
  border: 1px solid var(--color-straw);
  border-radius: 4px;
}
.narrow.on {
  color: #241808;
  background: var(--color-gilt);
}
.filters {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
  padding: 2px 10px 6px 0;
}
.filters .field {
  min-width: 0;
  height: 26px;
  padding: 0 2px;
  font-size: 13px;
}
.category {
  padding: 7px 0 2px;
  font-size: 15px;
}
</style>
