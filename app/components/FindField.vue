<script setup lang="ts">
import { MagnifyingGlassIcon } from '@heroicons/vue/20/solid'

/** A field to find something in a list as it is typed. What else is set on it belongs to the input. */
defineOptions({ inheritAttrs: false })
defineProps<{ label: string; placeholder?: string; slash?: boolean }>()
const find = defineModel<string>({ required: true })
const input = useTemplateRef<HTMLInputElement>('input')

defineExpose({
  focus() {
    input.value?.focus()
    input.value?.select()
  },
})
</script>

<template>
  <div class="find" :class="$attrs.class">
    <MagnifyingGlassIcon class="size-4 flex-none" />
    <input
      ref="input"
      v-model="find"
      :placeholder="placeholder ?? label"
      :aria-label="label"
      v-bind="{ ...$attrs, class: undefined }"
    />
    <kbd v-if="slash">/</kbd>
  </div>
</template>

<style scoped>
.find {
  display: flex;
  min-width: 0;
  align-items: center;
  gap: 7px;
  height: 32px;
  padding: 0 6px 0 9px;
  background: var(--color-paper);
  border: 1px solid #b9a98d;
  border-radius: 4px;
  color: var(--color-ash);
}
.find:focus-within {
  outline: 2px solid var(--color-harbour);
}
.find input {
  flex: 1;
  min-width: 0;
  background: none;
  outline: none;
  color: var(--color-ink);
}
.find input::placeholder {
  color: var(--color-ash);
  opacity: 1;
}
</style>
