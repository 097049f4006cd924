<script setup lang="ts">
import type { Fault } from '~~/core/kernel/faults'
import type { SaveState } from '~/domain/edited-document'

/** Where the last change is: always in words. */
const props = defineProps<{ state: SaveState; fault?: Fault | undefined }>()
const WORDS: Record<SaveState, string> = {
  kept: 'all changes kept',
  changed: 'keeping…',
  saving: 'keeping…',
  unreachable: 'server not reached; kept on this device, trying again',
  'signed out': 'signed out; kept on this device until you sign in',
  stale: 'someone else saved first',
  refused: 'not kept',
}
const bad = computed(() => ['unreachable', 'signed out', 'stale', 'refused'].includes(props.state))
const where = computed(() => (props.fault && props.fault.path !== '$' ? `${props.fault.path} ` : ''))
</script>

<template>
  <span
    class="text-13"
    :class="bad ? 'font-semibold text-brick-deep' : 'text-ash'"
    role="status"
    data-test="save-state"
  >
    {{ WORDS[state]
    }}<template v-if="state === 'refused' && fault">: {{ where }}{{ fault.message }}</template>
  </span>
</template>
