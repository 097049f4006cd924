<script setup lang="ts">
/** What is a tap for each of many, in one row under the columns: what finds no room is drawn in from the side. */
defineProps<{ label: string }>()
</script>

<template>
  <div class="taps" role="group" :aria-label="label">
    <p><slot name="says" /></p>
    <slot />
  </div>
</template>

<style scoped>
.taps {
  display: flex;
  flex: none;
  gap: 8px;
  align-items: center;
  overflow-x: auto;
  font-size: 18px;
  white-space: nowrap;
}
p {
  color: var(--color-hall-ash);
}
:slotted(button) {
  flex: none;
  min-height: 36px;
  padding: 0 12px;
  border: 1.5px solid var(--color-hall-line);
  border-radius: 4px;
}
@media (max-width: 760px) {
  :slotted(button) {
    min-height: 40px;
  }
}
</style>
