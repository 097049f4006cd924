<script setup lang="ts">
import type { After } from '~~/core/floor/after'
import { minutes } from '~~/core/kernel/time-text'

/** What ran against the plan, board by board, and where each group's time went. */
defineProps<{ after: After }>()
const HOW: Record<After['boards'][number]['how'], string> = {
  'as planned': '',
  longer: 'stretched',
  shorter: 'cut',
  quicker: 'done sooner',
  'left out': 'left out',
  'came in': 'came in',
}
const signed = (ms: number) => `${ms < 0 ? '−' : '+'}${minutes(Math.abs(ms))}`
</script>

<template>
  <div class="after">
    <table>
      <caption>
        What ran, against the plan
      </caption>
      <thead>
        <tr>
          <th scope="col">Board</th>
          <th scope="col" class="figure">Planned</th>
          <th scope="col" class="figure">Ran</th>
          <th scope="col"><span class="sr-only">How</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="board in after.boards" :key="board.id" :class="{ out: board.how === 'left out' }">
          <th scope="row">{{ board.title }}</th>
          <td class="figure">{{ board.plannedMs === undefined ? '' : minutes(board.plannedMs) }}</td>
          <td class="figure">{{ board.tookMs ? minutes(board.tookMs) : '' }}</td>
          <td>
            {{ HOW[board.how] }}
            <template v-if="['longer', 'shorter', 'quicker'].includes(board.how)">{{
              signed(board.tookMs - (board.plannedMs ?? 0))
            }}</template>
          </td>
        </tr>
      </tbody>
    </table>
    <table>
      <caption>
        Where the time went
      </caption>
      <thead>
        <tr>
          <th scope="col">Group</th>
          <th scope="col" class="figure">Work</th>
          <th scope="col" class="figure">Rest</th>
          <th scope="col" class="figure">Talk</th>
          <th scope="col" class="figure">By themselves</th>
          <th scope="col" class="figure">Waiting</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="group in after.groups" :key="group.group">
          <th scope="row">{{ group.name }}</th>
          <td class="figure">{{ minutes(group.work) }}</td>
          <td class="figure">{{ minutes(group.rest) }}</td>
          <td class="figure">{{ minutes(group.talk) }}</td>
          <td class="figure">{{ minutes(group.holding) }}</td>
          <td class="figure">{{ minutes(group.idle) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.after {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 36px;
  align-items: start;
  margin-top: 18px;
  font-size: 20px;
  line-height: 26px;
  text-align: left;
}
table {
  width: 100%;
  border-collapse: collapse;
}
caption {
  padding-bottom: 6px;
  font: 660 24px/30px var(--font-serif);
  text-align: left;
  color: #fff3d6;
}
th,
td {
  padding: 5px 10px 5px 0;
  font-weight: 400;
  border-bottom: 1px solid #3a3028;
}
thead th {
  font-size: 18px;
  color: var(--color-hall-ash);
}
tbody th {
  font-weight: 600;
}
.figure {
  text-align: right;
  white-space: nowrap;
}
.out th,
.out td {
  color: var(--color-hall-ash);
}
@media (max-width: 760px) {
  .after {
    grid-template-columns: 1fr;
    font-size: 17px;
  }
}
</style>
