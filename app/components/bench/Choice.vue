<script setup lang="ts" generic="T extends string | number | boolean">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'

/** A few alternatives side by side, of which one holds. */
defineProps<{ label: string; modelValue: T; options: { value: T; name: string }[] }>()
defineEmits<{ 'update:modelValue': [value: T] }>()
</script>

<template>
  <div>
    <RadioGroup
      as="div"
      class="grid min-h-7 grid-cols-[84px_1fr] items-center gap-x-1"
      :model-value="modelValue"
      @update:model-value="$emit('update:modelValue', $event as T)"
    >
      <RadioGroupLabel>{{ label }}</RadioGroupLabel>
      <div class="options" :class="{ many: options.length > 2 }">
        <RadioGroupOption
          v-for="option in options"
          :key="String(option.value)"
          v-slot="{ checked }"
          :value="option.value"
          as="template"
        >
          <button type="button" :class="{ on: checked }">{{ option.name }}</button>
        </RadioGroupOption>
      </div>
    </RadioGroup>
  </div>
</template>

<style scoped>
.options {
  display: flex;
  justify-self: start;
  height: 26px;
  overflow: hidden;
  border: 1px solid #b9a98d;
  border-radius: 4px;
}
.options button {
  padding: 0 6px;
  white-space: nowrap;
  font-size: 13px;
  background: var(--color-paper);
}
.many button {
  padding: 0 4px;
}
.options button + button {
  border-left: 1px solid #d3c6ae;
}
.options .on {
  background: var(--color-umber);
  color: #fff;
}
.options button:focus-visible {
  outline-offset: -3px;
  outline-color: var(--color-gilt);
}
</style>
