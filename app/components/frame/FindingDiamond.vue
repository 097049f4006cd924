<script setup lang="ts">
import type { Severity } from '~~/core/checks'

/** The number of a finding in its diamond: brick for what is to be mended, harbour for a hint. */
defineProps<{ n: number; severity: Severity }>()
</script>

<template>
  <span class="diamond" :class="severity"
    ><i>{{ n }}</i></span
  >
</template>

<style scoped>
.diamond {
  position: relative;
  display: grid;
  flex: none;
  width: 19px;
  height: 19px;
  place-items: center;
  color: #fff;
  font: 700 13px/17px var(--font-sans);
}
.diamond::before {
  content: '';
  position: absolute;
  inset: 2.5px;
  transform: rotate(45deg);
  border-radius: 2px;
  background: var(--color-brick);
}
.diamond.hint::before {
  background: var(--color-harbour);
}
.diamond i {
  position: relative;
  font-style: normal;
}
</style>
