<script setup lang="ts">
import { CONTACTS, REGIONS, type Item, type Layer, type Region } from '~~/core/curriculum/item'
import { withFields } from '~/domain/with-fields'

/** What one version asks of the body, its jumps, contact and caution, each where it is not the item's. */
const props = defineProps<{ item: Item; layer: Layer; number: number; readonly: boolean }>()
const emit = defineEmits<{ change: [layer: Layer] }>()
const contacts = [
  { value: '', name: `as the item (${props.item.contact})` },
  ...CONTACTS.map((value) => ({ value, name: value })),
]
const says = computed(() => {
  const { jumps, contact, hazard, demand, helper } = props.layer
  return [
    jumps === undefined ? '' : `${jumps} jumps`,
    contact ? `contact ${contact}` : '',
    demand ? 'asks of the body' : '',
    hazard ? 'a caution' : '',
    helper ? 'holder' : '',
  ]
    .filter(Boolean)
    .join(', ')
})
const set = (values: Record<string, unknown>) => emit('change', withFields(props.layer, values) as Layer)
function setRegion(region: Region, value: number) {
  set({ demand: { ...(props.layer.demand ?? props.item.demand), [region]: value } })
}
</script>

<template>
  <details>
    <summary class="text-13 text-ash">Where this version differs{{ says ? `: ${says}` : '' }}</summary>
    <InPlace
      :model-value="layer.hazard"
      :label="`Layer ${number}: caution`"
      :placeholder="item.hazard ? `caution, as the item: ${item.hazard}` : 'its own caution'"
      optional
      :readonly="readonly"
      @update:model-value="set({ hazard: $event })"
    />
    <InPlace
      v-if="item.partner !== 'solo'"
      :model-value="layer.helper?.safety"
      :label="`Layer ${number}: how the holder is not hurt`"
      placeholder="how the holder is not hurt, here"
      optional
      :readonly="readonly"
      @update:model-value="
        set({ helper: $event ? { ...item.helper, ...layer.helper, safety: $event } : undefined })
      "
    />
    <FigureRow
      :label="`Jumps in a rep, layer ${number}`"
      optional
      :max="20"
      :model-value="layer.jumps"
      :readonly="readonly"
      @update:model-value="set({ jumps: $event })"
    />
    <ChoiceRow
      :label="`Contact, layer ${number}`"
      :model-value="layer.contact ?? ''"
      :options="contacts"
      :readonly="readonly"
      @update:model-value="set({ contact: $event || undefined })"
    />
    <button
      v-if="layer.demand && !readonly"
      type="button"
      class="link text-13"
      @click="set({ demand: undefined })"
    >
      Ask of the body what the item asks
    </button>
    <ul class="regions">
      <li v-for="region in REGIONS" :key="region">
        <span :class="{ 'text-ash': !layer.demand }">{{ region }}</span>
        <RegionBar
          tone="asks"
          :label="`Layer ${number} asks of ${region}`"
          :model-value="(layer.demand ?? item.demand)[region] ?? 0"
          :readonly="readonly"
          @update:model-value="setRegion(region, $event)"
        />
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  min-height: 24px;
  padding: 3px 0;
  cursor: pointer;
}
.regions {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 2px 12px;
  margin-top: 4px;
}
.regions li {
  display: flex;
  justify-content: space-between;
}
</style>
