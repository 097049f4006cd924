<script setup lang="ts">
import { savedVersionSchema } from '~~/shared/answers'
import { cutTo } from '~~/core/kernel/sound-text'
import { saidFault } from '~~/core/kernel/said-fields'
import { toast } from '~/domain/toast'
import type { Block } from '~~/core/plan/schema'
import { readShape, shapeFrom, type Shape } from '~~/core/curriculum/shapes'
import type { Phase } from '~~/core/plan/phases'
import { freshId } from '~~/core/kernel/ids'
import { needsSpelling, readSpelling } from '~~/core/kernel/spelling'

/** Puts the selected board on the shelf as a shape of the club. */
const props = defineProps<{ block: Block }>()
const store = usePlanStore()
const library = useLibraryStore()
const KIND: Partial<Record<Phase, Shape['kind']>> = {
  opening: 'opening',
  warmup: 'warm-up',
  game: 'game',
  conditioning: 'conditioning',
  cooldown: 'cool-down',
  closing: 'closing',
}
const kind = computed<Shape['kind']>(() => {
  if (props.block.mode === 'stations') return 'stations'
  if (props.block.dose?.kind === 'ladder') return 'ladder'
  return KIND[props.block.phase] ?? 'rounds'
})

async function save() {
  if (!store.plan) return
  const shapes = library.loaded?.shapes ?? []
  const name = cutTo(props.block.title, 80)
  if (needsSpelling(name)) await readSpelling().catch(() => {})
  const id = freshId(
    name,
    shapes.map((shape) => shape.id),
  )
  const made = shapeFrom(store.plan, [props.block], {
    id,
    name,
    about: cutTo(`from ${store.plan.title}`, 200),
    kind: kind.value,
  })
  const read = readShape(JSON.parse(JSON.stringify(made)))
  if (!read.ok) return toast.error(`It cannot be a shape: ${saidFault(read.faults[0]!)}.`)
  try {
    const { version } = await api(`/api/shapes/${id}`, {
      answer: savedVersionSchema,
      method: 'PUT',
      body: { base: 0, shape: read.shape },
    })
    library.change({
      shapeVersions: { ...library.loaded?.shapeVersions, [id]: version },
      shapes: [...shapes, read.shape].sort((a, b) => a.name.localeCompare(b.name)),
    })
    toast(`${name} lies on the shelf under Shapes.`)
  } catch (error) {
    toast.error(saidBy(error))
  }
}
</script>

<template>
  <button type="button" class="btn" @click="save">To the shelf</button>
</template>
