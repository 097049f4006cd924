<script setup lang="ts">
import { minutes } from '~~/core/kernel/time-text'

/** While a board is explained: ends that and begins the work. */
const store = useClassStore()
const placed = computed(() => store.now?.placed)
const called = computed(() => (store.now?.inTransition ? undefined : store.now?.called))
const isOn = computed(
  () =>
    called.value?.span.kind === 'setup' && (store.run?.phase === 'running' || store.run?.phase === 'paused'),
)
const left = computed(() => {
  const { value: now } = called
  return now ? minutes(now.span.ms - now.inMs) : ''
})
function begin() {
  const board = placed.value?.block.id
  if (isOn.value && board) store.act('begin', { board })
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (event.key !== 'b' || event.ctrlKey || event.altKey || event.repeat) return
  if (target.matches('input, textarea, select')) return
  begin()
})
</script>

<template>
  <button v-if="isOn" type="button" class="begin" @click="begin">Begin now, {{ left }} early</button>
</template>

<style scoped>
.begin {
  flex: none;
  min-height: 40px;
  padding: 0 14px;
  font-size: 20px;
  color: #241808;
  background: var(--color-hall-gilt);
  border-radius: 4px;
}
</style>
