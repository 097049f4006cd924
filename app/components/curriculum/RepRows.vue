<script setup lang="ts">
import { stepsOf } from '~~/core/curriculum/steps'
import type { Item } from '~~/core/curriculum/item'
import { linksWords } from '~~/core/plan/place-words'
import { insteadSaid, readInstead, writeInstead } from '~~/core/plan/lines/instead'
import { writeCalls } from '~~/core/plan/lines/calls'
import type { Link } from '~~/core/plan/places'
import { withFields } from '~/domain/with-fields'

/** What a rep of it is made of and called as, at any version or at one; what is called while it is worked; and what is done instead. It goes with the item onto each board. */
const props = defineProps<{ item: Item; readonly: boolean; faultAt: (path: string) => string | undefined }>()
const emit = defineEmits<{ change: [values: { [K in keyof Item]?: Item[K] | undefined }] }>()
const library = useLibraryStore()

/** Whose links are shown: the item's, or those of one layer. */
const layer = ref(0)
const links = computed(() => (layer.value ? props.item.layers[layer.value - 1]?.links : props.item.links))
function setLinks(next: Link[] | undefined) {
  if (layer.value === 0)
    return emit('change', next ? { links: next, parts: undefined } : { links: undefined })
  const layers = props.item.layers.map((one, at) =>
    at === layer.value - 1 ? withFields(one, { links: next }) : one,
  )
  emit('change', { layers })
}
function takeInstead(text: string): string | undefined {
  const read = readInstead(text, library.itemCalled, props.item.instead)
  if (!read.ok) return read.message
  emit('change', { instead: read.value.length ? read.value : undefined })
  return undefined
}
const opens = reactive({ calls: false, instead: false })
const offers = computed(() => [
  { key: 'calls' as const, name: 'Calls', isOffered: !props.item.calls && !opens.calls },
  { key: 'instead' as const, name: 'Instead', isOffered: !props.item.instead && !opens.instead },
])
</script>

<template>
  <section aria-labelledby="reps" class="max-w-[520px]">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h2 id="reps" class="text-20">How it is called</h2>
      <select v-model="layer" class="field w-auto" aria-label="Links of">
        <option :value="0">at any version</option>
        <option v-for="(one, at) in item.layers" :key="at" :value="at + 1">
          at {{ at + 1 }} {{ one.name }}{{ one.links ? ' (its own)' : '' }}
        </option>
      </select>
    </div>
    <p class="text-13 text-ash">It goes with the item onto every board that it is put on.</p>
    <template v-if="readonly">
      <p v-if="links" class="font-semibold">{{ linksWords(links) }}</p>
      <p v-if="item.calls" class="whitespace-pre-line">{{ writeCalls(item.calls.list) }}</p>
      <p v-for="(one, n) in item.instead" :key="n">{{ insteadSaid(one) }}</p>
    </template>
    <template v-else>
      <LinksField
        :links="links"
        :steps="stepsOf(item, layer || 1)"
        :paired="item.partner !== 'solo'"
        @change="setLinks"
      />
      <p v-if="faultAt('links')" class="text-13 text-brick-deep" role="alert">{{ faultAt('links') }}</p>
      <CallsField
        v-if="item.calls || opens.calls"
        :calls="item.calls"
        @change="(calls) => emit('change', { calls })"
      />
      <TypedLine
        v-if="item.instead || opens.instead"
        label="Instead, one to a line"
        :written="writeInstead(item.instead ?? [])"
        :take="takeInstead"
        :rows="2"
        placeholder="alone: slow kicks at the wall"
      />
      <OpensMore :offers="offers" @open="(key) => (opens[key] = true)" />
    </template>
  </section>
</template>
