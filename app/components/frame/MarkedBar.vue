<script setup lang="ts">
import { minutes } from '~~/core/kernel/time-text'

/** What can be done with several boards at once. */
const marked = useMarkedStore()
const plans = usePlanStore()
const name = ref('')
const length = computed(() =>
  (plans.timeline?.blocks ?? [])
    .filter(({ block }) => marked.ids.includes(block.id))
    .reduce((sum, { ms }) => sum + ms, 0),
)
watch(
  () => marked.ids,
  (ids) => {
    const parts = new Set(
      plans.plan?.blocks.filter(({ id }) => ids.includes(id)).map(({ part }) => part ?? ''),
    )
    name.value = parts.size === 1 ? ([...parts][0] ?? '') : ''
  },
  { immediate: true },
)
</script>

<template>
  <form class="bar" aria-label="Marked boards" @submit.prevent="marked.setPart(name)">
    <b>{{ marked.ids.length }} boards, {{ minutes(length) }}</b>
    <input
      v-model="name"
      class="field"
      maxlength="200"
      data-part-name
      aria-label="Name of the part"
      placeholder="name them as a part"
    />
    <button type="submit" class="btn">Name the part <kbd>N</kbd></button>
    <button type="button" class="btn" @click="plans.duplicate(marked.ids)">Copy <kbd>D</kbd></button>
    <button type="button" class="btn" @click="plans.remove(marked.ids)">Remove <kbd>Del</kbd></button>
    <button type="button" class="btn ml-auto" @click="marked.clear()">Let go <kbd>Esc</kbd></button>
  </form>
</template>

<style scoped>
.bar {
  display: flex;
  flex: none;
  align-items: center;
  gap: 8px;
  height: 36px;
  padding: 0 10px 0 14px;
  background: #ebe2d0;
  border-top: 1px solid #b9a98d;
  white-space: nowrap;
}
.field {
  width: 190px;
  height: 26px;
}
.bar .btn {
  height: 26px;
  padding: 0 8px;
  font-size: 13px;
}
</style>
