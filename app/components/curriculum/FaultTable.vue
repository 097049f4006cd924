<script setup lang="ts">
import type { Item } from '~~/core/curriculum/item'

/** What is usually seen, and what is said to it. */
defineProps<{ item: Item; readonly: boolean; faultAt: (path: string) => string | undefined }>()
const emit = defineEmits<{ change: [faults: Item['faults']] }>()
const blank = () => ({ fault: '', correction: '' })
</script>

<template>
  <section aria-labelledby="faults">
    <h2 id="faults" class="text-20">If you see… say</h2>
    <InPlaceList
      class="mt-1"
      :model-value="item.faults"
      one="fault"
      :blank="blank"
      :readonly="readonly"
      @update:model-value="emit('change', $event)"
    >
      <template #default="{ row, at, put }">
        <div class="fault">
          <InPlace
            class="seen"
            :model-value="row.fault"
            :label="`Fault ${at + 1}`"
            placeholder="what you see"
            :readonly="readonly"
            :fault="faultAt(`faults[${at}].fault`)"
            @update:model-value="put({ ...row, fault: $event ?? '' })"
          />
          <span class="arrow" aria-hidden="true">→</span>
          <InPlace
            :model-value="row.correction"
            :label="`Correction ${at + 1}`"
            placeholder="what you say"
            :readonly="readonly"
            :fault="faultAt(`faults[${at}].correction`)"
            @update:model-value="put({ ...row, correction: $event ?? '' })"
          />
        </div>
      </template>
    </InPlaceList>
  </section>
</template>

<style scoped>
.fault {
  display: grid;
  grid-template-columns: minmax(0, 2fr) 20px minmax(0, 3fr);
  gap: 4px;
  padding: 4px 0;
  border-bottom: 1px solid var(--color-straw);
}
.seen {
  color: var(--color-brick-deep);
}
.arrow {
  color: var(--color-gilt);
  font-weight: 700;
}
</style>
