<script setup lang="ts">
import type { GroupOver } from '~~/core/balance/over-time'

/** How much of each group's work was new, current, review or ahead for the rank of who worked on it. */
const { groups } = defineProps<{ groups: readonly GroupOver[] }>()
const KINDS = ['new', 'current', 'review', 'ahead', 'other'] as const
const minutesOf = (ms: number) => Math.round(ms / 60_000)
const share = (one: GroupOver, kind: (typeof KINDS)[number]) =>
  one.workMs > 0 ? (one.standing[kind] / one.workMs) * 100 : 0
</script>

<template>
  <section class="panel px-3.5 py-3" aria-labelledby="standing-title">
    <div class="flex items-baseline gap-3">
      <h2 id="standing-title" class="text-20">New and known</h2>
      <span class="text-13 text-ash">minutes, by who did it</span>
    </div>
    <table class="figures">
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
              <GroupSash :group="one.group" />
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
td,
thead th {
  padding: 3px 6px 0;
  text-align: right;
}
tbody th {
  padding: 3px 6px 0;
}
thead th {
  padding-bottom: 3px;
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
