<script setup lang="ts">
/** Where something would come down: a line between two boards, or a group of one board. */
defineProps<{
  insertion: { y: number; clock: string; carried: boolean } | undefined
  painted: { y: number; h: number; g: number; name: string } | undefined
  columns: number
}>()
</script>

<template>
  <div
    v-if="insertion"
    class="insertion"
    :class="{ carried: insertion.carried }"
    :style="{ top: `${insertion.y}px` }"
    aria-hidden="true"
  >
    <span>{{ insertion.carried ? `here at ${insertion.clock}` : '+' }}</span>
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
.insertion {
  position: absolute;
  left: -4px;
  right: -4px;
  z-index: 3;
  height: 0;
  pointer-events: none;
  border-top: 2px solid var(--color-gilt);
  opacity: 0.7;
}
.insertion span {
  position: absolute;
  left: -15px;
  top: -9px;
  width: 14px;
  font: 700 15px/16px var(--font-sans);
  text-align: center;
  color: #241808;
  background: var(--color-gilt);
  border-radius: 2px;
}
.insertion.carried {
  border-top-width: 4px;
  opacity: 1;
}
.insertion.carried span {
  left: 30%;
  top: -10px;
  width: auto;
  padding: 0 8px;
  font-size: 13px;
  color: var(--color-paper);
  background: var(--color-umber);
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
