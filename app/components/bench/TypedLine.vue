<script setup lang="ts">
/** A field that is typed as text and read as something else: taken when it is left, wrong with its reason under it, Escape puts back what stood. */
const props = withDefaults(
  defineProps<{
    label: string
    /** As it is kept. */
    written: string
    /** Takes what was typed; what is wrong with it, if anything. */
    take: (text: string) => string | undefined
    placeholder?: string
    /** So many lines of text; with one, Enter takes it. */
    rows?: number
    /** How it is written, under the field. */
    hint?: string
  }>(),
  { placeholder: '', rows: 1, hint: '' },
)
const id = useId()
const { typed, wrong, taken, leave } = useTypedLine(
  () => props.written,
  (line) => props.take(line),
)
function enter(event: KeyboardEvent) {
  if (props.rows > 1) return
  event.preventDefault()
  taken()
}
</script>

<template>
  <div class="mt-1">
    <label :for="id" class="text-13 text-ash">{{ label }}</label>
    <textarea
      :id="id"
      v-model="typed"
      class="field resize-y py-1"
      :class="{ many: rows > 1 }"
      :rows="rows"
      :placeholder="placeholder"
      spellcheck="false"
      :aria-invalid="wrong !== '' || undefined"
      :aria-describedby="wrong ? `${id}-wrong` : undefined"
      @change="taken"
      @keydown.enter="enter"
      @keydown.esc="leave"
    />
    <p v-if="wrong" :id="`${id}-wrong`" class="text-13 text-brick-deep" role="alert">{{ wrong }}.</p>
    <p v-else-if="hint" class="text-13 text-ash">{{ hint }}</p>
  </div>
</template>

<style scoped>
/* As high as its lines, not as one. */
.many {
  height: auto;
}
</style>
