<script setup lang="ts">
/** What is said beside the work, one thing after the other; what is about this very moment stands out. */
defineProps<{ lines: readonly { name?: string; text: string; strong?: boolean }[] }>()
</script>

<template>
  <p v-if="lines.length" class="beside">
    <span v-for="line in lines" :key="`${line.name} ${line.text}`" :class="{ strong: line.strong }"
      ><b v-if="line.name">{{ line.name }}: </b>{{ line.text }}</span
    >
  </p>
</template>

<style scoped>
.beside {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  flex: none;
  overflow: hidden;
  font-size: 20px;
  line-height: 26px;
  color: var(--color-hall-ash);
}
.beside span + span::before {
  content: ' · ';
}
.beside b {
  font-weight: 640;
}
.strong {
  font-weight: 640;
  color: #fff3d6;
}
</style>
