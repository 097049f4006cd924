<script setup lang="ts">
import { saidFault } from '~~/core/kernel/said-fields'
import { CATEGORIES, CATEGORY_NAMES, type Category } from '~~/core/curriculum/categories'
import type { ClubSettings } from '~~/core/curriculum/settings'
import { mixOfSyllabus } from '~~/core/balance/mix'

/** What a class's work should be made of in the long run, in per cent; empty fields leave it to the syllabus. */
const props = defineProps<{ kept: KeptDocument<ClubSettings>; readonly: boolean }>()
const library = useLibraryStore()
const settings = computed(() => props.kept.draft.value)
const put = (mix: ClubSettings['mix']) => props.kept.change({ ...settings.value, mix })
const taught = computed(() => {
  const has = new Set([...library.items.values()].map(({ category }) => category))
  return CATEGORY_NAMES.filter((name) => has.has(name) || percentOf(name))
})
const percentOf = (category: Category) => settings.value.mix.find((one) => one.category === category)?.percent
const sum = computed(() => settings.value.mix.reduce((total, { percent }) => total + percent, 0))
function set(category: Category, event: Event) {
  const percent = Number((event.target as HTMLInputElement).value)
  const rest = settings.value.mix.filter((one) => one.category !== category)
  put(percent > 0 ? [...rest, { category, percent }] : rest)
}
/** As the syllabus has it over all ranks, to begin with. */
function fromSyllabus() {
  const ranks = library.ladder.ranks.map(({ id }) => id)
  const mix = mixOfSyllabus(ranks, library.syllabus, library.items)
  put(
    [...mix]
      .map(([category, share]) => ({ category: category as Category, percent: Math.floor(share * 100) }))
      .filter(({ percent }) => percent > 0),
  )
}
const faults = computed(() => props.kept.faults.value.filter(({ path }) => path.startsWith('mix')))
function setTermFrom(event: Event) {
  const day = (event.target as HTMLInputElement).value
  const { termFrom: _, ...rest } = settings.value
  props.kept.change(day ? { ...rest, termFrom: day } : rest)
}
</script>

<template>
  <section id="mix" aria-labelledby="mix-title">
    <h2 id="mix-title" class="text-20">What the work is made of</h2>
    <p class="text-ash">
      In per cent of each group’s work, held against what they had in a week and a term. Left empty, each
      group is held against what the syllabus asks of its ranks.
    </p>
    <div class="fields">
      <label v-for="category in taught" :key="category">
        {{ CATEGORIES[category].name }}
        <input
          class="field"
          type="number"
          min="0"
          max="100"
          inputmode="numeric"
          :value="percentOf(category) ?? ''"
          :readonly="readonly"
          :aria-invalid="faults.length > 0"
          @change="set(category, $event)"
        />
      </label>
    </div>
    <p class="mt-2">
      <template v-if="settings.mix.length">
        <b>{{ sum }} per cent</b> in all<template v-if="sum < 100">; the rest is as it comes</template>.
      </template>
      <template v-else>As the syllabus asks.</template>
      <template v-if="!readonly">
        <button type="button" class="btn ml-3" @click="fromSyllabus">Begin from the syllabus</button>
        <button v-if="settings.mix.length" type="button" class="btn ml-2" @click="put([])">Clear it</button>
      </template>
    </p>
    <p v-for="one in faults" :key="one.path" role="alert" class="text-13 text-brick-deep">
      {{ saidFault(one) }}.
    </p>
    <label class="term"
      >The term began on
      <input
        class="field"
        type="date"
        :value="settings.termFrom ?? ''"
        :readonly="readonly"
        @change="setTermFrom"
      />
      <span class="text-13 text-ash">{{ settings.termFrom ? '' : 'empty: thirteen weeks back' }}</span>
    </label>
  </section>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 6px 22px;
  margin-top: 8px;
}
.fields label {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.fields .field {
  width: 74px;
}
.term {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  margin-top: 10px;
}
.term .field {
  width: auto;
}
</style>
