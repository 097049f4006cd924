<script setup lang="ts">
import type { Helper, Item } from '~~/core/curriculum/item'
import { withFields } from '~/domain/with-fields'

/** What the holder or helper does, and the same in words for a parent. */
const props = defineProps<{ item: Item; readonly: boolean }>()
const emit = defineEmits<{ change: [helper: Helper | undefined] }>()
const FIELDS: { key: keyof Helper; label: string; placeholder: string }[] = [
  { key: 'does', label: 'Does', placeholder: 'holds the pad, gives the grip, throws the ball' },
  { key: 'height', label: 'At the height of', placeholder: 'own ribs, knee, chin' },
  { key: 'angle', label: 'At an angle', placeholder: 'flat to the kick, a little down' },
  { key: 'when', label: 'When', placeholder: 'on the breath out; steps in as it lands' },
  { key: 'watch', label: 'Watches for', placeholder: 'what shows that it is right' },
  { key: 'safety', label: 'Nobody is hurt', placeholder: 'arms braced, face away, thumb in' },
  { key: 'forParents', label: 'For a parent', placeholder: 'the same for someone who helps at home' },
]
function set(key: keyof Helper, value: string | undefined) {
  const next = withFields(props.item.helper ?? {}, { [key]: value })
  emit('change', Object.keys(next).length ? next : undefined)
}
</script>

<template>
  <section aria-labelledby="helper">
    <h2 id="helper" class="text-20">Who holds or helps</h2>
    <dl class="fields">
      <template v-for="field in FIELDS" :key="field.key">
        <dt>{{ field.label }}</dt>
        <dd>
          <InPlace
            :model-value="item.helper?.[field.key]"
            :label="`Who holds or helps: ${field.label}`"
            :placeholder="field.placeholder"
            optional
            :readonly="readonly"
            @update:model-value="set(field.key, $event)"
          />
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 124px minmax(0, 1fr);
  gap: 1px 10px;
  margin-top: 4px;
}
dt {
  padding-top: 1px;
  color: var(--color-ash);
}
</style>
