<script setup lang="ts">
import type { FloorNow } from '~~/core/floor/now'
import { besideWork } from '~/domain/doing'
import { nowSays } from '~/domain/now-says'

/**
 * Everything the plan knows of this moment beside the item: the focus, the rung and who does what, the sections, what the partner does, what
 * goes wrong as a rule, and whose fault stands open. Said once where all work the same.
 */
const props = defineProps<{ now: FloorNow; shared: boolean; watched: readonly string[] }>()
const library = useLibraryStore()
const { firstName, openAt } = useWatch()
const teaches = useMayWrite()
const MOST_OPEN = 2

const said = computed(() => nowSays(props.now, (id) => library.items.get(id)))
const beside = computed(() => {
  const [first] = props.now.groups
  if (!props.shared || !first) return undefined
  return besideWork(first, (id) => library.items.get(id), {
    item: library.itemName,
    layer: library.layerName,
  })
})
const open = computed(() => (teaches.value ? openAt(new Set(props.watched)) : []))
const lines = computed(() => {
  const { rung, focus, sections, fault } = said.value
  const { chain = '', partner = '', safety = '' } = beside.value ?? {}
  const some = open.value.slice(0, MOST_OPEN).map((one) => `${firstName(one.student)} ${one.said}`)
  const rest = open.value.length - some.length
  return [
    { name: 'Focus', text: focus, strong: true },
    { text: rung, strong: true },
    { text: sections, strong: true },
    { text: chain },
    { name: 'Partner', text: partner },
    { text: safety },
    { name: 'Watch', text: some.join('; ') + (rest > 0 ? `, and ${rest} more` : '') },
    { name: 'Often', text: props.shared ? fault : '' },
  ].filter(({ text }) => text)
})
</script>

<template>
  <SaidLine class="now" :lines="lines" />
</template>

<style scoped>
.now {
  font-size: 21px;
  line-height: 27px;
}
@media (max-width: 760px) {
  .now {
    -webkit-line-clamp: 4;
    font-size: 19px;
    line-height: 23px;
  }
}
</style>
