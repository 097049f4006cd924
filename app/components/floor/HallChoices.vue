<script setup lang="ts" generic="V extends string | number">
/** One of a few, in targets for a thumb. */
defineProps<{ label: string; options: readonly { value: V; name: string }[] }>()
const chosen = defineModel<V>()
</script>

<template>
  <div class="choices" role="radiogroup" :aria-label="label">
    <button
      v-for="one in options"
      :key="one.value"
      type="button"
      role="radio"
      :aria-checked="chosen === one.value"
      :class="{ on: chosen === one.value }"
      @click="chosen = one.value"
    >
      {{ one.name }}
    </button>
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 8px;
}
button {
  min-height: 48px;
  padding: 6px 14px;
  font-size: 20px;
  color: var(--color-hall-text);
  border: 2px solid #75604a;
  border-radius: 4px;
}
.on {
  color: var(--color-hall);
  background: #e4d5b8;
  border-color: #e4d5b8;
}
</style>
