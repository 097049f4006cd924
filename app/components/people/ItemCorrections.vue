<script setup lang="ts">
import { counted } from '~~/core/kernel/time-text'
import { itemCorrectionsSchema, type ItemCorrection } from '~~/shared/answers'

/** What stays open of an item, by fault: whose it is, so that whoever teaches it looks there. */
const props = defineProps<{ item: string; short?: boolean }>()
const mayWrite = useMayWrite()
const open = shallowRef<ItemCorrection[]>([])
async function read() {
  if (!mayWrite.value) return
  const { item } = props
  try {
    const found = await api(`/api/items/${item}/corrections`, { answer: itemCorrectionsSchema })
    if (item === props.item) open.value = found
  } catch {
    // Without the server the board is planned without them.
  }
}
watch(() => props.item, read, { immediate: true })
onChange('class', undefined, (change) => {
  if (change === 'back' || change.what === 'corrected') void read()
})
const byFault = computed(() => {
  const faults = new Map<string, ItemCorrection[]>()
  for (const one of open.value) faults.set(one.said, [...(faults.get(one.said) ?? []), one])
  return [...faults].sort(([, a], [, b]) => b.length - a.length)
})
const MOST_NAMES = 4
function namesOf(list: ItemCorrection[]): string {
  const names = list.map(({ name }) => (props.short ? (name.split(' ')[0] ?? name) : name))
  const more = names.length - MOST_NAMES
  return props.short && more > 0
    ? `${names.slice(0, MOST_NAMES).join(', ')} and ${more} more`
    : names.join(', ')
}
</script>

<template>
  <p v-if="short && byFault.length" class="text-13">
    <b>{{ counted(open.length, 'open correction') }}:</b>
    <span v-for="([said, list], n) in byFault" :key="said"
      >{{ n ? '; ' : ' ' }}{{ said }} <span class="text-ash">({{ namesOf(list) }})</span></span
    >
  </p>
  <section v-else-if="!short && mayWrite" aria-labelledby="item-corrections">
    <h2 id="item-corrections" class="text-17">Open corrections</h2>
    <p v-if="byFault.length === 0" class="text-ash">Nothing is open.</p>
    <ul>
      <li v-for="[said, list] in byFault" :key="said" class="border-t border-[#e7decd] py-1">
        <b class="font-semibold">{{ said }}</b>
        <span class="block text-ash">
          <template v-for="(one, n) in list" :key="one.student"
            >{{ n ? ', ' : '' }}<NuxtLink :to="`/people/${one.student}`" class="link">{{ one.name }}</NuxtLink
            ><template v-if="one.seen > 1"> ×{{ one.seen }}</template></template
          >
        </span>
      </li>
    </ul>
  </section>
</template>
