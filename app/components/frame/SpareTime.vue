<script setup lang="ts">
import { minutes } from '~~/core/kernel/time-text'

/** How the class stands against its length: spare, exactly full, or over. */
defineProps<{ spareMs: number }>()
</script>

<template>
  <span v-if="spareMs < 0" class="text-brick-deep">{{ minutes(-spareMs) }} over</span>
  <span v-else class="text-moss">{{
    spareMs === 0 ? 'fits to the second' : `fits, ${minutes(spareMs)} spare`
  }}</span>
</template>
