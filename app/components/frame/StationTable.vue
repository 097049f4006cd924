<script setup lang="ts">
import type { Plan } from '~~/core/plan/schema'
import { rotationsOf } from '~~/core/plan/modes/rotation'
import { clockAt, counted, minutes } from '~~/core/kernel/time-text'
import type { PlacedBoard } from '~/domain/frame-geometry'

/** The rotation table of a station board: who is where when, rotations down, teams across. One lap; the others are the same. */
const props = defineProps<{ board: PlacedBoard; plan: Plan; height: number }>()
const stations = computed(() => props.board.block.stations ?? [])
const teams = computed(() => props.board.block.teams ?? 1)
const laps = computed(() => props.board.block.laps ?? 1)
const rows = computed(() =>
  rotationsOf(props.board.block)
    .filter(({ lap }) => lap === 1)
    .map((rotation) => ({
      ...rotation,
      clock: props.plan.start
        ? clockAt(props.plan.start, props.board.at + rotation.at)[0]
        : minutes(props.board.at + rotation.at),
    })),
)
</script>

<template>
  <div
    class="table"
    role="table"
    :aria-label="`Rotations of ${board.block.title}`"
    :style="{ gridTemplateColumns: `46px repeat(${teams}, minmax(0, 1fr))`, height: `${height}px` }"
  >
    <div class="row" role="row">
      <span class="head" role="columnheader">{{ laps > 1 ? counted(laps, 'lap') : 'at' }}</span>
      <span v-for="team in teams" :key="team" class="head" role="columnheader">team {{ team }}</span>
    </div>
    <div v-for="row in rows" :key="row.round" class="row" role="row">
      <span class="clock" role="rowheader">{{ row.clock }}</span>
      <span
        v-for="(station, t) in row.stations"
        :key="t"
        class="cell"
        role="cell"
        :title="stations[station]?.title"
        ><b>{{ station + 1 }}</b> {{ stations[station]?.title }}</span
      >
    </div>
  </div>
</template>

<style scoped>
.table {
  display: grid;
  grid-column: 1 / -1;
  grid-auto-rows: 1fr;
  overflow: hidden;
  padding-left: 10px;
  background: var(--color-paper);
  border: 1px solid #d3c6ae;
  border-top: 0;
  border-left: 0;
  font-size: 13px;
  line-height: 17px;
}
.row {
  display: contents;
}
.head,
.clock {
  color: var(--color-ash);
}
.head,
.clock,
.cell {
  overflow: hidden;
  padding: 1px 5px;
  text-overflow: ellipsis;
  white-space: nowrap;
  border-top: 1px dashed #d9ccb4;
}
.head {
  border-top: 0;
}
.cell b {
  display: inline-block;
  width: 18px;
  text-align: center;
  border-radius: 9px;
  color: var(--color-paper);
  background: var(--phase);
}
</style>
