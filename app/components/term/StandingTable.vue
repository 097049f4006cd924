<script setup lang="ts">
import type { GroupOver } from '~~/core/balance/over-time'

/** How much of each group's work was new, current, review or ahead for the rank of who worked on it. */
const { groups } = defineProps<{ groups: readonly GroupOver[] }>()
const library = useLibraryStore()
const KINDS = ['new', 'current', 'review', 'ahead', 'other'] as const
const minutesOf = (ms: number) => Math.round(ms / 60_000)
const share = (one: GroupOver, kind: (typeof KINDS)[number]) =>
  one.workMs > 0 ? (one.standing[kind] / one.workMs) * 100 : 0
</script>

<template>
  <section class="panel" aria-labelledby="standing-title">
    <div class="flex items-baseline gap-3">
      <h2 id="standing-title" class="text-20">New and known</h2>
      <span class="text-13 text-ash">minutes, by who did it</span>
    </div>
    <table>
      <thead>
        <tr>
          <td></td>
          <th v-for="kind in KINDS" :key="kind" scope="col"><i :class="kind" />{{ kind }}</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="one in groups" :key="one.group">
          <tr>
            <th scope="row">
              <Sash :ranks="library.ranksOfGroup(one.group)" /><span class="sr-only">{{
                library.groupName(one.group)
              }}</span>
            </th>
            <td v-for="kind in KINDS" :key="kind">{{ minutesOf(one.standing[kind]) || '' }}</td>
          </tr>
          <tr class="strip" aria-hidden="true">
            <td :colspan="KINDS.length + 1">
              <span
                ><i
                  v-for="kind in KINDS"
                  :key="kind"
                  :class="kind"
                  :style="{ width: `${share(one, kind)}%` }"
              /></span>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.panel {
  padding: 12px 14px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
}
table {
  width: 100%;
  margin-top: 6px;
}
th,
td {
  padding: 3px 6px 0;
  text-align: right;
  font-variant-numeric: tabular-nums;
}
th:first-child {
  text-align: left;
}
thead th,
thead td {
  padding-bottom: 3px;
  font-weight: 650;
  border-bottom: 2px solid var(--color-umber);
}
thead i {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin-right: 5px;
}
.strip td {
  padding: 2px 0 6px;
  border-bottom: 1px solid var(--color-straw);
}
.strip span {
  display: flex;
  height: 8px;
}
.new {
  background: #2c5a70;
}
.current {
  background: #c8922b;
}
.review {
  background: #8fa672;
}
.ahead {
  background: #a63a24;
}
.other {
  background: #cfc2ae;
}
</style>
