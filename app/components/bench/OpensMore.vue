<script setup lang="ts" generic="Key extends string">
/** What else may be said here, as links that open its field. */
defineProps<{ offers: readonly { key: Key; name: string; isOffered: boolean }[] }>()
const emit = defineEmits<{ open: [key: Key] }>()
</script>

<template>
  <p class="flex flex-wrap gap-x-3">
    <template v-for="offer in offers" :key="offer.key">
      <button
        v-if="offer.isOffered"
        type="button"
        class="link text-13 min-h-6"
        @click="emit('open', offer.key)"
      >
        {{ offer.name }}…
      </button>
    </template>
  </p>
</template>
