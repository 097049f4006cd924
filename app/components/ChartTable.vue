<script setup lang="ts">
/** The figures of a chart as a table, opened when they are wanted. */
defineProps<{ heads: readonly string[]; rows: readonly (readonly (string | number)[])[] }>()
</script>

<template>
  <details class="figures">
    <summary class="link text-13">The figures as a table</summary>
    <div class="overflow-x-auto">
      <table>
        <thead>
          <tr>
            <th v-for="head in heads" :key="head" scope="col">{{ head }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in rows" :key="r">
            <th scope="row">{{ row[0] }}</th>
            <td v-for="(cell, c) in row.slice(1)" :key="c">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </details>
</template>

<style scoped>
table {
  margin-top: 6px;
  font-size: 13px;
}
th,
td {
  padding: 2px 8px;
  text-align: right;
  border-bottom: 1px solid var(--color-straw);
}
th:first-child {
  text-align: left;
}
tbody th {
  font-weight: 450;
}
</style>
