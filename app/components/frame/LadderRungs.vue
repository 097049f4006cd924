<script setup lang="ts">
import type { Block } from '~~/core/plan/schema'
import { besideWords } from '~~/core/plan/place-words'
import { shortDose, type DoseStage, type LadderDose } from '~~/core/plan/doses'
import { minutes } from '~~/core/kernel/time-text'
import type { PlacedBoard } from '~/domain/frame-geometry'

/** A ladder's stages as rungs between two rails: number, stage, layer, dose, length. */
const props = defineProps<{ board: PlacedBoard; dose: LadderDose }>()
const library = useLibraryStore()

/** Ms of each stage, read off the timeline. */
const lengths = computed(() => {
  const sums = props.dose.stages.map(() => 0)
  for (const stretch of props.board.lanes[0] ?? [])
    for (const s of stretch.spans)
      if (s.stage !== undefined && s.kind !== 'bridge') sums[s.stage] = (sums[s.stage] ?? 0) + s.ms
  return sums
})
/** The layer worked, where the stage is not called the same. */
function layerOf(block: Block, stage: DoseStage): string {
  const own = stage.technique ? library.itemName(stage.technique) : ''
  if (own) return stage.title.toLowerCase().includes(own.toLowerCase()) ? '' : own
  const name = block.technique ? library.layerName(block.technique, stage.layer ?? block.layer) : ''
  return name.toLowerCase() === stage.title.toLowerCase() ? '' : name
}
const names = { item: library.itemName, layer: library.layerName }
const doseOf = (stage: DoseStage) => [shortDose(stage.dose), ...besideWords(stage, names)].join(' · ')
</script>

<template>
  <div class="rungs">
    <div v-for="(stage, s) in dose.stages" :key="s" class="rung">
      <i>{{ s + 1 }}</i>
      <b>{{ stage.title }}</b>
      <span>{{ layerOf(board.block, stage) }}</span>
      <span class="dose" :title="doseOf(stage)">{{ doseOf(stage) }}</span>
      <em>{{ minutes(lengths[s] ?? 0) }}</em>
    </div>
  </div>
</template>

<style scoped>
.rungs {
  position: relative;
  padding: 0 8px 0 42px;
}
.rungs::before,
.rungs::after {
  content: '';
  position: absolute;
  top: -1px;
  bottom: -4px;
  width: 2px;
  background: color-mix(in srgb, var(--phase) 60%, var(--color-paper));
}
.rungs::before {
  left: 16px;
}
.rungs::after {
  left: 33px;
}
.rung {
  position: relative;
  display: grid;
  grid-template-columns: 158px minmax(0, 0.6fr) minmax(0, 1.3fr) 38px;
  align-items: center;
  gap: 8px;
  height: 16px;
  font-size: 13px;
  line-height: 16px;
  white-space: nowrap;
}
.rung > * {
  overflow: hidden;
  text-overflow: ellipsis;
}
.rung i {
  position: absolute;
  left: -29px;
  bottom: 0;
  width: 23px;
  border-bottom: 2px solid var(--phase);
  font-style: normal;
  font-weight: 680;
  text-align: center;
  color: var(--phase);
}
.rung b {
  font-weight: 620;
}
.rung span {
  color: var(--color-ash);
}
.rung .dose {
  color: #4b4239;
}
.rung em {
  font-style: normal;
  font-weight: 600;
  text-align: right;
}
</style>
