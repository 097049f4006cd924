<script setup lang="ts">
import type { Mark } from '~~/core/people/marks'
import { sectionName } from '~~/core/people/section-runs'
import { minutes } from '~~/core/kernel/time-text'
import type { StudentPage } from '~~/shared/answers'

/** What a student practised in one class, one row per item and layer, with the mark that stands. */
type Row = StudentPage['practice'][number]
defineProps<{ rows: Row[]; markOf: (row: Row) => StudentPage['marks'][number] | undefined }>()
const emit = defineEmits<{ give: [row: Row, mark: { mark: Mark; fault?: string | undefined }] }>()
const library = useLibraryStore()
/** `The steps ×2, The turn ×0`: which sections, and how often. */
function sectionsSaid({ itemId, sections }: Row): string {
  const known = library.items.get(itemId)?.sections ?? []
  return sections.map(({ id, runs }) => `${sectionName(id, known)} ×${runs}`).join(', ')
}
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col">Item</th>
        <th scope="col">Layer</th>
        <th scope="col" class="n">Left</th>
        <th scope="col" class="n">Right</th>
        <th scope="col" class="n">No side</th>
        <th scope="col" class="n">Received</th>
        <th scope="col" class="n">Minutes</th>
        <th scope="col">Mark</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="`${row.itemId} ${row.layer}`" :data-item="row.itemId">
        <th scope="row">
          {{ library.itemName(row.itemId) }}
          <i v-if="row.estimated" title="reps estimated from timed rounds">≈</i>
          <span v-if="row.inCombinations" class="in-them">{{ row.inCombinations }} in combinations</span>
          <span v-if="row.sections.length" class="in-them">sections {{ sectionsSaid(row) }}</span>
        </th>
        <td class="layer">{{ row.layer }} · {{ library.layerName(row.itemId, row.layer) }}</td>
        <td class="n" data-label="Left">{{ row.repsL || '' }}</td>
        <td class="n" data-label="Right">{{ row.repsR || '' }}</td>
        <td class="n" data-label="No side">{{ row.repsN || '' }}</td>
        <td class="n" data-label="Received">{{ row.received || '' }}</td>
        <td class="n" data-label="Minutes">
          {{ minutes(row.workMs)
          }}<span v-if="row.holdingMs" class="block text-13 text-ash"
            >holding {{ minutes(row.holdingMs) }}</span
          >
        </td>
        <td class="mark">
          <MarkPick
            :item="row.itemId"
            :layer="row.layer"
            :given="markOf(row)"
            @give="emit('give', row, $event)"
          />
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.in-them {
  display: block;
  font-weight: 400;
  font-size: 13px;
  line-height: 16px;
  color: var(--color-ash);
}
table {
  width: 100%;
  margin-top: 4px;
  border-collapse: collapse;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
}
th,
td {
  padding: 5px 10px;
  text-align: left;
  border-top: 1px solid #e7decd;
}
thead th {
  font-size: 13px;
  font-weight: 560;
  color: var(--color-ash);
  background: #f6efe1;
}
tbody th {
  font-weight: 600;
}
.layer {
  color: var(--color-ash);
}
.n {
  text-align: right;
  white-space: nowrap;
}
th i {
  font-style: normal;
  color: var(--color-ash);
}
/* On a phone each item is a card of its own. */
@media (max-width: 640px) {
  table,
  tbody,
  tr,
  tbody th,
  td {
    display: block;
  }
  thead {
    display: none;
  }
  tr {
    display: grid;
    grid-template-columns: repeat(5, auto);
    justify-content: start;
    gap: 0 16px;
    padding: 8px 10px 10px;
    border-top: 1px solid #e7decd;
  }
  tbody th,
  td {
    padding: 0;
    border: 0;
  }
  tbody th,
  .layer,
  .mark {
    grid-column: 1 / -1;
  }
  .n {
    text-align: left;
  }
  .n:empty {
    display: none;
  }
  .n::before {
    content: attr(data-label);
    display: block;
    font-size: 13px;
    color: var(--color-ash);
  }
}
</style>
