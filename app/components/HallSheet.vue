<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { XMarkIcon } from '@heroicons/vue/24/solid'

/**
 * A sheet over the page behind one press, large enough for a thumb: dark in the hall, paper elsewhere. Slots: `top` beside the title, and what
 * is on the sheet.
 */
const {
  opener = '',
  title,
  paper = false,
} = defineProps<{
  /** What the press says; without it the sheet is opened from elsewhere. */
  opener?: string
  title: string
  paper?: boolean
}>()
const open = defineModel<boolean>({ default: false })
</script>

<template>
  <button v-if="opener" type="button" :class="paper ? 'btn' : 'opener'" @click="open = true">
    {{ opener }}
  </button>
  <Dialog :open="open" class="relative z-40" @close="open = false">
    <div class="fixed inset-0 bg-black/60" aria-hidden="true" />
    <div class="fixed inset-0 overflow-y-auto p-4">
      <DialogPanel class="sheet" :class="{ paper }">
        <div class="top">
          <DialogTitle as="h2">{{ title }}</DialogTitle>
          <slot name="top" />
          <button type="button" class="close" aria-label="Close" @click="open = false">
            <XMarkIcon class="size-7" />
          </button>
        </div>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.opener {
  flex: none;
  min-height: 40px;
  padding: 0 14px;
  font-size: 20px;
  color: var(--color-hall-text);
  border: 2px solid #75604a;
  border-radius: 4px;
}
.sheet {
  max-width: 1180px;
  margin: 0 auto;
  padding: 18px 22px 24px;
  color: var(--color-hall-text);
  background: var(--color-hall);
  border: 3px solid var(--color-hall-gilt);
}
.paper {
  max-width: 980px;
  color: var(--color-ink);
  background: var(--color-paper);
  border: 0;
  border-top: 5px solid var(--color-gilt);
}
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
}
.top h2 {
  flex: 1;
  font-size: 32px;
  line-height: 38px;
  color: #fff;
}
.paper h2 {
  font-size: 26px;
  line-height: 32px;
  color: var(--color-umber);
}
.close {
  display: grid;
  place-items: center;
  width: 48px;
  height: 48px;
  border: 2px solid #75604a;
  border-radius: 4px;
}
.paper .close {
  border: 0;
}
</style>
