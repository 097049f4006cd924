<script setup lang="ts">
/** A student of a pairing: to be tapped or dragged where it may be changed, else a name. */
defineProps<{ name: string; rank: string | undefined; taken: boolean; mayChange: boolean }>()
const emit = defineEmits<{ tap: []; take: [event: DragEvent]; put: []; leave: [] }>()
</script>

<template>
  <button
    v-if="mayChange"
    type="button"
    class="chip may"
    draggable="true"
    :aria-pressed="taken"
    :title="`Tap ${name}, then whom to work with; or drag`"
    @click="emit('tap')"
    @dragstart="emit('take', $event)"
    @dragover.prevent
    @drop.prevent="emit('put')"
    @dragend="emit('leave')"
  >
    <Sash v-if="rank" :ranks="[rank]" /> {{ name }}
  </button>
  <span v-else class="chip"><Sash v-if="rank" :ranks="[rank]" /> {{ name }}</span>
</template>

<style scoped>
.chip {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  min-height: 26px;
  padding: 0 4px;
  border-radius: 3px;
}
.may {
  cursor: grab;
}
.may:hover {
  background: #f1e9da;
}
.chip[aria-pressed='true'] {
  background: #ffe7a8;
  outline: 2px solid var(--color-gilt);
}
@media (max-width: 760px) {
  .chip {
    min-height: 44px;
  }
}
</style>
