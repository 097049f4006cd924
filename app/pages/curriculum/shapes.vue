<script setup lang="ts">
import { readShape, type Shape } from '~~/core/curriculum/shapes'
import { newBlock } from '~~/core/plan/edit'

useHead({ title: 'Shapes · Golden Lintel' })
const library = useLibraryStore()
const mayWrite = useMayWrite()
const { all, open, linkTo, keep, versionOf, fresh, add, discard } = useClubDocuments<Shape>(
  () => library.loaded?.shapes ?? [],
  (shapes) => library.change({ shapes }),
  { what: 'shapes', query: 'shape', first, gone: (name) => `${name} is taken off the shelf.` },
)
function first(id: string): Shape | undefined {
  const read = readShape({
    id,
    name: 'A new shape',
    about: 'what it is for',
    kind: 'rounds',
    minutes: { least: 2, most: 20 },
    blocks: [{ ...newBlock('drill', 'Sets of ten'), id: 'board' }],
  })
  return read.ok ? read.shape : undefined
}
</script>

<template>
  <DocumentList
    title="Shapes"
    about="Pieces of a class, to be put on any plan. Their length is asked for on the shelf."
    :all="all"
    :open="open"
    :link-to="linkTo"
    :another="mayWrite ? 'A new shape' : undefined"
    @add="add"
  >
    <template #mark="{ one }"><PhaseMark :phase="one.blocks[0]!.phase" /></template>
    <template #says="{ one }">{{ one.kind }}</template>
    <ShapeBench
      v-if="open"
      :key="open.id"
      :begin="open"
      :readonly="!mayWrite"
      :version="versionOf(open.id)"
      :keep="keep"
      :fresh="fresh"
      @discard="discard(open)"
    />
    <p v-else class="text-ash">No shape yet. Make one, or save some boards as one in Compose.</p>
  </DocumentList>
</template>
