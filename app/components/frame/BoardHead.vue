<script setup lang="ts">
import type { Block } from '~~/core/plan/schema'
import { minutes } from '~~/core/kernel/time-text'

/** The line every board begins with: mark, title, dose in words, length. */
defineProps<{ block: Block; say: string; ms: number }>()
</script>

<template>
  <div class="head">
    <PhaseMark :phase="block.phase" />
    <span class="title">{{ block.title }}</span>
    <span class="say">{{ say }}</span>
    <span class="len">{{ minutes(ms) }}</span>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 8px;
  min-width: 0;
  padding: 0 8px 0 15px;
  white-space: nowrap;
}
.title {
  font: 640 15px/19px var(--font-serif);
  color: var(--color-ink);
  overflow: hidden;
  text-overflow: ellipsis;
  flex: 0 1 auto;
  min-width: 60px;
}
.say {
  flex: 1 1 0;
  min-width: 24px;
  font-size: 13px;
  line-height: 17px;
  color: var(--color-ash);
  overflow: hidden;
  text-overflow: ellipsis;
}
.len {
  padding-left: 6px;
  font: 680 15px/19px var(--font-sans);
}
</style>
