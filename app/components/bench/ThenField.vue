<script setup lang="ts">
import { capital } from '~~/core/kernel/said-fields'
import type { Dose } from '~~/core/plan/doses'
import { readShorthand, writeShorthand } from '~~/core/plan/doses/shorthand'
import { FOLLOWS_A_TURN } from '~~/core/plan/rules-inside'

/** What a group does by itself once its turn is over, in one line; empty where it waits like the others. */
defineProps<{ then: Dose | undefined; label: string }>()
const emit = defineEmits<{ change: [then: Dose | undefined] }>()
function take(line: string): string | undefined {
  const read = line ? readShorthand(line) : { ok: true as const, dose: undefined }
  if (!read.ok) return capital(read.fault.message)
  if (read.dose && !FOLLOWS_A_TURN.includes(read.dose.kind))
    return 'By themselves they do reps, rounds or holds, such as 6 each side or 2 rounds 0:45'
  emit('change', read.dose)
  return undefined
}
</script>

<template>
  <TypedLine
    :label="label"
    :written="then ? writeShorthand(then) : ''"
    :take="take"
    placeholder="6 each side"
  />
</template>
