<script setup lang="ts">
import { spokenName, type Item, type Prerequisite } from '~~/core/curriculum/item'
import { linksOf } from '~~/core/curriculum/prerequisites'

/** What must be known before, and what is built on it. */
const props = defineProps<{ item: Item; readonly: boolean; faultAt: (path: string) => string | undefined }>()
const emit = defineEmits<{ change: [prerequisites: Prerequisite[]] }>()
const library = useLibraryStore()
const after = computed(() => linksOf(library.items.values()).filter(({ from }) => from === props.item.id))
const name = (id: string) => library.itemName(id)
const layersOf = (id: string) => library.items.get(id)?.layers.length ?? 1

function put(at: number, values: Partial<Prerequisite>) {
  emit(
    'change',
    props.item.prerequisites.map((one, n) => (n === at ? { ...one, ...values } : one)),
  )
}
function add(id: string | undefined) {
  if (id) emit('change', [...props.item.prerequisites, { item: id, layer: 1, from: 1 }])
}
const takeOut = (at: number) =>
  emit(
    'change',
    props.item.prerequisites.filter((_, n) => n !== at),
  )
const whole = (event: Event) => Number((event.target as HTMLSelectElement).value)
</script>

<template>
  <section aria-labelledby="builds">
    <h2 id="builds" class="text-17">
      Builds on
      <NuxtLink :to="{ path: '/curriculum/map', query: { to: item.id } }" class="link text-13 ml-2 font-sans"
        >on the map</NuxtLink
      >
    </h2>
    <p v-if="item.prerequisites.length === 0" class="text-13 text-ash">nothing: anyone may begin</p>
    <ul>
      <li v-for="(need, at) in item.prerequisites" :key="`${need.item} ${need.from}`" class="need">
        <NuxtLink :to="`/curriculum/${need.item}`" class="link">{{ name(need.item) }}</NuxtLink>
        <span class="text-13 text-ash">
          at layer
          <select
            :aria-label="`${name(need.item)}: layer`"
            :value="need.layer"
            :disabled="readonly"
            @change="put(at, { layer: whole($event) })"
          >
            <option v-for="n in layersOf(need.item)" :key="n">{{ n }}</option>
          </select>
          for layer
          <select
            :aria-label="`${name(need.item)}: needed from layer`"
            :value="need.from"
            :disabled="readonly"
            @change="put(at, { from: whole($event) })"
          >
            <option v-for="n in item.layers.length" :key="n">{{ n }}</option>
          </select>
          on
        </span>
        <button
          v-if="!readonly"
          type="button"
          class="out"
          :aria-label="`${name(need.item)}: no longer needed`"
          @click="takeOut(at)"
        >
          ×
        </button>
      </li>
    </ul>
    <p v-if="faultAt('prerequisites')" role="alert" class="text-13 text-brick-deep">
      Prerequisites {{ faultAt('prerequisites') }}.
    </p>
    <ItemPick
      v-if="!readonly"
      class="mt-1"
      label="Add what it builds on"
      :model-value="undefined"
      @update:model-value="add"
    />
    <template v-if="after.length">
      <h3 class="text-15 mt-3 font-sans font-semibold">Leads to</h3>
      <ul class="leads flex flex-wrap gap-x-3">
        <li v-for="link in after" :key="`${link.to} ${link.since}`">
          <NuxtLink :to="`/curriculum/${link.to}`" class="link">{{
            spokenName(library.items.get(link.to)!)
          }}</NuxtLink>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.need {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  column-gap: 8px;
  padding: 2px 0;
}
.need select {
  height: 24px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.out {
  width: 24px;
  height: 24px;
  color: var(--color-ash);
}
.out:hover {
  color: var(--color-brick);
}
.need a,
.leads a {
  line-height: 24px;
  display: inline-block;
}
</style>
