<script setup lang="ts">
/** How much of what is due a group is served: its sash, a bar, and the share in words. */
const { served, of } = defineProps<{
  group: string
  served: number
  of: number
  /** It is served least. */
  least?: boolean
}>()
const store = usePlanStore()
const share = computed(() => (of > 0 ? served / of : 0))
const groupOf = (id: string) => store.plan?.groups.find((one) => one.id === id)
</script>

<template>
  <span class="served">
    <Sash :ranks="groupOf(group)?.ranks ?? []" />
    <span class="sr-only">{{ groupOf(group)?.name ?? group }}</span>
    <span class="bar" aria-hidden="true"><i :class="{ least }" :style="{ width: `${share * 100}%` }" /></span>
    <b>{{ Math.round(share * 100) }} %</b>
  </span>
</template>

<style scoped>
.served {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  min-height: 26px;
  font-size: 13px;
}
.bar {
  flex: 1;
  height: 10px;
  border: 1px solid #b9a98d;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--color-moss);
}
.bar .least {
  background: var(--color-gilt);
}
b {
  width: 44px;
  text-align: right;
}
</style>
