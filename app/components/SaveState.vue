<script setup lang="ts">
import type { Fault } from '~~/core/kernel/faults'
import { counted } from '~~/core/kernel/time-text'
import { saidFault } from '~~/core/kernel/said-fields'
import type { SaveState } from '~/domain/edited-document'

/** Where the last change is: always in words. */
const props = defineProps<{ state: SaveState; fault?: Fault | undefined; said?: (fault: Fault) => string }>()
const WORDS: Record<SaveState, string> = {
  kept: 'all changes kept',
  changed: 'keeping…',
  saving: 'keeping…',
  unreachable: 'server not reached; kept on this device, trying again',
  'signed out': 'signed out; kept on this device until you sign in',
  stale: 'someone else saved first',
  refused: 'kept but for what is marked',
}
const wrong = useWrongFieldCount()
const isPart = computed(() => props.state === 'kept' && wrong.value > 0)
const bad = computed(
  () => isPart.value || ['unreachable', 'signed out', 'stale', 'refused'].includes(props.state),
)
const words = computed(() =>
  isPart.value ? `kept but for ${counted(wrong.value, 'figure')} marked red` : WORDS[props.state],
)
</script>

<template>
  <span
    class="text-13"
    :class="bad ? 'font-semibold text-brick-deep' : 'text-ash'"
    role="status"
    data-test="save-state"
  >
    {{ words
    }}<template v-if="state === 'refused' && fault">: {{ said?.(fault) ?? saidFault(fault) }}</template>
  </span>
</template>
