<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { Offer } from '~~/core/floor/offer'
import { wallTime } from '~/domain/wall-time'

/** The ways to end on time, one below the other, each with what it costs and when it ends. */
defineProps<{ ways: readonly Offer[] }>()
const emit = defineEmits<{ choose: [offer: Offer]; leave: [] }>()
const store = useClassStore()
const library = useLibraryStore()
const time = (ms: number) => wallTime(ms, library.club?.zone)
</script>

<template>
  <Dialog :open="true" class="relative z-40" @close="emit('leave')">
    <div class="fixed inset-0 bg-black/60" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center overflow-y-auto p-4">
      <DialogPanel class="ways">
        <DialogTitle as="h2">Ways to end on time</DialogTitle>
        <ul>
          <li v-for="(way, n) in ways" :key="n">
            <p>
              <span v-for="line in way.says" :key="line">{{ line }}</span>
            </p>
            <button type="button" @click="emit('choose', way)">Ends {{ time(way.endsAt) }}</button>
          </li>
          <li>
            <p><span>Leave the plan as it is, and run over</span></p>
            <button type="button" class="plain" @click="emit('leave')">Ends {{ time(store.endsAt) }}</button>
          </li>
        </ul>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.ways {
  width: 100%;
  max-width: 820px;
  padding: 20px 24px;
  color: var(--color-hall-text);
  background: var(--color-hall);
  border: 3px solid var(--color-hall-gilt);
}
h2 {
  font-size: 30px;
  line-height: 36px;
  color: #fff;
}
li {
  display: flex;
  align-items: center;
  gap: 16px;
  padding: 10px 0;
  border-bottom: 1px solid #3a3028;
}
p {
  flex: 1;
  font-size: 20px;
  line-height: 26px;
}
p span {
  display: block;
}
button {
  flex: none;
  min-height: 56px;
  padding: 0 18px;
  font: 660 22px/28px var(--font-serif);
  color: #241808;
  background: var(--color-hall-gilt);
}
.plain {
  color: var(--color-hall-text);
  background: none;
  border: 2px solid #75604a;
}
</style>
