<script setup lang="ts">
import { balanceOver } from '~~/core/balance/over-time'
import { mixFor } from '~~/core/balance/mix'
import { CATEGORIES, type Category } from '~~/core/curriculum/categories'
import type { StudentPage } from '~~/shared/answers'

/** What a student's work was made of so far, against what it should be made of. */
const { page } = defineProps<{ page: StudentPage }>()
const library = useLibraryStore()
const over = computed(
  () =>
    balanceOver(
      page.totals.map(({ itemId, workMs, repsL, repsR, repsN, received, inRoles }) => ({
        group: page.id,
        rank: page.rankId,
        item: itemId,
        workMs,
        repsL,
        repsR,
        repsN,
        received,
        inRoles,
      })),
      [page.id],
      { items: library.items, ladder: library.ladder, syllabus: library.syllabus },
      () =>
        mixFor([page.rankId], { mix: library.loaded?.settings.mix ?? [] }, library.syllabus, library.items),
    )[0],
)
const share = (ms: number) => Math.round((ms / Math.max(1, over.value?.workMs ?? 1)) * 100)
</script>

<template>
  <section v-if="over?.workMs" class="panel p-4 mb-4" aria-labelledby="balance-title">
    <h2 id="balance-title" class="text-17">What the work was made of</h2>
    <table>
      <thead>
        <tr>
          <th scope="col">Category</th>
          <th scope="col">In 100</th>
          <th scope="col">Wanted</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in over.categories" :key="one.category" :class="{ short: one.shortMs > 0 }">
          <th scope="row">{{ CATEGORIES[one.category as Category].name }}</th>
          <td>{{ share(one.workMs) }}</td>
          <td>{{ one.wantMs === undefined ? '' : share(one.wantMs) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
table {
  width: 100%;
}
th,
td {
  padding: 2px 4px;
  text-align: right;
  font-variant-numeric: tabular-nums;
  border-bottom: 1px solid var(--color-straw);
}
th:first-child {
  text-align: left;
}
tbody th {
  font-weight: 450;
}
.short td:nth-child(2) {
  font-weight: 700;
  color: var(--color-brick-deep);
}
</style>
