<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { RosterStudent } from '~~/shared/answers'

/** Who of a group works which version: a tap is one version up, after the highest the one of all again. It stays with them. */
const props = defineProps<{
  item: string
  range: { from: number; upTo: number }
  students: readonly RosterStudent[]
}>()
const emit = defineEmits<{ leave: [] }>()
const store = useClassStore()
const library = useLibraryStore()
const layerOf = ({ layers }: RosterStudent) =>
  Math.min(Math.max(layers[props.item] ?? props.range.from, props.range.from), props.range.upTo)
function tap(student: RosterStudent) {
  const { from, upTo } = props.range
  const now = layerOf(student)
  void store.setLayer(student.id, props.item, now >= upTo ? from : now + 1, from)
}
</script>

<template>
  <Dialog open class="relative z-40" @close="emit('leave')">
    <div class="fixed inset-0 bg-black/70" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center overflow-y-auto p-4">
      <DialogPanel class="layers">
        <DialogTitle class="title">{{ library.itemName(item) }}: who works which version</DialogTitle>
        <ul>
          <li v-for="student in students" :key="student.id">
            <button type="button" :class="{ own: layerOf(student) > range.from }" @click="tap(student)">
              <b>{{ student.name }}</b> <span>{{ library.layerName(item, layerOf(student)) }}</span>
            </button>
          </li>
        </ul>
        <p v-if="students.length === 0">None of them is here yet.</p>
        <button type="button" class="done" @click="emit('leave')">Done</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.layers {
  width: min(720px, 100%);
  padding: 18px 22px 20px;
  background: var(--color-hall);
  border: 2px solid #75604a;
  color: #fff;
}
.title {
  font: 660 26px/34px var(--font-serif);
  color: #fff;
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 8px;
  margin: 12px 0;
}
li button {
  display: flex;
  flex-direction: column;
  width: 100%;
  min-height: 64px;
  padding: 6px 12px;
  text-align: left;
  border: 2px solid #75604a;
}
li b {
  font-size: 22px;
  line-height: 28px;
}
li span {
  font-size: 18px;
  line-height: 23px;
  color: var(--color-hall-ash);
}
.own {
  border-color: var(--color-hall-gilt);
}
.own span {
  color: var(--color-hall-gilt);
}
.done {
  min-height: 56px;
  padding: 0 28px;
  font-size: 22px;
  font-weight: 680;
  border: 2px solid #75604a;
}
</style>
