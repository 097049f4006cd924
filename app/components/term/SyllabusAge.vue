<script setup lang="ts">
import type { AgedCell } from '~~/core/balance/syllabus-age'
import { CATEGORIES, CATEGORY_NAMES, type Category } from '~~/core/curriculum/categories'

/** The syllabus by the days since each rank worked on it: what goes stale is seen at a glance and read out below. */
const { cells } = defineProps<{ cells: readonly AgedCell[] }>()
const library = useLibraryStore()
const MOST = 3
const STEPS = [
  { upTo: 7, is: 'week', name: 'a week' },
  { upTo: 14, is: 'two', name: 'two' },
  { upTo: 28, is: 'four', name: 'four' },
  { upTo: Infinity, is: 'longer', name: 'longer' },
] as const
const kindOf = (ago: number | undefined) =>
  ago === undefined ? 'never' : (STEPS.find(({ upTo }) => ago <= upTo)?.is ?? 'longer')
const ranks = computed(() => library.ladder.ranks.filter(({ id }) => cells.some(({ rank }) => rank === id)))
const categories = computed(() =>
  CATEGORY_NAMES.filter((name) => cells.some(({ category }) => category === name)),
)
const cellOf = (rank: string, category: Category) =>
  cells.find((one) => one.rank === rank && one.category === category)
const chosen = ref<{ rank: string; category: Category }>()
/** Until one is chosen, the one with most that was never worked, or that is stalest. */
const read = computed(() => {
  const { value: at } = chosen
  if (at) return cellOf(at.rank, at.category)
  const weight = ({ items }: AgedCell) => items.reduce((sum, { due }) => sum + due, 0)
  return [...cells].sort((a, b) => weight(b) - weight(a))[0]
})
const rankName = (id: string) => library.ladder.ranks.find((one) => one.id === id)?.name ?? id
const said = (cell: AgedCell) =>
  `${rankName(cell.rank)}, ${CATEGORIES[cell.category].name.toLowerCase()}: ${cell.items
    .map(({ item, ago }) => `${library.itemName(item)} ${ago === undefined ? 'never' : `${ago} days`}`)
    .join(', ')}`
</script>

<template>
  <section class="panel px-3.5 py-3" aria-labelledby="age-title">
    <div class="flex flex-wrap items-baseline gap-x-4">
      <h2 id="age-title" class="text-20">The syllabus, by days since each rank had it</h2>
      <span class="key">
        <span v-for="step in STEPS" :key="step.is"><i class="chip" :class="step.is" />{{ step.name }}</span>
        <span><i class="chip never" />never</span>
      </span>
    </div>
    <p v-if="cells.length === 0" class="text-ash">
      The syllabus asks nothing yet of any rank that somebody has.
    </p>
    <div v-else class="overflow-x-auto">
      <table>
        <thead>
          <tr>
            <td></td>
            <th v-for="category in categories" :key="category" scope="col">
              {{ CATEGORIES[category].name }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ id } in ranks" :key="id">
            <th scope="row">
              <Sash :ranks="[id]" /><span class="sr-only">{{ rankName(id) }}</span>
            </th>
            <td v-for="category in categories" :key="category">
              <button
                v-if="cellOf(id, category)"
                type="button"
                class="cell"
                :aria-label="said(cellOf(id, category)!)"
                :aria-pressed="read?.rank === id && read.category === category"
                @click="chosen = { rank: id, category }"
              >
                <i
                  v-for="one in cellOf(id, category)!.items.slice(0, MOST)"
                  :key="one.item"
                  class="chip"
                  :class="kindOf(one.ago)"
                  >{{ one.ago ?? '–' }}</i><span v-if="cellOf(id, category)!.items.length > MOST" class="more"
                  >+{{ cellOf(id, category)!.items.length - MOST }}</span
                >
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="read" class="read" role="status">
      <b>{{ rankName(read.rank) }}, {{ CATEGORIES[read.category].name.toLowerCase() }}:</b>
      <template v-for="(one, n) in read.items" :key="one.item"
        >{{ n ? '; ' : ' ' }}{{ library.itemName(one.item) }}
        <span :class="{ 'font-bold text-brick-deep': one.ago === undefined }">{{ one.says }}</span></template
      >.
    </p>
  </section>
</template>

<style scoped>
.key {
  display: flex;
  gap: 14px;
  margin-left: auto;
  font-size: 13px;
}
.key .chip {
  width: 14px;
  min-width: 14px;
  height: 14px;
  margin-right: 5px;
  vertical-align: -2px;
}
table {
  width: 100%;
  margin-top: 6px;
}
th,
td {
  padding: 2px 3px;
  text-align: left;
  border-bottom: 1px solid var(--color-straw);
}
thead th,
thead td {
  font-size: 13px;
  font-weight: 650;
  border-bottom: 2px solid var(--color-umber);
}
.cell {
  display: flex;
  gap: 1px;
  align-items: center;
  min-height: 30px;
  padding: 2px;
  border: 2px solid transparent;
}
.cell:hover {
  border-color: var(--color-straw);
}
.cell[aria-pressed='true'] {
  border-color: var(--color-harbour);
}
.chip {
  display: inline-grid;
  place-items: center;
  min-width: 21px;
  height: 24px;
  padding: 0 2px;
  font-size: 13px;
  font-style: normal;
  font-weight: 700;
  font-variant-numeric: tabular-nums;
}
.week {
  color: #fff;
  background: #4c6b3a;
}
.two {
  background: #c9d8b4;
}
.four {
  background: #f3dda6;
}
.longer {
  color: #fff;
  background: #a63a24;
}
.never {
  color: var(--color-brick-deep);
  border: 2px dashed #a63a24;
}
.more {
  padding-left: 3px;
  font-size: 13px;
  color: var(--color-ash);
}
.read {
  margin-top: 8px;
  padding: 6px 10px;
  border-left: 4px solid var(--color-harbour);
}
</style>
