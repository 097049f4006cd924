<script setup lang="ts">
import type { SaveState } from '~/stores/plan'

/** Where the plan's last change is: always in words. */
const store = usePlanStore()
const WORDS: Record<SaveState, string> = {
  kept: 'all changes kept',
  changed: 'keeping…',
  saving: 'keeping…',
  unreachable: 'server not reached; kept here, trying again',
  stale: 'someone else saved first',
  refused: 'not kept',
}
const bad = computed(() => ['unreachable', 'stale', 'refused'].includes(store.saveState))
</script>

<template>
  <span
    class="text-13"
    :class="bad ? 'font-semibold text-brick-deep' : 'text-ash'"
    role="status"
    data-test="save-state"
  >
    {{ WORDS[store.saveState] }}
    <template v-if="store.saveState === 'refused'"
      >: {{ store.faults[0]?.path }} {{ store.faults[0]?.message }}</template
    >
  </span>
</template>
