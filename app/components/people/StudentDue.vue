<script setup lang="ts">
import { dueForStudent } from '~~/core/balance/due-for-group'
import type { StudentPage } from '~~/shared/answers'
import { practisedOf } from '~/domain/practice-cells'

/** What is due for a student, most due first, and why. */
const { page } = defineProps<{ page: StudentPage }>()
const library = useLibraryStore()
const FIRST = 6
const showsAll = ref(false)
const rows = computed(() =>
  dueForStudent(
    { rank: page.rankId, practised: practisedOf(page.totals.map((row) => [row.itemId, row])) },
    { items: library.items, syllabus: library.syllabus },
    page.today,
    library.loaded?.settings.nextGrading,
  ).filter(({ due }) => due >= 1),
)
const shown = computed(() => (showsAll.value ? rows.value : rows.value.slice(0, FIRST)))
</script>

<template>
  <section class="panel p-4 mb-4" aria-labelledby="due-title">
    <h2 id="due-title" class="text-17">What is due</h2>
    <p v-if="rows.length === 0" class="text-ash">Nothing is due yet.</p>
    <ul v-else>
      <li v-for="row in shown" :key="row.item">
        <b>{{ library.itemName(row.item) }}</b> <span class="text-13 text-ash">{{ row.says }}</span>
      </li>
    </ul>
    <button v-if="rows.length > FIRST" type="button" class="link text-13" @click="showsAll = !showsAll">
      {{ showsAll ? 'Only the first' : `${rows.length - FIRST} more` }}
    </button>
  </section>
</template>

<style scoped>
li {
  padding: 3px 0;
  border-bottom: 1px solid var(--color-straw);
}
</style>
