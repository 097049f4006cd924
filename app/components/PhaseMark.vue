<script setup lang="ts">
import { PHASES, type Phase } from '~~/core/plan/phases'

defineProps<{ phase: Phase }>()
</script>

<template>
  <abbr class="mark" :data-phase="phase" :title="PHASES[phase].name">{{ PHASES[phase].mark }}</abbr>
</template>

<style scoped>
.mark {
  flex: none;
  width: 22px;
  font: 720 13px/16px var(--font-sans);
  letter-spacing: 0.3px;
  color: var(--phase);
  text-decoration: none;
}
</style>
