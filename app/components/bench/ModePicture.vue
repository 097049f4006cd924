<script setup lang="ts">
import type { Mode } from '~~/core/plan/schema'

/** How a class shares the floor, drawn: one board, sawn, in layers, in turns, in rotation. */
defineProps<{ mode: Mode }>()
</script>

<template>
  <svg width="30" height="18" viewBox="0 0 30 18" aria-hidden="true">
    <g v-if="mode === 'together'"><rect x="1" y="3" width="28" height="12" rx="1" /></g>
    <g v-else-if="mode === 'oneCount'">
      <rect x="1" y="2" width="28" height="5" />
      <rect v-for="x in [1, 8.3, 15.6, 22.9]" :key="x" :x="x" y="6" width="6.1" height="10" />
    </g>
    <g v-else-if="mode === 'layers'">
      <rect x="1" y="2" width="28" height="4" />
      <rect x="1" y="5" width="6.1" height="5" />
      <rect x="8.3" y="5" width="6.1" height="7" />
      <rect x="15.6" y="5" width="6.1" height="9" />
      <rect x="22.9" y="5" width="6.1" height="11" />
    </g>
    <g v-else-if="mode === 'turns'">
      <rect x="1" y="2" width="7" height="3.5" />
      <rect x="8" y="6" width="7" height="3.5" />
      <rect x="15" y="10" width="7" height="3.5" />
      <rect x="22" y="14" width="7" height="3" />
    </g>
    <g v-else>
      <rect x="2" y="2" width="9" height="5" />
      <rect x="19" y="2" width="9" height="5" />
      <rect x="2" y="11" width="9" height="5" />
      <rect x="19" y="11" width="9" height="5" />
      <path d="M12 4.500h6M15 8v3M12 13.500h6" stroke="currentColor" stroke-width="1.4" fill="none" />
    </g>
  </svg>
</template>
