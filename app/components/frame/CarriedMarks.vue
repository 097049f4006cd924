<script setup lang="ts">
/** Where something would come down: a line between two boards, or a group of one board. */
defineProps<{
  insertion: { y: number; clock: string; carried: boolean } | undefined
  painted: { y: number; h: number; g: number; name: string } | undefined
  columns: number
}>()
</script>

<template>
  <svg class="keyed" aria-hidden="true">
    <rect width="100%" height="100%" />
    <template v-if="insertion && !insertion.carried">
      <line x1="16" x2="100%" :y1="insertion.y + 13" :y2="insertion.y + 13" />
      <path
        class="tab"
        :d="`M2.5 ${insertion.y + 5}h11a2 2 0 0 1 2 2v12a2 2 0 0 1-2 2h-11a2 2 0 0 1-2-2v-12a2 2 0 0 1 2-2z`"
      />
      <path class="plus" :d="`M4 ${insertion.y + 13}h8m-4-4v8`" />
    </template>
  </svg>
  <div v-if="insertion?.carried" class="carried" :style="{ top: `${insertion.y}px` }" aria-hidden="true">
    <span>here at {{ insertion.clock }}</span>
  </div>
  <div
    v-if="painted"
    class="painted"
    :style="{
      top: `${painted.y}px`,
      height: `${painted.h}px`,
      left: `calc(${painted.g} * (100% + 6px) / ${columns})`,
      width: `calc((100% + 6px) / ${columns} - 6px)`,
    }"
  >
    onto {{ painted.name }}
  </div>
</template>

<style scoped>
/*
 * The place moves with every key. Drawn on a ground that is always there, however faint, it reaches no further at one place than at
 * another, and the browser draws its line anew without working out all layers of the page.
 */
.keyed {
  position: absolute;
  inset: -12px auto auto -20px;
  z-index: 3;
  width: calc(100% + 24px);
  height: calc(100% + 24px);
  pointer-events: none;
}
.keyed rect {
  fill: rgb(200 146 43 / 0.005);
}
.keyed line {
  stroke: rgb(200 146 43 / 0.7);
  stroke-width: 2;
}
.tab {
  fill: #d9b36a;
}
.plus {
  fill: none;
  stroke: #241808;
  stroke-width: 2;
}
.carried {
  position: absolute;
  left: -4px;
  right: -4px;
  z-index: 3;
  height: 0;
  pointer-events: none;
  border-top: 4px solid var(--color-gilt);
}
.carried span {
  position: absolute;
  left: 30%;
  top: -10px;
  padding: 0 8px;
  font: 700 13px/16px var(--font-sans);
  color: var(--color-paper);
  background: var(--color-umber);
  border-radius: 2px;
}
.painted {
  position: absolute;
  z-index: 5;
  display: grid;
  place-items: center;
  pointer-events: none;
  font-weight: 680;
  color: var(--color-umber);
  background: rgba(255, 231, 168, 0.85);
  border: 2px solid var(--color-gilt);
  border-radius: 2px;
}
</style>
