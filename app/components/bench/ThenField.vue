<script setup lang="ts">
import { capital } from '~~/core/kernel/said-fields'
import type { Dose } from '~~/core/plan/doses'
import { readShorthand, writeShorthand } from '~~/core/plan/doses/shorthand'
import { FOLLOWS_A_TURN } from '~~/core/plan/rules-inside'

/** What a group does by itself once its turn is over, in one line; empty where it waits like the others. */
const props = defineProps<{ then: Dose | undefined; label: string }>()
const emit = defineEmits<{ change: [then: Dose | undefined] }>()
const id = useId()
const { typed, wrong, taken, leave } = useTypedLine(
  () => (props.then ? writeShorthand(props.then) : ''),
  (line) => {
    const read = line ? readShorthand(line) : { ok: true as const, dose: undefined }
    if (!read.ok) return capital(read.fault.message)
    if (read.dose && !FOLLOWS_A_TURN.includes(read.dose.kind))
      return 'By themselves they do reps, rounds or holds, such as 6 each side or 2 rounds 0:45'
    emit('change', read.dose)
  },
)
</script>

<template>
  <div class="mt-1">
    <label :for="id" class="text-13 text-ash">Then, by themselves</label>
    <input
      :id="id"
      v-model="typed"
      class="field"
      placeholder="6 each side"
      spellcheck="false"
      :aria-label="label"
      :aria-invalid="wrong !== '' || undefined"
      :aria-describedby="wrong ? `${id}-wrong` : undefined"
      @change="taken"
      @keydown.enter.prevent="taken"
      @keydown.esc="leave"
    />
    <p v-if="wrong" :id="`${id}-wrong`" class="text-13 text-brick-deep" role="alert">{{ wrong }}.</p>
  </div>
</template>
