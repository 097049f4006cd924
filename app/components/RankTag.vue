<script setup lang="ts">
/** A rank in little: a band of its colour and its name beside it. */
const props = defineProps<{ rank: string }>()
const library = useLibraryStore()
const known = computed(() => library.ranks.get(props.rank))
</script>

<template>
  <span class="tag">
    <i :style="{ background: known?.colour }" aria-hidden="true" />
    {{ known?.name ?? rank }}
  </span>
</template>

<style scoped>
.tag {
  display: inline-flex;
  flex: none;
  align-items: center;
  gap: 5px;
  font-size: 13px;
  font-weight: 400;
  color: var(--color-ash);
}
.tag i {
  width: 8px;
  height: 14px;
  border: 1.5px solid #1b1611;
}
</style>
