<script setup lang="ts">
import type { Item } from '~~/core/curriculum/item'

/** The sections of a form, each with its length at the form's own pace. */
defineProps<{ item: Item; readonly: boolean }>()
const emit = defineEmits<{ change: [sections: Item['sections']] }>()
</script>

<template>
  <section aria-labelledby="sections">
    <h2 id="sections" class="text-20">Sections</h2>
    <InPlaceList
      :model-value="item.sections"
      one="section"
      :blank="() => ({ name: `Section ${item.sections.length + 1}`, sec: 20 })"
      :most="60"
      numbered
      :readonly="readonly"
      @update:model-value="emit('change', $event)"
    >
      <template #default="{ row, at, put }">
        <div class="flex items-start gap-2">
          <InPlace
            class="flex-1"
            :model-value="row.name"
            :label="`Section ${at + 1}`"
            :readonly="readonly"
            @update:model-value="put({ ...row, name: $event ?? '' })"
          />
          <FigureRow
            class="w-[190px]"
            label="lasts"
            unit="s"
            :min="0.5"
            :max="600"
            :model-value="row.sec"
            :readonly="readonly"
            @update:model-value="put({ ...row, sec: $event ?? row.sec })"
          />
        </div>
      </template>
    </InPlaceList>
  </section>
</template>
