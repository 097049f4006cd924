<script setup lang="ts">
import { hasRoles, type Dose } from '~~/core/plan/doses'
import { stepsOf } from '~~/core/curriculum/steps'
import { readInstead, writeInstead } from '~~/core/plan/lines/instead'
import type { CombinationPart, Instead, Link, Receives } from '~~/core/plan/places'

/** What a board, a track or a stage says beside its item: the other role's work, the parts of a rep, and up to which layer. */
interface Place {
  technique?: string | undefined
  layer?: number | undefined
  layerUpTo?: number | undefined
  receives?: Receives | undefined
  parts?: readonly CombinationPart[] | undefined
  links?: readonly Link[] | undefined
  instead?: readonly Instead[] | undefined
}
const props = withDefaults(
  defineProps<{
    place: Place
    dose: Dose | undefined
    /** Whether an item is worked here at all, the place's own or that of what it stands in. */
    worked: boolean
    /** Stages and entries leave the higher layer to their board. */
    inside?: boolean
    label?: string
  }>(),
  { inside: false, label: '' },
)
const emit = defineEmits<{ change: [values: Partial<Place>, touch: string] }>()
const library = useLibraryStore()

const named = (what: string) => (props.label ? `${what}, ${props.label}` : what)
const paired = computed(() => props.dose !== undefined && hasRoles(props.dose))
const layersOf = (id: string | undefined) => library.items.get(id ?? '')?.layers.length ?? 1
const higher = computed(() => {
  const { layer = 1, layerUpTo, technique } = props.place
  const last = Math.max(layersOf(technique), layerUpTo ?? 0)
  return Array.from({ length: Math.max(0, last - layer) }, (_, n) => layer + 1 + n)
})
function answerWith(technique: string | undefined) {
  const side = props.place.receives?.side ?? 'same'
  emit('change', { receives: technique ? { technique, layer: 1, side } : undefined }, 'receives')
}
function setAnswer(values: Partial<Receives>) {
  const { receives } = props.place
  if (receives) emit('change', { receives: { ...receives, ...values } }, 'receives')
}
const text = (event: Event) => (event.target as HTMLSelectElement).value
const SIDES: { value: Receives['side']; name: string }[] = [
  { value: 'same', name: 'same side' },
  { value: 'other', name: 'other side' },
  { value: 'none', name: 'no side' },
]
const opens = reactive({ parts: false, links: false, instead: false })
const isMade = computed(() => props.place.parts !== undefined)
const offers = computed(() => {
  const { place, inside } = props
  const isWhole = !isMade.value && !opens.parts && !place.links && !opens.links
  return [
    { key: 'parts' as const, name: 'A rep is made of several', isOffered: isWhole && !inside },
    {
      key: 'links' as const,
      name: 'Call it link by link',
      isOffered: isWhole && (!inside || place.technique !== undefined),
    },
    { key: 'instead' as const, name: 'Instead', isOffered: !place.instead && !opens.instead },
  ]
})
function takeInstead(text: string): string | undefined {
  const read = readInstead(text, library.itemCalled, props.place.instead)
  if (!read.ok) return read.message
  emit('change', { instead: read.value.length ? read.value : undefined }, 'instead')
  return undefined
}
/** The steps of what is worked at its layer. */
const steps = computed(() => {
  const { technique, layer = 1 } = props.place
  const item = library.items.get(technique ?? '')
  return item ? stepsOf(item, layer) : []
})
</script>

<template>
  <div v-if="worked">
    <div v-if="paired || place.receives" class="mt-1">
      <span class="text-13 text-ash">The partner works on</span>
      <ItemPick
        optional
        none="just receives"
        :label="named('The partner works on')"
        :model-value="place.receives?.technique"
        @update:model-value="answerWith"
      />
      <div v-if="place.receives" class="mt-1 grid grid-cols-2 gap-1">
        <select
          class="field"
          :value="place.receives.layer"
          :aria-label="named('Layer of the partner’s item')"
          @change="setAnswer({ layer: Number(text($event)) })"
        >
          <option
            v-for="n in Math.max(place.receives.layer, layersOf(place.receives.technique))"
            :key="n"
            :value="n"
          >
            {{ n }} {{ library.layerName(place.receives.technique, n) }}
          </option>
        </select>
        <select
          class="field"
          :value="place.receives.side"
          :aria-label="named('Side of the partner’s item')"
          @change="setAnswer({ side: text($event) as Receives['side'] })"
        >
          <option v-for="side in SIDES" :key="side.value" :value="side.value">{{ side.name }}</option>
        </select>
      </div>
    </div>
    <div
      v-if="!inside && (higher.length || place.layerUpTo)"
      class="mt-1 grid grid-cols-[84px_1fr] items-center gap-x-1"
    >
      <span>If ready</span>
      <select
        class="field"
        :value="place.layerUpTo ?? ''"
        :aria-label="named('Whoever is ready works up to')"
        @change="emit('change', { layerUpTo: Number(text($event)) || undefined }, 'layerUpTo')"
      >
        <option value="">as everybody</option>
        <option v-for="n in higher" :key="n" :value="n">
          up to {{ n }} {{ library.layerName(place.technique, n) }}
        </option>
      </select>
    </div>
    <CombinationField
      v-if="isMade || opens.parts"
      :parts="place.parts"
      @change="emit('change', { parts: $event, links: undefined }, 'parts')"
    />
    <LinksField
      v-else-if="place.links || opens.links"
      :links="place.links"
      :steps="steps"
      :own="library.itemMade(place.technique, place.layer).links"
      :paired="paired"
      :label="named('Link by link')"
      @change="emit('change', { links: $event, parts: undefined }, 'links')"
    />
    <TypedLine
      v-if="place.instead || opens.instead"
      :label="named('Instead, one to a line')"
      :written="writeInstead(place.instead ?? [])"
      :take="takeInstead"
      :rows="2"
      placeholder="alone: slow kicks at the wall"
    />
    <OpensMore :offers="offers" @open="(key) => (opens[key] = true)" />
  </div>
</template>
