<script setup lang="ts">
import { REGIONS, type Item, type Region } from '~~/core/curriculum/item'

/** What it asks of the body, and what of the body it makes ready. */
defineProps<{ item: Item; readonly: boolean }>()
const emit = defineEmits<{ change: [values: Partial<Pick<Item, 'demand' | 'prepares'>>] }>()

function put(item: Item, field: 'demand' | 'prepares', region: Region, value: number) {
  const { [region]: _, ...rest } = item[field]
  emit('change', { [field]: value > 0 ? { ...rest, [region]: value } : rest })
}
</script>

<template>
  <section aria-labelledby="body">
    <h2 id="body" class="text-17">The body</h2>
    <table class="mt-1">
      <thead class="text-13 text-ash">
        <tr>
          <th class="w-[86px]"><span class="sr-only">region</span></th>
          <th class="pr-3 text-left font-normal">asks for</th>
          <th class="text-left font-normal">prepares, per minute</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="region in REGIONS" :key="region">
          <th
            scope="row"
            class="text-left font-normal"
            :class="{ 'text-ash': !item.demand[region] && !item.prepares[region] }"
          >
            {{ region }}
          </th>
          <td>
            <RegionBar
              tone="asks"
              :label="`asks of ${region}`"
              :model-value="item.demand[region] ?? 0"
              :readonly="readonly"
              @update:model-value="put(item, 'demand', region, $event)"
            />
          </td>
          <td>
            <RegionBar
              tone="gives"
              :step="0.5"
              :label="`makes ${region} ready`"
              :model-value="item.prepares[region] ?? 0"
              :readonly="readonly"
              @update:model-value="put(item, 'prepares', region, $event)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
