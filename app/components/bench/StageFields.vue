<script setup lang="ts">
import type { LadderDose, PlainDose } from '~~/core/plan/doses'
import { withFields } from '~/domain/with-fields'

/** The stages of a ladder, each with its layer and a dose of its own. */
type Stage = LadderDose['stages'][number]
const props = defineProps<{ stages: Stage[]; worked: boolean }>()
const emit = defineEmits<{ change: [stages: Stage[], touch: string] }>()
const open = ref<number>()

function set(index: number, values: { [K in keyof Stage]?: Stage[K] | undefined }, touch: string) {
  emit(
    'change',
    props.stages.map((stage, i) => (i === index ? withFields(stage, values) : stage)),
    `stages.${index}.${touch}`,
  )
}
function rename(index: number, event: Event) {
  const field = event.target as HTMLInputElement
  if (field.value.trim()) set(index, { title: field.value.trim() }, 'title')
  else field.value = props.stages[index]?.title ?? ''
}
function add() {
  const last = props.stages.at(-1)!
  const layer = Math.min(99, (last.layer ?? 1) + 1)
  emit('change', [...props.stages, { ...last, title: `Stage ${props.stages.length + 1}`, layer }], 'add')
  open.value = props.stages.length
}
function remove(index: number) {
  emit(
    'change',
    props.stages.filter((_, i) => i !== index),
    'remove',
  )
  open.value = undefined
}
</script>

<template>
  <div class="mt-1">
    <h3 class="text-13 mt-1.5 mb-0.5">Stages, each building on the last</h3>
    <div v-for="(stage, s) in stages" :key="s" class="mb-1 border-l-2 border-[var(--phase)] pl-2">
      <div class="flex items-center gap-1">
        <b class="text-13 w-3">{{ s + 1 }}</b>
        <input
          class="field"
          :value="stage.title"
          :aria-label="`Stage ${s + 1}`"
          @change="rename(s, $event)"
        />
        <button
          type="button"
          class="btn px-2"
          :aria-expanded="open === s"
          :aria-label="`Dose of stage ${s + 1}`"
          @click="open = open === s ? undefined : s"
        >
          {{ open === s ? '▴' : '▾' }}
        </button>
        <button
          type="button"
          class="btn px-2"
          :disabled="stages.length === 1"
          :aria-label="`Remove stage ${s + 1}`"
          @click="remove(s)"
        >
          ×
        </button>
      </div>
      <div v-if="open === s" class="py-1">
        <Stepper
          label="Layer"
          :model-value="stage.layer ?? 1"
          :min="1"
          :max="99"
          @update:model-value="set(s, { layer: $event }, 'layer')"
        />
        <DoseFields
          :dose="stage.dose"
          in-ladder
          :id-prefix="`stage-${s}`"
          @change="(dose, touch) => set(s, { dose: dose as PlainDose }, touch)"
        />
        <span class="text-13 text-ash">Works on</span>
        <ItemPick
          optional
          none="what the board works on"
          :label="`Item of stage ${s + 1}`"
          :model-value="stage.technique"
          @update:model-value="set(s, { technique: $event, layer: $event ? 1 : stage.layer }, 'technique')"
        />
        <PlaceFields
          :place="stage"
          :dose="stage.dose"
          :worked="worked || stage.technique !== undefined"
          inside
          :label="stage.title"
          @change="(values, touch) => set(s, values as Partial<Stage>, touch)"
        />
      </div>
    </div>
    <button type="button" class="btn" @click="add">Add a stage</button>
  </div>
</template>
