<script setup lang="ts">
import type { Fault } from '~~/core/kernel/faults'
import { isSentence } from '~~/core/kernel/said-fields'

/** What a file would do, row by row: what is refused first, and why. */
interface Row {
  row: number
  name: string
  outcome: 'added' | 'changed' | 'same' | 'refused'
  changes?: string[]
  faults: Fault[]
}
const props = withDefaults(defineProps<{ rows: readonly Row[]; what?: string }>(), { what: 'item' })
const ORDER = { refused: 0, changed: 1, added: 2, same: 3 }
const MOST = 200
const all = ref(false)
const sorted = computed(() =>
  [...props.rows].sort((a, b) => ORDER[a.outcome] - ORDER[b.outcome] || a.row - b.row),
)
const shown = computed(() => (all.value ? sorted.value : sorted.value.slice(0, MOST)))
function why({ outcome, changes = [], faults }: Row): string {
  if (outcome === 'refused')
    return faults
      .map(({ path, message }) =>
        isSentence(message) ? message : `${path === '$' ? 'the row' : path} ${message}`,
      )
      .join('; ')
  return outcome === 'changed' ? changes.join(', ') : ''
}
</script>

<template>
  <table class="w-full">
    <thead class="text-13 text-left text-ash">
      <tr>
        <th class="w-14 font-normal">row</th>
        <th class="font-normal">{{ what }}</th>
        <th class="w-24 font-normal">would be</th>
        <th class="font-normal">what, or why not</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in shown" :key="row.row" class="border-t border-straw align-top" :class="row.outcome">
        <td class="text-ash">{{ row.row }}</td>
        <td>{{ row.name }}</td>
        <td class="outcome">{{ row.outcome }}</td>
        <td>{{ why(row) }}</td>
      </tr>
    </tbody>
  </table>
  <button v-if="rows.length > MOST && !all" type="button" class="link mt-2" @click="all = true">
    Show all {{ rows.length }} rows
  </button>
</template>

<style scoped>
.refused .outcome,
.refused td:last-child {
  color: var(--color-brick-deep);
  font-weight: 600;
}
.added .outcome {
  color: var(--color-moss);
}
.changed .outcome {
  color: var(--color-harbour);
}
.same {
  color: var(--color-ash);
}
</style>
