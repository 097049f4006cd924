<script setup lang="ts">
import type { Severity } from '~~/core/checks'

/** The number of a finding in its diamond: brick for what is to be mended, harbour for a hint. */
defineProps<{ n: number; severity: Severity }>()
</script>

<template>
  <svg class="diamond" :class="severity" width="19" height="19">
    <path
      d="M9.5 .6Q10.2 .6 10.9 1.3L17.7 8.1Q19.1 9.5 17.7 10.9L10.9 17.7Q9.5 19.1 8.1 17.7L1.3 10.9Q-.1 9.5 1.3 8.1L8.1 1.3Q8.8 .6 9.5 .6Z"
    />
    <text x="9.5" y="14.2" text-anchor="middle">{{ n }}</text>
  </svg>
</template>

<style scoped>
/* One drawing with nothing turned and nothing cut: it stands beside boards that move with every key. */
.diamond {
  flex: none;
  overflow: visible;
  font: 700 13px/17px var(--font-sans);
}
.diamond path {
  fill: var(--color-brick);
}
.diamond.hint path {
  fill: var(--color-harbour);
}
.diamond text {
  fill: #fff;
}
</style>
