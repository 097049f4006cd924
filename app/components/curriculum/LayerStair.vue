<script setup lang="ts">
import type { Item, Layer } from '~~/core/curriculum/item'

/** The layers as a stair: each one step on from the last, with what changes and what to look for there. */
const props = defineProps<{ item: Item; readonly: boolean; faultAt: (path: string) => string | undefined }>()
const emit = defineEmits<{ change: [layers: Layer[]] }>()

const points = (layer: Layer) => layer.points.join(' · ')
const asPoints = (text: string | undefined) =>
  (text ?? '')
    .split(/\s*[·;]\s*/)
    .map((point) => point.trim())
    .filter(Boolean)
const withChange = (layer: Layer, change: string | undefined): Layer => {
  const { change: _, ...rest } = layer
  return change === undefined ? rest : { ...rest, change }
}
const indent = (at: number) => ({ marginLeft: `${Math.min(at, 5) * 26}px` })
const blank = (): Layer => ({ name: `Layer ${props.item.layers.length + 1}`, points: [] })
</script>

<template>
  <section aria-labelledby="layers">
    <h2 id="layers" class="text-20">Layers, easiest first</h2>
    <InPlaceList
      class="mt-2"
      :model-value="item.layers"
      one="layer"
      :blank="blank"
      :readonly="readonly"
      @update:model-value="emit('change', $event)"
    >
      <template #default="{ row, at, put }">
        <div class="stair" :style="indent(at)">
          <span class="number" aria-hidden="true">{{ at + 1 }}</span>
          <div class="min-w-0 flex-1">
            <InPlace
              class="name"
              :model-value="row.name"
              :label="`Layer ${at + 1}`"
              :readonly="readonly"
              :fault="faultAt(`layers[${at}].name`)"
              @update:model-value="put({ ...row, name: $event ?? '' })"
            />
            <InPlace
              :model-value="row.change"
              :label="`Layer ${at + 1}: what changes`"
              placeholder="what changes here"
              optional
              :readonly="readonly"
              :fault="faultAt(`layers[${at}].change`)"
              @update:model-value="put(withChange(row, $event))"
            />
            <InPlace
              class="points"
              :model-value="points(row) || undefined"
              :label="`Layer ${at + 1}: what to look for`"
              placeholder="what to look for; separate several with ;"
              optional
              :readonly="readonly"
              @update:model-value="put({ ...row, points: asPoints($event) })"
            />
            <LayerFigures
              :item="item"
              :layer="row"
              :number="at + 1"
              :readonly="readonly"
              @change="put($event)"
            />
          </div>
        </div>
      </template>
    </InPlaceList>
  </section>
</template>

<style scoped>
.stair {
  display: flex;
  gap: 10px;
  max-width: 520px;
  margin-bottom: 6px;
  padding: 6px 8px 6px 10px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-left: 5px solid var(--color-gilt);
}
.number {
  flex: none;
  width: 20px;
  font: 680 20px/24px var(--font-serif);
  color: #8f6416;
}
.name {
  font: 640 15px/20px var(--font-sans);
}
.points {
  font-size: 15px;
  color: var(--color-moss);
}
</style>
