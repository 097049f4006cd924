<script setup lang="ts" generic="T extends string | number">
/** A labelled choice among a few words. */
defineProps<{
  label: string
  modelValue: T
  options: readonly { value: T; name: string }[]
  readonly?: boolean
  /** The label is for who does not see what it stands beside. */
  quiet?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const id = useId()
function take(event: Event, options: readonly { value: T; name: string }[]) {
  const chosen = options[(event.target as HTMLSelectElement).selectedIndex]
  if (chosen) emit('update:modelValue', chosen.value)
}
</script>

<template>
  <div class="choice">
    <label :for="id" :class="{ 'sr-only': quiet }">{{ label }}</label>
    <select :id="id" :disabled="readonly" @change="take($event, options)">
      <option
        v-for="option in options"
        :key="option.value"
        :value="option.value"
        :selected="option.value === modelValue"
      >
        {{ option.name }}
      </option>
    </select>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 6px;
  min-height: 28px;
}
label {
  white-space: nowrap;
}
select {
  height: 26px;
  min-width: 0;
  padding: 0 4px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
  color: var(--color-ink);
}
select:disabled {
  opacity: 1;
}
</style>
