<script setup lang="ts">
import type { Dose } from '~~/core/plan/doses'
import { readShorthand, writeShorthand } from '~~/core/plan/doses/shorthand'
import { FOLLOWS_A_TURN } from '~~/core/plan/rules-inside'

/** What a group does by itself once its turn is over, in one line; empty where it waits like the others. */
const props = defineProps<{ then: Dose | undefined; label: string }>()
const emit = defineEmits<{ change: [then: Dose | undefined] }>()
const id = useId()
const written = () => (props.then ? writeShorthand(props.then) : '')
const typed = ref(written())
const wrong = ref('')
watch(written, (line) => {
  typed.value = line
  wrong.value = ''
})
function take() {
  const line = typed.value.trim()
  if (line === written()) return
  wrong.value = ''
  if (!line) return emit('change', undefined)
  const read = readShorthand(line)
  if (!read.ok) wrong.value = `${read.fault.message[0]!.toUpperCase()}${read.fault.message.slice(1)}`
  else if (!FOLLOWS_A_TURN.includes(read.dose.kind))
    wrong.value = 'By themselves they do reps, rounds or holds, such as 6 each side or 2 rounds 0:45'
  else emit('change', read.dose)
}
function leave(event: KeyboardEvent) {
  if (typed.value === written() && !wrong.value) return
  event.stopPropagation()
  typed.value = written()
  wrong.value = ''
}
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
      @change="take"
      @keydown.enter.prevent="take"
      @keydown.esc="leave"
    />
    <p v-if="wrong" :id="`${id}-wrong`" class="text-13 text-brick-deep" role="alert">{{ wrong }}.</p>
  </div>
</template>
