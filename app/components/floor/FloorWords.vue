<script setup lang="ts">
/** What the instructor wrote, where the instructor stands: the words for this very set, round or side, and the notes of the board with their lines. */
defineProps<{ says: readonly string[]; notes: string | undefined }>()
</script>

<template>
  <div v-if="says.length || notes" class="words" tabindex="0" data-test="words">
    <p v-for="text in says" :key="text" class="now">{{ text }}</p>
    <p v-if="notes">{{ notes }}</p>
  </div>
</template>

<style scoped>
.words {
  flex: none;
  max-height: 112px;
  padding: 2px 12px;
  overflow-y: auto;
  font-size: 21px;
  line-height: 28px;
  white-space: pre-line;
  border-left: 5px solid var(--color-gilt);
}
.now {
  font-weight: 650;
  color: var(--color-hall-gilt);
}
@media (max-width: 760px) {
  .words {
    font-size: 18px;
    line-height: 23px;
    max-height: 96px;
  }
}
@media (min-width: 500px) and (max-height: 500px) {
  .words {
    grid-column: 1 / -1;
    max-height: 44px;
    font-size: 17px;
    line-height: 21px;
  }
}
</style>
