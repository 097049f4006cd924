<script setup lang="ts">
import type { Block } from '~~/core/plan/schema'
import { ladderBoard } from '~~/core/curriculum/partner-ladder'

/** Makes the ladder of one technique the ladder of a combination: the rungs and their times are made anew for both. */
const props = defineProps<{ block: Block }>()
const store = usePlanStore()
const library = useLibraryStore()
const first = computed(() => library.items.get(props.block.technique ?? ''))
const rungs = computed(() => (props.block.dose?.kind === 'ladder' ? props.block.dose.stages.length : 0))
const fits = computed(() => props.block.phase === 'partner' && first.value !== undefined && rungs.value > 0)

function follow(id: string | undefined) {
  const [lead, next] = [first.value, library.items.get(id ?? '')]
  if (!lead || !next) return
  const { id: _, ...kept } = props.block
  const made = ladderBoard([lead, next], rungs.value)
  store.changeBlock(props.block.id, (block) => ({ ...kept, ...made, id: block.id, layer: block.layer }))
}
</script>

<template>
  <ItemPick
    v-if="fits"
    class="mt-2"
    label="And then… (a combination)"
    :model-value="undefined"
    @update:model-value="follow"
  />
</template>
