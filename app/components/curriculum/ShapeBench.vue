<script setup lang="ts">
import { saidFault } from '~~/core/kernel/said-fields'
import type { Block } from '~~/core/plan/schema'
import { fitShape, readShape, SHAPE_KINDS, type Shape } from '~~/core/curriculum/shapes'
import type { Dose } from '~~/core/plan/doses'
import type { SavedVersion } from '~~/shared/answers'
import { freshId } from '~~/core/kernel/ids'
import { newBlock } from '~~/core/plan/edit'
import { PHASES, PHASE_NAMES, type Phase } from '~~/core/plan/phases'
import { minutes } from '~~/core/kernel/time-text'

/** One shape and its boards, changed in place. */
const props = defineProps<{
  begin: Shape
  version: number
  readonly: boolean
  keep: (shape: Shape, base: number) => Promise<SavedVersion>
  fresh: (id: string, begin: Shape) => Promise<{ value: Shape; version: number }>
}>()
defineEmits<{ discard: [] }>()
const library = useLibraryStore()
const kept = useKeptDocument<Shape>(
  { value: props.begin, version: props.version },
  {
    path: `/api/shapes/${props.begin.id}`,
    read(draft) {
      const read = readShape(JSON.parse(JSON.stringify(draft)))
      return read.ok ? { ok: true, value: read.shape } : read
    },
    send: (shape, base) => props.keep(shape, base),
    fresh: () => props.fresh(props.begin.id, props.begin),
    changedBy: 'shapes',
  },
)
const shape = computed(() => kept.draft.value)
const put = (values: Partial<Shape>, touch = '') => kept.change({ ...shape.value, ...values }, touch)
const kinds = SHAPE_KINDS.map((value) => ({ value, name: value }))
const phases = PHASE_NAMES.map((value) => ({ value, name: PHASES[value].name }))
const blank = (): Block => ({
  ...newBlock('drill', 'A board'),
  id: freshId(
    'board',
    shape.value.blocks.map(({ id }) => id),
  ),
})
/** What it lasts on a plan of this club. */
const length = computed(() => {
  const read = readShape(JSON.parse(JSON.stringify(shape.value)))
  if (!read.ok || library.groups.length === 0) return ''
  const groups = library.groups.map(({ id, name, ranks, pace }) => ({ id, name, ranks, pace, headcount: 0 }))
  const { ms } = fitShape(read.shape, {
    groups,
    transitionSec: 10,
    firstSide: library.club?.firstSide ?? 'R',
  })
  return minutes(ms)
})
function setRange(values: Partial<{ least: number; most: number }>) {
  put({ minutes: { least: 2, most: 20, ...shape.value.minutes, ...values } })
}
function setFixed(fixed: boolean) {
  const { minutes: _, ...rest } = shape.value
  kept.change(fixed ? rest : { ...rest, minutes: { least: 2, most: 20 } })
}
const setDose = (block: Block, dose: Dose): Block => ({ ...block, dose })
const setPhase = (block: Block, phase: Phase): Block => ({ ...block, phase })
</script>

<template>
  <section :aria-label="shape.name" class="min-w-0">
    <div class="flex items-start gap-4">
      <InPlace
        class="title flex-1"
        :model-value="shape.name"
        label="Name of the shape"
        :readonly="readonly"
        :fault="kept.faultAt('name')"
        @update:model-value="put({ name: $event ?? '' })"
      />
      <KeptBar v-if="!readonly" :kept="kept" what="the shape" />
    </div>
    <InPlace
      class="text-ash"
      :model-value="shape.about"
      label="What it is for"
      :readonly="readonly"
      :fault="kept.faultAt('about')"
      @update:model-value="put({ about: $event ?? '' })"
    />
    <div class="figures">
      <ChoiceRow
        label="Kind"
        :model-value="shape.kind"
        :options="kinds"
        :readonly="readonly"
        @update:model-value="put({ kind: $event })"
      />
      <span
        >as it is <b>{{ length }}</b></span
      >
      <template v-if="shape.minutes">
        <FigureRow
          label="from"
          unit="min"
          :min="1"
          :max="90"
          :model-value="shape.minutes.least"
          :readonly="readonly"
          @update:model-value="setRange({ least: $event ?? 1 })"
        />
        <FigureRow
          label="to"
          unit="min"
          :min="1"
          :max="90"
          :model-value="shape.minutes.most"
          :readonly="readonly"
          @update:model-value="setRange({ most: $event ?? 20 })"
        />
      </template>
      <label class="text-13 flex items-center gap-1"
        ><input
          type="checkbox"
          :checked="!shape.minutes"
          :disabled="readonly"
          @change="setFixed(($event.target as HTMLInputElement).checked)"
        />
        always this long</label
      >
    </div>
    <h2 class="text-17 mt-4">Its boards</h2>
    <InPlaceList
      :model-value="shape.blocks"
      one="board"
      :blank="blank"
      :readonly="readonly"
      @update:model-value="put({ blocks: $event })"
    >
      <template #default="{ row, at, put: set }">
        <div class="board" :data-phase="row.phase">
          <div class="flex items-center gap-3">
            <PhaseMark :phase="row.phase" />
            <InPlace
              class="flex-1 font-semibold"
              :model-value="row.title"
              :label="`Board ${at + 1}`"
              :readonly="readonly"
              :fault="kept.faultAt(`blocks[${at}].title`)"
              @update:model-value="set({ ...row, title: $event ?? '' })"
            />
            <ChoiceRow
              :label="`Board ${at + 1}: phase`"
              quiet
              :model-value="row.phase"
              :options="phases"
              :readonly="readonly"
              @update:model-value="set(setPhase(row, $event))"
            />
          </div>
          <p v-if="row.tracks" class="text-13 text-ash">
            Cut by group: {{ row.tracks.length }} columns, laid over a plan’s groups from the lowest up.
          </p>
          <p v-else-if="row.stations" class="text-13 text-ash">
            {{ row.stations.map(({ title }) => title).join(' · ') }}
          </p>
          <DoseFields
            v-else-if="row.dose && !readonly"
            class="dose"
            :dose="row.dose"
            :id-prefix="`dose-${at}`"
            @change="set(setDose(row, $event))"
          />
        </div>
      </template>
    </InPlaceList>
    <p v-for="one in kept.faults.value" :key="one.path" role="alert" class="text-13 text-brick-deep">
      {{ saidFault(one) }}.
    </p>
    <button v-if="!readonly" type="button" class="btn mt-6" @click="$emit('discard')">
      Take it off the shelf
    </button>
  </section>
</template>

<style scoped>
.title {
  font: 660 26px/32px var(--font-serif);
  color: var(--color-umber);
}
.figures {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 20px;
  margin-top: 8px;
}
.figures .figure {
  width: 150px;
}
.board {
  margin-bottom: 8px;
  padding: 6px 10px 8px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-left: 5px solid var(--phase);
}
.dose {
  max-width: 300px;
  margin-top: 4px;
}
</style>
