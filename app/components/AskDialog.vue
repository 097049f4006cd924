<script setup lang="ts">
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'

/** One question before something that is not easily taken back, or that needs a name. Enter is yes, Escape is no. */
defineProps<{
  open: boolean
  title: string
  says?: string
  yes: string
  no?: string
  problem?: string
  busy?: boolean
  /** In the hall it is dark, and read from two metres. */
  hall?: boolean
}>()
const emit = defineEmits<{ yes: []; no: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="emit('no')">
    <div class="fixed inset-0 bg-[#2a1e16]/55" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center overflow-y-auto p-4">
      <DialogPanel as="form" class="ask" :class="{ hall }" @submit.prevent="emit('yes')">
        <DialogTitle class="title">{{ title }}</DialogTitle>
        <DialogDescription v-if="says" class="says">{{ says }}</DialogDescription>
        <slot />
        <p v-if="problem" role="alert" class="mt-2 text-brick-deep">{{ problem }}</p>
        <div class="acts">
          <button type="submit" class="yes" :class="hall ? '' : 'btn btn-main'" :disabled="busy">
            {{ yes }}
          </button>
          <button type="button" class="no" :class="hall ? '' : 'btn'" @click="emit('no')">
            {{ no ?? 'Cancel' }}
          </button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.ask {
  width: 100%;
  max-width: 480px;
  padding: 24px;
  color: var(--color-ink);
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-top: 5px solid var(--color-gilt);
  box-shadow: 0 10px 30px rgb(42 30 22 / 0.3);
}
.title {
  font: 660 26px/32px var(--font-serif);
  color: var(--color-umber);
}
.says {
  margin-top: 4px;
  color: var(--color-ash);
}
.acts {
  display: flex;
  gap: 10px;
  margin-top: 18px;
}
.hall {
  max-width: 640px;
  color: var(--color-hall-text);
  background: var(--color-hall);
  border-color: #3f2e22;
  border-top-color: var(--color-gilt);
}
.hall .title {
  font-size: 34px;
  line-height: 40px;
  color: #fff;
}
.hall .says {
  font-size: 24px;
  line-height: 31px;
  color: var(--color-hall-text);
}
.hall .acts button {
  flex: 1;
  min-height: 72px;
  font: 660 28px/34px var(--font-serif);
  border: 2px solid #75604a;
}
.hall .acts .no {
  color: var(--color-hall);
  background: linear-gradient(#e4d5b8, #cdb991);
}
</style>
