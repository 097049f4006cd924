<script setup lang="ts">
/** A number of seconds that may be left out. */
defineProps<{ label: string; note: string; modelValue: number | undefined; start: number; min: number }>()
defineEmits<{ 'update:modelValue': [value: number | undefined] }>()
</script>

<template>
  <div>
    <label class="flex min-h-7 items-center gap-2">
      <input
        type="checkbox"
        class="size-4 accent-umber"
        :checked="modelValue !== undefined"
        @change="$emit('update:modelValue', ($event.target as HTMLInputElement).checked ? start : undefined)"
      />
      {{ label }} <span class="text-13 text-ash">{{ note }}</span>
    </label>
    <Stepper
      v-if="modelValue !== undefined"
      :label="label"
      :model-value="modelValue"
      :min="min"
      :max="3600"
      :step="start >= 60 ? 15 : 0.5"
      unit="s"
      @update:model-value="$emit('update:modelValue', $event)"
    />
  </div>
</template>
