<script setup lang="ts" generic="T extends object">
import type { KeptDocument } from '~/composables/useKeptDocument'

/** Undo, redo and where the last change is, for a document that is edited in place; the keys work on the whole page. */
const props = defineProps<{ kept: KeptDocument<T>; what: string }>()

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key.toLowerCase() !== 'z' || !(event.ctrlKey || event.metaKey)) return
  if (
    event.target instanceof HTMLElement &&
    event.target.matches('input, textarea') &&
    event.target.dataset.dirty
  )
    return
  event.preventDefault()
  if (event.shiftKey) props.kept.redo()
  else props.kept.undo()
})
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <SaveState :state="kept.state.value" :fault="kept.faults.value[0]" />
    <template v-if="kept.state.value === 'stale'">
      <button type="button" class="btn" @click="kept.takeTheirs()">Take theirs</button>
      <button type="button" class="btn" @click="kept.keepMine()">Keep mine</button>
    </template>
    <button
      type="button"
      class="btn"
      :disabled="!kept.canUndo.value"
      :aria-label="`Undo the last change to ${what}`"
      title="Undo, Ctrl Z"
      @click="kept.undo()"
    >
      ↶
    </button>
    <button
      type="button"
      class="btn"
      :disabled="!kept.canRedo.value"
      :aria-label="`Redo the change to ${what}`"
      title="Redo, Ctrl Shift Z"
      @click="kept.redo()"
    >
      ↷
    </button>
  </div>
</template>
