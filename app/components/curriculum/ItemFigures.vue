<script setup lang="ts">
import { CATEGORIES } from '~~/core/curriculum/categories'
import { CONTACTS, type Item } from '~~/core/curriculum/item'

/** What the computation needs to know of an item, as a column of quiet fields. */
const props = defineProps<{ item: Item; readonly: boolean }>()
const emit = defineEmits<{ change: [values: Partial<Item>] }>()
const categories = Object.entries(CATEGORIES).map(([value, { name }]) => ({
  value: value as Item['category'],
  name,
}))
const sides = [
  { value: 1 as const, name: 'none' },
  { value: 2 as const, name: 'left and right' },
]
const partners = [
  { value: 'solo' as const, name: 'alone' },
  { value: 'partner' as const, name: 'with a partner' },
  { value: 'both' as const, name: 'either' },
]
const contacts = CONTACTS.map((value) => ({ value, name: value }))
const KIT_FOR = [
  { value: 'person' as const, name: 'each' },
  { value: 'pair' as const, name: 'a pair' },
  { value: 'class' as const, name: 'for all' },
]

function setContact(contact: Item['contact']) {
  emit('change', { contact, ...(contact === 'none' ? { headContact: false } : {}) })
}
function setRep(which: 'teach' | 'full', value: number | undefined) {
  const now = props.item.repSec
  if (value === undefined) return emit('change', { repSec: undefined })
  const other = now?.[which === 'teach' ? 'full' : 'teach'] ?? value
  emit('change', {
    repSec: which === 'teach' ? { teach: value, full: other } : { teach: other, full: value },
  })
}
</script>

<template>
  <section aria-labelledby="figures">
    <h2 id="figures" class="text-17">In figures</h2>
    <ChoiceRow
      label="Category"
      :model-value="item.category"
      :options="categories"
      :readonly="readonly"
      @update:model-value="emit('change', { category: $event })"
    />
    <ChoiceRow
      label="Sides"
      :model-value="item.sides"
      :options="sides"
      :readonly="readonly"
      @update:model-value="emit('change', { sides: $event })"
    />
    <ChoiceRow
      label="Worked"
      :model-value="item.partner"
      :options="partners"
      :readonly="readonly"
      @update:model-value="emit('change', { partner: $event })"
    />
    <ChoiceRow
      label="Contact"
      :model-value="item.contact"
      :options="contacts"
      :readonly="readonly"
      @update:model-value="setContact"
    />
    <label class="check"
      ><input
        type="checkbox"
        :checked="item.headContact"
        :disabled="readonly || item.contact === 'none'"
        @change="emit('change', { headContact: ($event.target as HTMLInputElement).checked })"
      />
      with head contact (never for under-16s)</label
    >
    <FigureRow
      label="A rep, slowly"
      unit="s"
      optional
      :min="0.1"
      :max="600"
      :model-value="item.repSec?.teach"
      :readonly="readonly"
      @update:model-value="setRep('teach', $event)"
    />
    <FigureRow
      label="A rep, full speed"
      unit="s"
      optional
      :min="0.1"
      :max="600"
      :model-value="item.repSec?.full"
      :readonly="readonly"
      @update:model-value="setRep('full', $event)"
    />
    <FigureRow
      label="Intensity"
      unit="1–10"
      optional
      :min="1"
      :max="10"
      :model-value="item.intensity"
      :readonly="readonly"
      @update:model-value="emit('change', { intensity: $event })"
    />
    <FigureRow
      label="Jumps in a rep"
      :max="20"
      :model-value="item.jumps"
      :readonly="readonly"
      @update:model-value="emit('change', { jumps: $event ?? 0 })"
    />
    <FigureRow
      label="Floor it takes"
      unit="m²"
      optional
      :max="200"
      :model-value="item.footprintM2"
      :readonly="readonly"
      @update:model-value="emit('change', { footprintM2: $event })"
    />
    <h3 class="mt-2 font-sans text-15 font-semibold">Kit</h3>
    <InPlaceList
      :model-value="item.kit"
      one="kit"
      :blank="() => ({ name: 'pad', each: 'pair' as const, count: 1 })"
      :readonly="readonly"
      @update:model-value="emit('change', { kit: $event })"
    >
      <template #default="{ row, at, put }">
        <div class="flex gap-2">
          <InPlace
            class="flex-1"
            :model-value="row.name"
            :label="`Kit ${at + 1}`"
            :readonly="readonly"
            @update:model-value="put({ ...row, name: $event ?? '' })"
          />
          <select
            class="kit"
            :aria-label="`Kit ${at + 1}: for whom`"
            :disabled="readonly"
            @change="
              put({
                ...row,
                each: KIT_FOR[($event.target as HTMLSelectElement).selectedIndex]?.value ?? 'pair',
              })
            "
          >
            <option v-for="one in KIT_FOR" :key="one.value" :selected="one.value === row.each">
              {{ row.count }} {{ one.name }}
            </option>
          </select>
        </div>
      </template>
    </InPlaceList>
  </section>
</template>

<style scoped>
.check {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 28px;
  font-size: 13px;
  color: var(--color-ash);
}
.kit {
  flex: none;
  height: 24px;
  font-size: 13px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
}
</style>
