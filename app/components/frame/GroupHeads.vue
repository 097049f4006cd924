<script setup lang="ts">
import type { Group } from '~~/core/plan/schema'

/** The groups above their columns: ranks, or the name where there are none, and how many are expected. */
defineProps<{ groups: readonly Group[] }>()
const facts = useFactsStore()
const comes = (id: string) => facts.here?.counts.get(id)
</script>

<template>
  <div class="groups">
    <span
      v-for="group in groups"
      :key="group.id"
      class="group"
      :title="
        comes(group.id) === undefined
          ? group.name
          : `${group.name}: ${comes(group.id)} by the register, ${group.headcount} in the plan`
      "
    >
      <Sash v-if="group.ranks.length" :ranks="group.ranks" fill class="min-w-0 flex-1" />
      <b v-else class="named">{{ group.name }}</b>
      <em :class="{ now: comes(group.id) !== undefined }">{{ comes(group.id) ?? group.headcount }}</em>
    </span>
  </div>
</template>

<style scoped>
.groups {
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  column-gap: 6px;
}
.group {
  display: flex;
  min-width: 0;
}
.named {
  flex: 1;
  min-width: 0;
  height: 20px;
  padding: 0 5px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 13px;
  line-height: 17px;
  border: 1.5px solid #1b1611;
  background: var(--color-plaster);
}
.group em {
  width: 28px;
  height: 20px;
  border: 1.5px solid #1b1611;
  border-left: 0;
  background: var(--color-paper);
  font: 700 15px/17px var(--font-sans);
  text-align: center;
}
.group .now {
  color: #fff;
  background: var(--color-moss);
}
</style>
