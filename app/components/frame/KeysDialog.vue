<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

defineEmits<{ close: [] }>()
const KEYS = [
  ['↑ ↓', 'the board above, below'],
  ['A', 'add a board here'],
  ['W', 'water here'],
  ['Enter', 'to the bench'],
  ['Esc', 'the class itself: hour, length, groups'],
  ['[ ]', 'one set or round fewer, more'],
  ['{ }', 'one rep fewer, more'],
  ['Alt ↑ ↓', 'move the board'],
  ['S', 'split by group, join again'],
  ['P', 'make it a partner drill, or one alone'],
  ['Shift ↑ ↓', 'mark one board more'],
  ['Ctrl A', 'mark them all'],
  ['Ctrl C X V', 'copy, cut, paste: boards, or a dose in one line'],
  ['N', 'name the marked boards as a part'],
  ['D', 'duplicate'],
  ['Del', 'remove'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['/', 'find on the shelf; 1 to 8: onto one group'],
  ['Clock ↑ ↓', 'read what each rank does at a minute'],
  ['C', 'to the checks; ↑ ↓ along them'],
  ['F', 'look at a fix of the worst; again: do it'],
  ['G', 'go to the floor'],
  ['?', 'these keys'],
]
</script>

<template>
  <Dialog :open="true" class="relative z-40" @close="$emit('close')">
    <div class="fixed inset-0 bg-[#2a1e16]/55" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel class="panel w-full max-w-[820px] border-t-[5px] border-t-gilt p-6">
        <DialogTitle class="text-26">Keys on the frame</DialogTitle>
        <dl class="keys">
          <div v-for="[key, what] in KEYS" :key="key">
            <dt>
              <kbd>{{ key }}</kbd>
            </dt>
            <dd>{{ what }}</dd>
          </div>
        </dl>
        <button type="button" class="btn mt-4" @click="$emit('close')">Back to the frame</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.keys {
  columns: 2;
  column-gap: 36px;
  margin-top: 12px;
}
.keys > div {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  gap: 12px;
  align-items: baseline;
  padding: 3px 0;
  break-inside: avoid;
}
.keys dt {
  text-align: right;
}
@media (max-width: 700px) {
  .keys {
    columns: 1;
  }
}
</style>
