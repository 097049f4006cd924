<script setup lang="ts">
import { minutes } from '~~/core/kernel/time-text'

/** Time in which a group waits with nothing to do; from a minute and a half on it is a matter for the instructor. */
const props = defineProps<{ ms: number; height: number }>()
const LONG_MS = 90_000
const long = computed(() => props.ms > LONG_MS)
</script>

<template>
  <div class="gap" :class="long ? 'hatch-bad bad' : 'hatch-wait'" :style="{ height: `${height}px` }">
    <span v-if="height >= 13" class="said" :class="{ tight: height < 17 }">waits {{ minutes(ms) }}</span>
  </div>
</template>

<style scoped>
.gap {
  display: flex;
  align-items: center;
  justify-content: center;
  overflow: hidden;
  color: var(--color-ash);
  font-size: 13px;
  line-height: 16px;
}
.said {
  padding: 0 6px;
  border-radius: 2px;
  background: var(--color-ground);
  white-space: nowrap;
}
.tight {
  line-height: 12px;
}
.bad {
  color: var(--color-brick-deep);
  font-weight: 600;
  outline: 1px solid #c9806b;
  outline-offset: -1px;
}
.bad .said {
  background: #fbede6;
}
</style>
