<script setup lang="ts">
import type { Block, Group, Track } from '~~/core/plan/schema'
import { withItem } from '~~/core/plan/edit-places'
import { withFields } from '~/domain/with-fields'
import { hasSides, shortDose, type Dose } from '~~/core/plan/doses'

/** What each group does on a cut board: its item and layer, and in turns and layers its own dose. */
const props = defineProps<{ block: Block; groups: readonly Group[] }>()
const emit = defineEmits<{ change: [tracks: Track[], touch: string] }>()
const library = useLibraryStore()
const open = ref<number>()
watch(
  () => props.block.id,
  () => (open.value = undefined),
)

const tracks = computed(() => props.block.tracks ?? [])
const ranksOf = (track: Track) =>
  track.groups.flatMap((id) => props.groups.find((group) => group.id === id)?.ranks ?? [])
const missing = computed(() => {
  const inTrack = new Set(tracks.value.flatMap(({ groups }) => groups))
  return props.groups.filter(({ id }) => !inTrack.has(id))
})
const layersOf = (track: Track) =>
  Math.max(track.layer, library.items.get(track.technique)?.layers.length ?? 1)

function set(index: number, values: { [K in keyof Track]?: Track[K] | undefined }, touch: string) {
  emit(
    'change',
    tracks.value.map((track, t) => (t === index ? withFields(track, values) : track)),
    `tracks.${index}.${touch}`,
  )
}
function setItem(index: number, id: string) {
  const item = library.items.get(id)
  const dose = ownDose(tracks.value[index]!)
  const noSides = item?.sides === 1 && dose && hasSides(dose) ? true : undefined
  set(index, { ...withItem(id, library.itemMade(id)), noSides }, 'technique')
}
function setDose(index: number, dose: Dose | undefined, touch: string, then?: Dose | null) {
  const { dose: _had, then: before, ...track } = tracks.value[index]!
  const after = then === undefined ? before : then
  const next = { ...track, ...(dose ? { dose } : {}), ...(after ? { then: after } : {}) }
  emit(
    'change',
    tracks.value.map((other, t) => (t === index ? next : other)),
    `tracks.${index}.${touch}`,
  )
}
function leaveOut(index: number) {
  emit(
    'change',
    tracks.value.filter((_, t) => t !== index),
    'leave',
  )
}
function takeIn(group: string) {
  const like = tracks.value.at(-1)!
  emit('change', [...tracks.value, { ...like, groups: [group] }], 'take')
}
/** In turns the order of the tracks is the order of teaching. */
function earlier(index: number) {
  const order = [...tracks.value]
  order.splice(index - 1, 0, ...order.splice(index, 1))
  emit('change', order, 'order')
}
const ownDose = (track: Track) => track.dose ?? props.block.dose
</script>

<template>
  <div>
    <div v-for="(track, t) in tracks" :key="track.groups.join()" class="track">
      <div class="flex items-center gap-1">
        <Sash :ranks="ranksOf(track)" />
        <span class="flex-1" />
        <button
          v-if="block.mode === 'turns' && t > 0"
          type="button"
          class="btn px-2"
          :aria-label="`Teach earlier: track ${t + 1}`"
          @click="earlier(t)"
        >
          ↑
        </button>
        <button
          v-if="block.mode !== 'oneCount'"
          type="button"
          class="btn px-2"
          :aria-expanded="open === t"
          @click="open = open === t ? undefined : t"
        >
          dose {{ open === t ? '▴' : '▾' }}
        </button>
        <button
          type="button"
          class="btn px-2"
          :disabled="tracks.length === 1"
          :aria-label="`Leave out track ${t + 1}: the group waits`"
          title="Leave out: the group waits"
          @click="leaveOut(t)"
        >
          ×
        </button>
      </div>
      <div class="mt-1 grid grid-cols-[1fr_84px] gap-1">
        <ItemPick
          :label="`Item of track ${t + 1}`"
          :model-value="track.technique"
          @update:model-value="$event && setItem(t, $event)"
        />
        <select
          class="field"
          :value="track.layer"
          :aria-label="`Layer of track ${t + 1}`"
          @change="set(t, { layer: Number(($event.target as HTMLSelectElement).value) }, 'layer')"
        >
          <option v-for="n in layersOf(track)" :key="n" :value="n">
            {{ n }} {{ library.layerName(track.technique, n) }}
          </option>
        </select>
      </div>
      <p v-if="block.mode !== 'oneCount' && open !== t && ownDose(track)" class="text-13 text-ash">
        {{ shortDose(ownDose(track)!) }}<template v-if="!track.dose">, as the block</template>
      </p>
      <PlaceFields
        :place="track"
        :dose="ownDose(track)"
        worked
        :label="`track ${t + 1}`"
        @change="(values, touch) => set(t, values as Partial<Track>, touch)"
      />
      <ThenField
        v-if="block.mode === 'turns'"
        :then="track.then"
        :label="`Then, by themselves, track ${t + 1}`"
        @change="set(t, { then: $event }, 'then')"
      />
      <div v-if="open === t && block.mode !== 'oneCount'" class="py-1">
        <button
          v-if="block.mode === 'layers' && track.dose"
          type="button"
          class="link text-13"
          @click="setDose(t, undefined, 'as-block')"
        >
          The same as the block
        </button>
        <DoseFields
          v-if="ownDose(track)"
          :dose="ownDose(track)!"
          worked
          :item="track.technique"
          :id-prefix="`track-${t}`"
          :then="block.mode === 'turns' ? (track.then ?? null) : undefined"
          @change="(dose, touch, _ways, _item, then) => setDose(t, dose, touch, then)"
        />
      </div>
    </div>
    <p v-for="group in missing" :key="group.id" class="flex items-center gap-2 py-1">
      <Sash :ranks="group.ranks" /> <span class="text-13 text-brick-deep">waits</span>
      <button type="button" class="btn ml-auto" @click="takeIn(group.id)">Take in</button>
    </p>
  </div>
</template>

<style scoped>
.track {
  padding: 5px 0;
  border-bottom: 1px solid #e7decd;
}
</style>
