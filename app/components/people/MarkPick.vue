<script setup lang="ts">
import { MARKS, isGood, type Mark } from '~~/core/people/marks'

/** The mark of one item in one class, and the fault that was seen, from the item's own list. */
const props = defineProps<{
  item: string
  layer: number
  given: { mark: Mark; fault: string | null } | undefined
}>()
const emit = defineEmits<{ give: [given: { mark: Mark; fault?: string | undefined }] }>()
const library = useLibraryStore()
const faults = computed(() => library.items.get(props.item)?.faults ?? [])
const name = computed(() => `${library.itemName(props.item)}, layer ${props.layer}`)
function setMark(event: Event) {
  const mark = MARKS[(event.target as HTMLSelectElement).selectedIndex - 1]
  if (mark) emit('give', { mark })
}
function setFault(event: Event) {
  const seen = faults.value[(event.target as HTMLSelectElement).selectedIndex - 1]
  if (props.given) emit('give', { mark: props.given.mark, fault: seen?.fault })
}
</script>

<template>
  <select
    class="pick"
    :class="{ good: given && isGood(given.mark) }"
    :aria-label="`${name}: mark`"
    @change="setMark"
  >
    <option :selected="!given" :disabled="given !== undefined">–</option>
    <option v-for="mark in MARKS" :key="mark" :selected="given?.mark === mark">{{ mark }}</option>
  </select>
  <select
    v-if="given && !isGood(given.mark) && faults.length"
    class="pick fault"
    :aria-label="`${name}: fault seen`"
    @change="setFault"
  >
    <option :selected="!given.fault">no fault named</option>
    <option v-for="one in faults" :key="one.fault" :selected="given.fault === one.fault">
      {{ one.fault }}
    </option>
  </select>
</template>

<style scoped>
.pick {
  height: 24px;
  padding: 0 2px;
  font-size: 13px;
  background: transparent;
  border: 1px solid transparent;
  border-radius: 3px;
  color: var(--color-ink);
}
.pick:hover,
.pick:focus {
  background: var(--color-paper);
  border-color: #b9a98d;
}
.good {
  color: var(--color-moss);
  font-weight: 640;
}
.fault {
  display: block;
  max-width: 150px;
  color: var(--color-brick-deep);
}
</style>
