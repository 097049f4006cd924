<script setup lang="ts">
import type { GroupOver } from '~~/core/balance/over-time'

/** Right against left and performing against receiving, from a middle post; what leans is said above. */
const { groups } = defineProps<{ groups: readonly GroupOver[] }>()
const library = useLibraryStore()
/** A difference of more than this part of the sum leans. */
const LEANS = 0.08

const PAIRS = [
  { left: 'left', right: 'right', of: ({ sides }: GroupOver) => [sides.L, sides.R] as const },
  {
    left: 'receiving',
    right: 'performing',
    of: ({ received, performed }: GroupOver) => [received, performed] as const,
  },
] as const
const shown = computed(() =>
  PAIRS.map(({ left, right, of }) => {
    const most = Math.max(1, ...groups.flatMap(of))
    return {
      left,
      right,
      rows: groups.map((group) => {
        const [a, b] = of(group)
        const sum = a + b
        return {
          group: group.group,
          a: Math.round(a),
          b: Math.round(b),
          widths: [(a / most) * 100, (b / most) * 100],
          share: sum > 0 ? a / sum : 0.5,
          leans: sum > 0 && Math.abs(a - b) > LEANS * sum,
        }
      }),
    }
  }),
)
/** Only sides should come out even: who receives little may be learning by doing. */
const says = computed(() => {
  const leaning = (shown.value[0]?.rows ?? []).filter(({ leans }) => leans)
  return leaning.map(({ group, share }) =>
    share < 0.5
      ? `${library.groupName(group)}’s left gets ${Math.round(share * 100)} %.`
      : `${library.groupName(group)}’s right gets ${Math.round((1 - share) * 100)} %.`,
  )
})
</script>

<template>
  <section class="panel px-3.5 py-3" aria-labelledby="sides-title">
    <div class="flex items-baseline gap-3">
      <h2 id="sides-title" class="text-20">Sides and roles</h2>
      <span class="text-13 text-ash">reps a head; roles in partner work</span>
    </div>
    <p v-if="says.length" class="text-brick-deep">{{ says.join(' ') }}</p>
    <p v-else class="text-ash">Both sides come out even.</p>
    <table v-for="pair in shown" :key="pair.left" class="figures">
      <thead>
        <tr>
          <td></td>
          <th scope="col" class="to-right">{{ pair.left }}</th>
          <th scope="col">{{ pair.right }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in pair.rows" :key="row.group" :class="{ leans: row.leans && pair.left === 'left' }">
          <th scope="row">
            <GroupSash :group="row.group" />
          </th>
          <td class="half to-right">
            <span>{{ row.a }}</span><i class="a" :style="{ width: `${row.widths[0]! * 0.5}%` }" />
          </td>
          <td class="half b-side">
            <i class="b" :style="{ width: `${row.widths[1]! * 0.5}%` }" /><span>{{ row.b }}</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
table {
  table-layout: fixed;
}
th:first-child,
td:first-child {
  width: 112px;
  white-space: nowrap;
}
thead th {
  padding: 0 6px;
  text-align: left;
}
.to-right,
thead th.to-right {
  text-align: right;
}
.half {
  padding: 2px 0;
  white-space: nowrap;
}
.half > * {
  display: inline-block;
  vertical-align: middle;
}
.half i {
  height: 14px;
}
.half span {
  margin: 0 6px;
}
.b-side {
  border-left: 3px solid var(--color-umber);
}
.a {
  background: #b9a68f;
}
.b {
  background: linear-gradient(#e3ae45, #c8922b);
}
.leans span {
  font-weight: 700;
  color: var(--color-brick-deep);
}
</style>
