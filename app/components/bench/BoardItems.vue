<script setup lang="ts">
import type { Block, Group } from '~~/core/plan/schema'
import { groupHistory } from '~~/core/balance/group-history'
import { counted } from '~~/core/kernel/time-text'
import { shortDay } from '~/domain/days'

/** The items of the board: their cautions and key points, and what each group has of them behind it. */
const props = defineProps<{ block: Block; groups: readonly Group[] }>()
const library = useLibraryStore()
const facts = useFactsStore()

/** Groups by item, in the order of the tracks. */
const works = computed(() => {
  const { technique, tracks } = props.block
  const all = props.groups.map(({ id }) => id)
  const found = new Map<string, string[]>()
  if (technique && !tracks) found.set(technique, all)
  for (const track of tracks ?? [])
    found.set(track.technique, [...(found.get(track.technique) ?? []), ...track.groups])
  return [...found]
})
/** The layers at which the board works an item. */
function placesOf(item: string): number[] {
  const { technique, layer, tracks } = props.block
  const own = technique === item && !tracks ? [layer] : []
  return [...own, ...(tracks ?? []).flatMap((track) => (track.technique === item ? track.layer : []))]
}
function history(item: string, group: string): string {
  const students = facts.ground.groups.find((one) => one.group.id === group)?.students ?? []
  const { had, of, last, days, poor } = groupHistory(item, students)
  if (of === 0) return ''
  if (!last) return 'never yet'
  return [
    `last ${shortDay(last)}`,
    `${had} of ${of} had it`,
    `up to ${counted(days, 'day')}`,
    poor ? `${poor} shaky` : '',
  ]
    .filter(Boolean)
    .join(', ')
}
const lines = computed(() =>
  works.value.flatMap(([id, groups]) => {
    const item = library.items.get(id)
    const past = props.groups
      .filter((group) => groups.includes(group.id))
      .map((group) => ({ group, says: history(id, group.id) }))
      .filter(({ says }) => says)
    const hazards = new Set(placesOf(id).flatMap((layer) => library.itemAt(id, layer)?.hazard ?? []))
    return item ? [{ item, past, hazards }] : []
  }),
)
</script>

<template>
  <div v-for="{ item, past, hazards } in lines" :key="item.id" class="mt-1">
    <p v-if="lines.length > 1" class="text-13 font-semibold">{{ library.itemName(item.id) }}</p>
    <p v-for="hazard in hazards" :key="hazard" class="caution"><b>Care.</b> {{ hazard }}</p>
    <p v-if="item.keyPoints.length" class="text-13 text-ash">
      <b>Looks for:</b> {{ item.keyPoints.join('; ') }}
    </p>
    <ItemCorrections :item="item.id" short />
    <p v-for="{ group, says } in past" :key="group.id" class="text-13 text-ash">
      <Sash :ranks="group.ranks" class="mr-1" />{{ says }}
    </p>
  </div>
</template>

<style scoped>
.caution {
  margin: 3px 0;
  padding: 3px 7px;
  font-size: 13px;
  background: var(--color-brick-tint);
  border-left: 4px solid var(--color-brick);
}
.caution b {
  color: var(--color-brick-deep);
}
</style>
